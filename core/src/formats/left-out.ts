import { problem, type Problem } from '../errors/index.ts';
import { unwritten } from './written/unwritten.ts';
import { mutedIn, placeIn, type Score } from '../score/index.ts';

/** Formats that a score can be written in, as far as they leave things out. */
export type WrittenFormat = 'tab' | 'midi' | 'musicxml' | 'json';

const NAMES: Readonly<Record<WrittenFormat, string>> = {
  tab: 'Tablature',
  midi: 'MIDI',
  musicxml: 'MusicXML',
  json: 'JSON',
};

/** Marks of strokes and what they are called where they are lost. */
const MARKS = [
  ['rake', 'rakes'],
  ['brush', 'brushes'],
  ['unplanted', 'strokes without planting'],
  ['accent', 'accents'],
  ['damped', 'damping'],
  ['ring', 'ringing on'],
  ['silent', 'silent strokes'],
  ['fretted', 'fingers of the other hand'],
] as const;

/** Marks a format has no sign for. */
const WITHOUT: Readonly<Record<WrittenFormat, readonly (typeof MARKS)[number][0][]>> = {
  json: [],
  musicxml: ['rake', 'brush', 'unplanted'],
  tab: ['rake', 'brush', 'unplanted', 'accent', 'damped', 'ring', 'silent', 'fretted'],
  midi: ['rake', 'brush', 'unplanted', 'damped', 'ring', 'silent', 'fretted'],
};

/** What of a score a format has no place for. */
const unkept = ({ strokes }: Score, format: WrittenFormat): readonly string[] => [
  ...(format === 'midi' ? ['digits', 'chords'] : []),
  ...MARKS.filter(([mark]) => WITHOUT[format].includes(mark) && strokes.some((stroke) => stroke[mark])).map(
    ([, name]) => name,
  ),
];

/** Strokes named by their place before the rest is only counted. */
const NAMED = 3;

const places = (score: Score, all: readonly { readonly at: number; readonly string: number }[]): string => {
  const named = all.slice(0, NAMED).map(({ at, string }) => `${placeIn(score, at)} on string ${string}`);
  return all.length > NAMED ? `${named.join('; ')} and ${all.length - NAMED} more` : named.join('; ');
};

/**
 * What a format cannot hold of a score, each with a count: strokes on strings that the chord mutes are heard nowhere.
 * Empty where everything is written.
 * @example
 * leftOut(realise(newPattern('Roll')), 'tab').length // => 0
 */
export const leftOut = (score: Score, format: WrittenFormat): readonly Problem[] => {
  const muted = format === 'midi' || format === 'musicxml' ? mutedIn(score) : [];
  const what = unkept(score, format);
  return [
    ...(format === 'musicxml' ? unwritten(score, []) : []),
    ...(what.length > 0 ? [problem('format-keeps-no', { format: NAMES[format], what: what.join(', ') })] : []),
    ...(muted.length === 0 ? [] : [problem('muted-left-out', { value: muted.length, where: places(score, muted) })]),
  ];
};
