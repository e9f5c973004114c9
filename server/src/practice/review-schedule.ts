import { MILLISECONDS_PER_DAY, type ReviewDay } from '@fleet-wren/core';
import { Rating, createEmptyCard, fsrs, type Card } from 'ts-fsrs';

/** A motor skill that is not played for longer than this has to be learnt again in part (days, est.). */
const LONGEST_INTERVAL = 45;

/** Without chance: the same log comes due on the same day. */
const scheduler = fsrs({ enable_fuzz: false, maximum_interval: LONGEST_INTERVAL });

/** What a day of reviewing comes to: two clean rounds, or a slip. */
const ratingOf = ({ clean, slipped }: ReviewDay): Rating.Good | Rating.Again | undefined => {
  if (slipped > 0) return Rating.Again;
  return clean >= 2 ? Rating.Good : undefined;
};

/**
 * When what was learnt comes back for review, in milliseconds since 1970: scheduled from the day it was through by a
 * library for spaced repetition (FSRS), each day with two clean rounds putting it off, a slip bringing it nearer.
 * `offset` is
 * the minutes the clocks are ahead of UTC where it is reviewed: a day ends at midnight there.
 */
export const computeReviewDueAt = (reviews: readonly ReviewDay[], through: number, offset = 0): number => {
  const learnt = new Date(through);
  let card: Card = scheduler.next(createEmptyCard(learnt), learnt, Rating.Easy).card;
  for (const review of reviews) {
    const rating = ratingOf(review);
    if (rating !== undefined)
      card = scheduler.next(card, new Date((review.day + 1) * MILLISECONDS_PER_DAY - 1 - offset * 60_000), rating).card;
  }
  return card.due.getTime();
};
