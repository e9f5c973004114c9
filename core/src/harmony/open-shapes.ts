import type { Instrument } from '../instrument/index.ts';
import type { Voicing } from './voicing.ts';

/**
 * The common open shapes by tuning (common practice, no source). Each row: chord symbol, then the frets
 * from string N to string 1, `x` where the string is muted.
 */
const OPEN_SHAPES: Readonly<Record<string, readonly string[]>> = {
  standard: [
    'C x 3 2 0 1 0',
    'C/G 3 3 2 0 1 0',
    'Cmaj7 x 3 2 0 0 0',
    'C7 x 3 2 3 1 0',
    'D x x 0 2 3 2',
    'D7 x x 0 2 1 2',
    'Dm x x 0 2 3 1',
    'Dm/C x 3 0 2 3 1',
    'D/F♯ 2 x 0 2 3 2',
    'E 0 2 2 1 0 0',
    'E7 0 2 0 1 0 0',
    'Em 0 2 2 0 0 0',
    'Em7 0 2 0 0 0 0',
    'F 1 3 3 2 1 1',
    'F (four strings) x x 3 2 1 1',
    'Fmaj7 x x 3 2 1 0',
    'G 3 2 0 0 0 3',
    'G7 3 2 0 0 0 1',
    'G/B x 2 0 0 0 3',
    'A x 0 2 2 2 0',
    'A7 x 0 2 0 2 0',
    'Am x 0 2 2 1 0',
    'Am7 x 0 2 0 1 0',
    'Am/G 3 0 2 2 1 0',
    'B7 x 2 1 2 0 2',
    'Bm x 2 4 4 3 2',
  ],
  'drop-d': [
    'D 0 0 0 2 3 2',
    'Dm 0 0 0 2 3 1',
    'G 5 x 0 0 0 3',
    'A x 0 2 2 2 0',
    'A7 x 0 2 0 2 0',
    'C x 3 2 0 1 0',
    'Em 2 2 2 0 0 0',
    'Am x 0 2 2 1 0',
  ],
  'open-d': ['D 0 0 0 0 0 0', 'G x x 0 1 2 0', 'A7 x 0 2 1 0 2', 'Em 2 2 2 1 x x', 'Bm x 2 0 0 2 0'],
  'open-g': ['G x 0 0 0 0 0', 'C x 0 2 0 1 2', 'D7 x x 0 2 1 0', 'Em 2 0 2 0 0 2', 'Am x 2 2 2 1 x'],
  'modal-d': ['D5 0 0 0 2 0 0', 'G x x 0 0 2 0', 'A7 x 0 2 0 4 2', 'Em7 2 2 0 0 2 2', 'Bm7 x 2 0 2 0 0'],
  'four-string': ['C 2 0 1 0', 'D 0 2 3 2', 'G 0 0 0 3', 'Am 2 2 1 0', 'Em 2 0 0 0', 'F 3 2 1 1'],
  'five-string': ['C 3 2 0 1 0', 'D x 0 2 3 2', 'G/B 2 0 0 0 3', 'A 0 2 2 2 0', 'Am 0 2 2 1 0', 'B7 2 1 2 0 2'],
  'seven-string': [
    'C x x 3 2 0 1 0',
    'D x x x 0 2 3 2',
    'E x 0 2 2 1 0 0',
    'G x 3 2 0 0 0 3',
    'Am x x 0 2 2 1 0',
    'B7 0 x 2 1 2 0 2',
  ],
  'eight-string': [
    'C x x x 3 2 0 1 0',
    'E x x 0 2 2 1 0 0',
    'G x x 3 2 0 0 0 3',
    'Am x x x 0 2 2 1 0',
    'F♯5 0 2 x x x x x x',
  ],
};

/**
 * Further shapes that players know by heart (common practice, no source): they come first where their chord is looked
 * for, and are too many for a menu.
 */
