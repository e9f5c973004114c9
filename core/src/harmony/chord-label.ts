import { message, type Label } from '../message/index.ts';
import { createOpenStringsVoicing } from './open-shapes.ts';

/** How the table of shapes writes a shape that leaves the bass strings out. */
const FOUR_STRINGS = /^(.+) \(four strings\)$/;

/**
 * What a voicing's chord is called where people read it: its symbol, or a text for what has none.
 * @example
 * chordLabel('Am7') // => 'Am7'
 */
export const chordLabel = (chord: string): Label => {
  if (chord === createOpenStringsVoicing(0).chord) return message('chord.open-strings');
  const symbol = FOUR_STRINGS.exec(chord)?.[1];
  return symbol === undefined ? chord : message('chord.four-strings', { symbol });
};
