import { say, sayMessage } from '@fleet-wren/wording';
import { describeScorePosition, fingerWord, type HandMoment, type HardestMove, type Score } from '@fleet-wren/core';

/** Millimetres as whole centimetres. */
export const inCentimetres = (millimetres: number): number => Math.round(millimetres / 10);

/** What happens at a moment: who plays which string, and who is on its string already. */
export const formatMoment = ({ playing, waiting }: HandMoment): string => {
  const played = playing.map(({ actuator, string }) =>
    say('hand.plays', { finger: sayMessage(fingerWord(actuator)), string }),
  );
  const ready = waiting.map(({ actuator, string }) =>
    say('hand.waits', { finger: sayMessage(fingerWord(actuator)), string }),
  );
  return [played.join(', '), ready.join(', ')].filter(Boolean).join('; ');
};

/** The way that asks for the most speed, and what to watch. */
export const formatHardestMove = (score: Score, { actuator, fromString, toString, tick }: HardestMove): string =>
  say('hand.hardest', {
    finger: sayMessage(fingerWord(actuator)),
    from: fromString,
    to: toString,
    place: sayMessage(describeScorePosition(score, tick)),
  });
