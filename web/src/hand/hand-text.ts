import { say, sayMessage } from '@fleet-wren/wording';
import { describeScorePosition, fingerWord, type HardestMove, type Score } from '@fleet-wren/core';

/** Millimetres as whole centimetres. */
export const inCentimetres = (millimetres: number): number => Math.round(millimetres / 10);

/** The way that asks for the most speed, and what to watch. */
export const formatHardestMove = (score: Score, { actuator, fromString, toString, tick }: HardestMove): string =>
  say('hand.hardest', {
    finger: sayMessage(fingerWord(actuator)),
    from: fromString,
    to: toString,
    place: sayMessage(describeScorePosition(score, tick)),
  });