const MORE_SHAPES: Readonly<Record<string, readonly string[]>> = {
  standard: [
    'C/E 0 3 2 0 1 0',
    'C/B x 2 2 0 1 0',
    'C6 x 3 2 2 1 0',
    'Cadd9 x 3 2 0 3 0',
    'C9 x 3 2 3 3 3',
    'Csus2 x 3 0 0 3 3',
    'Csus4 x 3 3 0 1 1',
    'C/Bb x 1 2 0 1 0',
    'Caug x 3 2 1 1 0',
    'Dmaj7 x x 0 2 2 2',
    'D6 x x 0 2 0 2',
    'Dsus2 x x 0 2 3 0',
    'Dsus4 x x 0 2 3 3',
    'Dm7 x x 0 2 1 1',
    'Dm6 x x 0 2 0 1',
    'D/A x 0 0 2 3 2',
    'Dm/F 1 x 0 2 3 1',
    'D9 x 5 4 5 5 5',
    'Ddim7 x x 0 1 0 1',
    'Daug x x 0 3 3 2',
    'D7sus4 x x 0 2 1 3',
    'Emaj7 0 2 1 1 0 0',
    'E6 0 2 2 1 2 0',
    'E9 0 2 0 1 0 2',
    'Esus4 0 2 2 2 0 0',
    'E7sus4 0 2 0 2 0 0',
    'Em6 0 2 2 0 2 0',
    'Em9 0 2 0 0 0 2',
    'Emadd9 0 2 4 0 0 0',
    'Em/G 3 2 2 0 0 0',
    'E/G♯ 4 2 2 1 0 0',
    'E7♯9 0 2 0 1 3 3',
    'Em/D x x 0 0 0 0',
    'Em/B x 2 2 0 0 0',
    'Em11 0 0 0 0 0 0',
    'F/C x 3 3 2 1 1',
    'F/A x 0 3 2 1 1',
    'Fadd9 x x 3 2 1 3',
    'F6 1 x 0 2 1 x',
    'Fsus2 x x 3 0 1 1',
    'Gmaj7 3 2 0 0 0 2',
    'G6 3 2 0 0 0 0',
    'Gadd9 3 0 0 2 0 3',
    'Gsus4 3 3 0 0 1 3',
    'Gsus2 3 0 0 2 3 3',
    'G/D x x 0 0 0 3',
    'G9 3 2 0 2 0 1',
    'G/F 1 2 0 0 0 3',
    'G7sus4 3 3 0 0 1 1',
    'G/A x 0 0 0 0 3',
    'Amaj7 x 0 2 1 2 0',
    'A6 x 0 2 2 2 2',
    'Asus2 x 0 2 2 0 0',
    'Asus4 x 0 2 2 3 0',
    'A7sus4 x 0 2 0 3 0',
    'Am6 x 0 2 2 1 2',
    'Am7/G 3 0 2 0 1 0',
    'Amadd9 x 0 2 4 1 0',
    'Aadd9 x 0 2 4 2 0',
    'A/C♯ x 4 2 2 2 0',
    'A/E 0 0 2 2 2 0',
    'Am/E 0 0 2 2 1 0',
    'Am/C x 3 2 2 1 0',
    'A/G 3 0 2 2 2 0',
    'A9 x 0 2 4 2 3',
    'Aaug x 0 3 2 2 1',
    'Am9 x 0 2 4 1 3',
    'B7/F♯ 2 2 1 2 0 2',
    'Bm7 x 2 0 2 0 2',
    'Bdim7 x 2 0 1 0 1',
  ],
  'drop-d': [
    'D7 0 0 0 2 1 2',
    'Dmaj7 0 0 0 2 2 2',
    'Dm7 0 0 0 2 1 1',
    'Dsus2 0 0 0 2 3 0',
    'Dsus4 0 0 0 2 3 3',
    'D6 0 0 0 2 0 2',
    'D5 0 0 0 2 3 x',
    'D/F♯ 4 0 0 2 3 2',
    'G7 5 x 0 0 0 1',
    'G/B x 2 0 0 0 3',
    'Am7 x 0 2 0 1 0',
    'Asus4 x 0 2 2 3 0',
    'A7sus4 x 0 2 0 3 0',
    'A/C♯ x 4 2 2 2 0',
    'Cadd9 x 3 2 0 3 0',
    'Cmaj7 x 3 2 0 0 0',
    'C7 x 3 2 3 1 0',
    'E 2 2 2 1 0 0',
    'E7 2 2 0 1 0 0',
    'Em7 2 2 0 0 0 0',
    'F 3 3 3 2 1 1',
    'Fmaj7 x x 3 2 1 0',
    'Gm 5 x 5 3 3 3',
    'F♯m 4 4 4 2 2 2',
    'B7 x 2 1 2 0 2',
    'Bm x 2 4 4 3 2',
  ],
  'open-d': [
    'G 5 5 5 5 5 5',
    'A 7 7 7 7 7 7',
    'E 2 2 2 2 2 2',
    'F 3 3 3 3 3 3',
    'D7 0 0 0 0 0 10',
    'Dsus4 0 0 0 1 0 0',
  ],
  'open-g': [
    'C x 5 5 5 5 5',
    'D x 7 7 7 7 7',
    'A x 2 2 2 2 2',
    'F x 10 10 10 10 10',
    'Bm x 4 4 4 3 4',
    'G7 x 0 0 0 0 3',
    'Gsus4 x 0 0 0 1 0',
  ],
  'modal-d': [
    'D 0 0 4 2 0 0',
    'Dm 0 0 3 2 0 0',
    'Dsus4 0 0 0 0 0 0',
    'G 5 x 0 0 2 0',
    'Gm 5 x 0 0 1 0',
    'C x 3 2 0 3 2',
    'F 3 3 3 2 3 3',
    'A5 x 0 2 2 0 2',
  ],
};

