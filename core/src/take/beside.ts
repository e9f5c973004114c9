import { seededRandom } from '../sound/index.ts';
import type { Hand } from '../fingering/index.ts';
import type { NotePlayed } from '../formats/index.ts';
import type { Pattern } from '../pattern/index.ts';
import { askedOf } from './asked.ts';
import { TAKE } from './estimates.ts';
import type { HeardTake } from './heard.ts';
import { notesTaken } from './notes-taken.ts';
import { playedPattern } from './of-pattern.ts';
import type { PlayedStroke } from './player.ts';
import { renderTake } from './render.ts';

/** How loud the score is beside a take, 0 to 1. */
const LOUDNESS = 0.5;

/** Seconds after the last note. */
const AFTER = 1.5;

/**
 * What a take of notes sounds like that came from a MIDI file or instrument, by the plucked string, at the times it is judged by.
 * Seconds, sorted.
 * @example
 * soundOfNotes([{ at: 0, pitch: 64, loudness: 0.5 }], 8000).length // => 13600
 */
export const soundOfNotes = (notes: readonly NotePlayed[], sampleRate: number): Float32Array => {
  const taken = notesTaken(notes);
  const strokes = taken.map((note): PlayedStroke => ({
    ...note,
    string: note.pitch,
    digit: null,
    asked: null,
    what: 'matched',
  }));
  const seconds = (taken.at(-1)?.at ?? 0) + AFTER;
  return renderTake({ strokes, missed: [], seconds }, { sampleRate, random: seededRandom(1) });
};

/**
 * The sound of what was asked, at the pulse of a take, as long as that is: what a player would have to play to be wholly even.
 * Samples at `TAKE.sampleRate` a second.
 * @example
 * scoreBeside(valueOrThrow(readFigure('5 3 2 3')).pattern, undefined, { strokes: [], cycles: 0 }, 2000).length // => 2000
 */
export const scoreBeside = (
  pattern: Pattern,
  hand: Hand | undefined,
  { strokes: heard, cycles }: Pick<HeardTake, 'strokes' | 'cycles'>,
  length: number,
): Float32Array => {
  const { score, digits } = playedPattern(pattern, hand);
  const { strokes } = askedOf(score, digits, cycles);
  const played = heard.flatMap(({ asked, pulse }): readonly PlayedStroke[] => {
    const stroke = strokes[asked];
    if (!stroke) return [];
    const { string, pitch, digit } = stroke;
    return [{ at: pulse, string, pitch, digit, asked, what: 'matched', loudness: LOUDNESS }];
  });
  const performance = {
    strokes: [...played].sort((a, b) => a.at - b.at),
    missed: [],
    seconds: length / TAKE.sampleRate,
  };
  const sound = renderTake(performance, { sampleRate: TAKE.sampleRate, random: seededRandom(1) });
  const whole = new Float32Array(length);
  whole.set(sound.subarray(0, length));
  return whole;
};
