import { createSeededRandom } from '../../sound/index.ts';
import type { HandProfile } from '../../fingering/index.ts';
import type { PlayedNote } from '../../formats/index.ts';
import type { Pattern } from '../../pattern/index.ts';
import { createTakeReference } from '../model/reference.ts';
import { TAKE_PARAMETERS } from '../model/parameters.ts';
import type { TakeAlignment } from '../model/take-alignment.ts';
import { trimNotes } from '../io/trim-notes.ts';
import { createPatternReference } from './pattern-take.ts';
import type { SimulatedStroke } from '../simulation/player-model.ts';
import { renderTake } from '../simulation/render.ts';

/** How loud the score is beside a take, 0 to 1. */
const REFERENCE_LOUDNESS = 0.5;

/** Seconds after the last note. */
const TAIL_SECONDS = 1.5;

/**
 * What a take of notes sounds like that came from a MIDI file or instrument, by the plucked string, at the times it is
 * judged by. Seconds, sorted.
 * @example
 * renderNotes([{ at: 0, pitch: 64, loudness: 0.5 }], 8000).length // => 13600
 */
export const renderNotes = (notes: readonly PlayedNote[], sampleRate: number): Float32Array => {
  const taken = trimNotes(notes);
  const strokes = taken.map((note): SimulatedStroke => ({
    ...note,
    string: note.pitch,
    digit: null,
    referenceIndex: null,
    label: 'matched',
  }));
  const seconds = (taken.at(-1)?.at ?? 0) + TAIL_SECONDS;
  return renderTake({ strokes, deletions: [], seconds }, { sampleRate, random: createSeededRandom(1) });
};

/**
 * The sound of what was asked, at the pulse of a take, as long as that is: what a player would have to play to be
 * wholly even. Samples at `TAKE.sampleRate` a second.
 * @example
 * renderScoreAtTakeTempo(
 *   valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *   undefined,
 *   { strokes: [], cycles: 0 },
 *   2000,
 * ).length // => 2000
 */
export const renderScoreAtTakeTempo = (
  pattern: Pattern,
  hand: HandProfile | undefined,
  { strokes: heard, cycles }: Pick<TakeAlignment, 'strokes' | 'cycles'>,
  length: number,
): Float32Array => {
  const { score, digits } = createPatternReference(pattern, hand);
  const { strokes } = createTakeReference(score, digits, cycles);
  const played = heard.flatMap(({ asked, pulse, what }): readonly SimulatedStroke[] => {
    const stroke = strokes[asked];
    if (!stroke || what === 'unplayed') return [];
    const { string, pitch, digit } = stroke;
    return [{ at: pulse, string, pitch, digit, referenceIndex: asked, label: 'matched', loudness: REFERENCE_LOUDNESS }];
  });
  const performance = {
    strokes: [...played].sort((a, b) => a.at - b.at),
    deletions: [],
    seconds: length / TAKE_PARAMETERS.sampleRate,
  };
  const sound = renderTake(performance, { sampleRate: TAKE_PARAMETERS.sampleRate, random: createSeededRandom(1) });
  const whole = new Float32Array(length);
  whole.set(sound.subarray(0, length));
  return whole;
};
