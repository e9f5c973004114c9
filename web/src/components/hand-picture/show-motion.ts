import { layOutMotion, shiftPalm, type HandMotion } from '@fleet-wren/core';

/** What a picture shows of a hand at a time of its motion, in seconds. */
export const showMotion = (motion: HandMotion, at: number, strings: number) => ({
  digits: layOutMotion(motion, at, strings),
  palm: shiftPalm(motion, at, strings),
  strings,
});
