import { valueOrThrow } from '../errors/index.ts';
import { parseStringNotation, type StringNotationOptions } from '../formats/index.ts';
import { findShape } from '../harmony/index.ts';
import { subdivisionTicks, type Digit, type Pattern, type Stroke } from '../pattern/index.ts';
import type { SkillCode } from './skill.ts';

/** A figure as strings in time order, and what is changed of the pattern it makes. */
interface Drawn {
  readonly figure: string;
  readonly options: StringNotationOptions;
  readonly finish?: (pattern: Pattern) => Pattern;
}

const plain = (figure: string, subdivision: number, options: StringNotationOptions = {}): Drawn => ({
  figure,
  options: { subdivision, ...options },
});

/** Strokes with marks, by their place in the figure; all of them where no place is named. */
const marked = (drawn: Drawn, marks: Partial<Stroke>, places?: readonly number[]): Drawn => ({
  ...drawn,
  finish: (pattern) => ({
    ...pattern,
    strokes: pattern.strokes.map((stroke, index) =>
      !places || places.includes(index) ? { ...stroke, ...marks } : stroke,
    ),
  }),
});

const pinned = (figure: string, digits: readonly Digit[]): Drawn => ({
  ...plain(figure, 1),
  finish: (pattern) => ({
    ...pattern,
    strokes: pattern.strokes.map((stroke, index) => ({ ...stroke, pin: digits[index] })),
  }),
});

/** The chords of a figure after its first, each so many parts of a beat from the start. */
const overChords = (drawn: Drawn, chords: readonly (readonly [slot: number, chord: string])[]): Drawn => ({
  ...drawn,
  finish: (pattern) => ({
    ...pattern,
    chordChanges: chords.map(([slot, chord]) => ({
      at: slot * subdivisionTicks(pattern),
      voicing: findShape(pattern.instrument, chord) ?? pattern.voicing,
    })),
  }),
});

const THUMB_BAR = plain('6 6 6 6', 1, { chord: 'Em' });
const TWO_THUMB_BARS = plain('6 6 6 6 6 6 6 6', 1, { chord: 'Em' });
const PHRASE = '6 4 6 5 6 5 4 5 5 4 6 4 5 6 4 6 4 5 6 5';

const others = (string: string): readonly string[] => ['6', '5', '4'].filter((one) => one !== string);

/** Every bar of four bass notes that never repeats a string. */
const PART = ['6', '5', '4'].flatMap((one) =>
  others(one).flatMap((two) =>
    others(two).flatMap((three) => others(three).map((four) => [one, two, three, four].join(' '))),
  ),
);