const parseShape = (row: string): Voicing => {
  const match = /^(.+?)((?: (?:x|\d+))+)$/.exec(row) as RegExpExecArray;
  const frets = (match[2] as string).trim().split(' ');
  return { chord: match[1] as string, frets: frets.map((fret) => (fret === 'x' ? null : Number(fret))) };
};

/**
 * All strings open, a voicing that every tuning has.
 * @example
 * createOpenStringsVoicing(4).frets // => [0, 0, 0, 0]
 */
export const createOpenStringsVoicing = (strings: number): Voicing => ({
  chord: 'open strings',
  frets: Array.from({ length: strings }, () => 0),
});

/**
 * The common open shapes for a tuning, and the open strings.
 * @example
 * listOpenShapes('standard', 6).some((shape) => shape.chord === 'G/B') // => true
 */
export const listOpenShapes = (tuning: string, strings: number): readonly Voicing[] => [
  ...(OPEN_SHAPES[tuning] ?? []).map(parseShape).filter((shape) => shape.frets.length === strings),
  createOpenStringsVoicing(strings),
];

/**
 * Every shape of a tuning that players know by heart: the common ones first.
 * @example
 * listShapesByHeart('standard', 6).some((shape) => shape.chord === 'Cadd9') // => true
 */
export const listShapesByHeart = (tuning: string, strings: number): readonly Voicing[] => [
  ...listOpenShapes(tuning, strings),
  ...(MORE_SHAPES[tuning] ?? []).map(parseShape).filter((shape) => shape.frets.length === strings),
];

/** A chord symbol as the table writes it: with ♯ and ♭. */
const asWritten = (chord: string): string =>
  chord
    .trim()
    .replaceAll('#', '♯')
    .replace(/(^|\/)([A-G])b/g, '$1$2♭');

/**
 * The shape of a chord symbol in an instrument's tuning, undefined where there is none in the table.
 * @example
 * findShape(createInstrument(findTuningOrStandard('standard')), 'D/F#').frets // => [2, null, 0, 2, 3, 2]
 */
export const findShape = (instrument: Instrument, chord: string): Voicing | undefined => {
  const wanted = asWritten(chord);
  return listOpenShapes(instrument.tuning, instrument.pitches.length).find((shape) => shape.chord === wanted);
};

/** Shapes named when a chord is not in the table. */
const NAMED = 6;

/**
 * Names of shapes near one that is not in the table: those on the same letter, else the first there are.
 * @example
 * suggestShapeNames(createPattern('P').instrument, 'Cm').length > 0 // => true
 */
export const suggestShapeNames = (instrument: Instrument, chord: string): readonly string[] => {
  const names = listOpenShapes(instrument.tuning, instrument.pitches.length).map((shape) => shape.chord);
  const alike = names.filter((name) => name.charAt(0) === asWritten(chord).charAt(0).toUpperCase());
  return (alike.length > 0 ? alike : names).slice(0, NAMED);
};
