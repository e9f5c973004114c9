import { say, sayMessage } from '@fleet-wren/wording';
import {
  describeScorePosition,
  fingerWord,
  measureNeededTime,
  type Actuator,
  type HandProfile,
  type HardestMove,
  type Score,
} from '@fleet-wren/core';
import { getDigitColour } from '../components/stroke-symbol/symbol-shapes.ts';

/** The colour of a finger, or of the pick. */
export const colourOfFinger = (actuator: Actuator): string => getDigitColour(actuator === 'pick' ? 'down' : actuator);

/** Millimetres as whole centimetres. */
export const inCentimetres = (millimetres: number): number => Math.round(millimetres / 10);

/** The way that asks for the most speed: what to watch, or that it is more than the hand can do. */
export const formatHardestMove = (score: Score, move: HardestMove, hand: HandProfile) => {
  const { actuator, fromString, toString, tick, seconds } = move;
  const way = {
    finger: sayMessage(fingerWord(actuator)),
    from: fromString,
    to: toString,
    place: sayMessage(describeScorePosition(score, tick)),
  };
  const needed = measureNeededTime(move, hand.scale[actuator]);
  return needed > seconds
    ? { isTooQuick: true, text: say('hand.too-quick', { ...way, has: seconds.toFixed(2), needs: needed.toFixed(2) }) }
    : { isTooQuick: false, text: say('hand.hardest', way) };
};

/** How far one way of playing goes in a bar against another. */
export const formatComparison = (own: number, other: number, school: string): string => {
  const difference = inCentimetres(own) - inCentimetres(other);
  if (difference === 0) return say('hand.as-far-as', { school });
  return say(difference < 0 ? 'hand.less-than' : 'hand.more-than', { centimetres: Math.abs(difference), school });
};
