import type { HandMoment, HandMotion } from '@fleet-wren/core';
import { HandPicture } from './HandPicture.tsx';
import { formatMoment } from './moment-text.ts';
import { showMotion } from './show-motion.ts';

interface MomentProps {
  readonly motion: HandMotion;
  readonly moment: HandMoment;
  readonly strings: number;
}

/** The hand of a moment, who plays larger than who waits. */
export const MomentPicture = ({ motion, moment, strings }: MomentProps) => {
  const shown = showMotion(motion, moment.at, strings);
  const digits = shown.digits.map((digit) => ({
    ...digit,
    isNext: false,
    isPlaying: moment.playing.some(({ actuator }) => actuator === digit.actuator),
  }));
  return <HandPicture {...shown} digits={digits} label={formatMoment(moment)} />;
};