/** For each skill a figure that shows it with, beside it, only what comes before it (common practice, no source). */
const FIGURES: Readonly<Record<SkillCode, Drawn>> = {
  'thumb-steady': THUMB_BAR,
  'thumb-alternating': plain('6 4 6 4', 1, { chord: 'Em' }),
  'thumb-on-trebles': pinned('3 3 3 3', ['p', 'p', 'p', 'p']),
  'thumb-falling': plain('6 5 4 - 6 5 4 -', 2, { chord: 'Em' }),
  'thumb-walking': plain('6:0 6:1 6:3 5:0', 1),
  'pinch-one': plain('6+1 6 6+1 6', 1, { chord: 'Em' }),
  'pluck-two': plain('3+2 - 3+2 -', 1, { chord: 'Em' }),
  'pinch-two': plain('6+2+1 6 6+2+1 6', 1, { chord: 'Em' }),
  'pluck-three': plain('3+2+1 - 3+2+1 -', 1, { chord: 'Em' }),
  'pinch-three': plain('6+3+2+1 6 6+3+2+1 6', 1, { chord: 'Em' }),
  'between-thumbs': plain('6 3 6 3 6 3 6 3', 2, { chord: 'Em' }),
  'on-and-between': plain('6+3 2 6+3 2 6+3 2 6+3 2', 2, { chord: 'Em' }),
  syncopated: plain('6+3 - 6 3 6 - 6 3', 2, { chord: 'Em' }),
  'p-i': plain('6 3 - -', 1, { chord: 'Em' }),
  'p-m': plain('6 2 - -', 1, { chord: 'Em' }),
  'i-m': plain('3 2 - -', 1, { chord: 'Em' }),
  'm-i': plain('2 3 - -', 1, { chord: 'Em' }),
  'p-a': plain('6 1 - -', 1, { chord: 'Em' }),
  'i-a': plain('3 1 - -', 1, { chord: 'Em' }),
  'a-i': plain('1 3 - -', 1, { chord: 'Em' }),
  'm-a': plain('2 1 - -', 1, { chord: 'Em' }),
  'a-m': plain('1 2 - -', 1, { chord: 'Em' }),
  'little-finger': pinned('2 1 - -', ['a', 'c']),
  'roll-forward': plain('6 3 2 - 6 3 2 -', 1, { chord: 'Em' }),
  'string-skip': pinned('5 2 - -', ['i', 'm']),
  'same-finger': pinned('3 3 - -', ['i', 'i']),
  'roll-back': plain('2 3 6 - 2 3 6 -', 1, { chord: 'Em' }),
  'one-string': plain('1 1 1 1', 1, { school: 'alternation', chord: 'Em' }),
  'crossed-fingers': pinned('2 3 - -', ['i', 'm']),
  tremolo: plain('6 1 1 1', 1, { chord: 'Em' }),
  eighths: plain('6 6 6 6 6 6 6 6', 2, { chord: 'Em' }),
  triplets: plain('6 6 6 6 6 6', 3, { chord: 'Em' }),
  swing: { ...plain('6 6 6 6 6 6 6 6', 2, { chord: 'Em' }), finish: (pattern) => ({ ...pattern, swing: 66 }) },
  sixteenths: plain('6 6 6 6 6 6 6 6', 4, { chord: 'Em' }),
  'odd-metre': plain('6 6 6 6 6', 1, { chord: 'Em', metre: { beats: 5, unit: 4 } }),
  'odd-groups': plain('6 4 4 6 4 4 6 4 4 6 4 4', 2, { chord: 'Em', metre: { beats: 6, unit: 4 } }),
  'chord-changes': overChords(TWO_THUMB_BARS, [[4, 'E']]),
  'quick-changes': overChords(THUMB_BAR, [[2, 'E']]),
  barre: plain('6 6 6 6', 1, { chord: 'F' }),
  'hammer-on': marked(plain('4:0 4:2 - -', 1), { slur: 'hammer-on' }, [1]),
  'pull-off': marked(plain('4:2 4:0 - -', 1), { slur: 'pull-off' }, [1]),
  slide: marked(plain('4:2 4:4 - -', 1), { slur: 'slide' }, [1]),
  bend: marked(plain('3:7 - - -', 1), { bend: { semitones: 2 } }),
  ornament: marked(plain('3:7 - - -', 1), { vibrato: true }),
  accent: marked(THUMB_BAR, { accent: true }, [0]),
  'palm-mute': marked(THUMB_BAR, { damped: true }),
  brush: marked(plain('3+2+1 - - -', 1, { chord: 'Em' }), { brush: true }),
  'rolled-chord': marked(plain('6+2+1 - 6 -', 1, { chord: 'Em' }), { rolled: true }),
  'natural-harmonic': marked(plain('3 - - -', 1), { harmonic: { kind: 'natural', touch: 12 } }),
  'harp-harmonic': marked(plain('3 - - -', 1), { pin: 'a', harmonic: { kind: 'harp', touch: 12 } }),
  'pick-alternating': plain('6 6 6 6', 1, { school: 'alternate', chord: 'Em' }),
  'pick-pinch': plain('5+2 - 5+2 -', 1, { school: 'hybrid', chord: 'C' }),
  'pick-crossing': plain('5 4 5 4', 1, { school: 'alternate', chord: 'C' }),
  'pick-and-finger': plain('3 2 - -', 1, { school: 'hybrid', chord: 'Em' }),
  'pick-sweep': plain('5 4 3 - 5 4 3 -', 2, { school: 'economy', chord: 'C' }),
  phrase: plain(PHRASE, 1, { chord: 'Em' }),
  'whole-part': plain(PART.join(' '), 1, { chord: 'Em' }),
};

/** Beats a minute at which a figure for a skill is written: slow enough to look at. */
const TEMPO = 72;

/**
 * A small figure that shows a skill, under its code for a name.
 * @example
 * createSkillFigure('thumb-alternating').strokes.length // => 4
 */
export const createSkillFigure = (code: SkillCode): Pattern => {
  const { figure, options, finish = (pattern) => pattern } = FIGURES[code];
  return finish(valueOrThrow(parseStringNotation(figure, { tempo: TEMPO, name: code, ...options })).pattern);
};
