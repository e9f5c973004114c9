import { say, sayMessage } from '@fleet-wren/wording';
import { fingerWord, type HandMoment } from '@fleet-wren/core';

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
