import { DAY, inOrder, type PracticeEvent } from '@fleet-wren/core';
import { Rating, createEmptyCard, fsrs, type Card } from 'ts-fsrs';

/** The stage of events that tell of a review. */
const REVIEW_STAGE = 'review';

/** Without chance: the same log comes due on the same day. */
const scheduler = fsrs({ enable_fuzz: false });

/** What a day of reviewing comes to: two clean rounds, or a slip. */
const ratingOf = (events: readonly PracticeEvent[]): Rating.Good | Rating.Again | undefined => {
  if (events.some(({ kind }) => kind === 'slipped')) return Rating.Again;
  return events.filter(({ kind }) => kind === 'clean').length >= 2 ? Rating.Good : undefined;
};

/**
 * When what was learnt comes back for review, in milliseconds since 1970: scheduled from the day it was through by a
 * library for spaced repetition (FSRS), each day with two clean rounds putting it off, a slip bringing it nearer.
 */
export const reviewDue = (events: readonly PracticeEvent[], through: number): number => {
  const byDay = new Map<number, PracticeEvent[]>();
  for (const event of inOrder(events))
    if (event.stage === REVIEW_STAGE) {
      const day = Math.floor(event.at / DAY);
      byDay.set(day, [...(byDay.get(day) ?? []), event]);
    }
  const learnt = new Date(through);
  let card: Card = scheduler.next(createEmptyCard(learnt), learnt, Rating.Easy).card;
  for (const [day, own] of byDay) {
    const rating = ratingOf(own);
    if (rating !== undefined) card = scheduler.next(card, new Date((day + 1) * DAY - 1), rating).card;
  }
  return card.due.getTime();
};
