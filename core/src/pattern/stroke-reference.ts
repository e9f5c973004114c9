/** Where a stroke of a song that is written out as a pattern comes from. */
export interface StrokeReference {
  /** The bar as played, counted from 0. */
  readonly bar: number;
  /** The stroke in its bar's figure, written notes or melody. */
  readonly stroke: string;
  readonly isMelody: boolean;
}

const MELODY = 'melody-';

/**
 * The id of a stroke within its bar, so that one of the melody and one of a figure differ.
 * @example
 * formatBarStrokeId('a', true) // => 'melody-a'
 */
export const formatBarStrokeId = (stroke: string, isMelody: boolean): string => `${isMelody ? MELODY : ''}${stroke}`;

/**
 * The id by which a pattern knows a stroke of a song: nothing but this file says how it is made.
 * @example
 * formatStrokeReference({ bar: 3, stroke: 'a', isMelody: true }) // => '3/melody-a'
 */
export const formatStrokeReference = ({ bar, stroke, isMelody }: StrokeReference): string =>
  `${bar}/${formatBarStrokeId(stroke, isMelody)}`;

/**
 * Where a stroke of a song comes from, by its id; undefined for a stroke of no song.
 * @example
 * parseStrokeReference('3/melody-a') // => { bar: 3, stroke: 'a', isMelody: true }
 * parseStrokeReference('a') // => undefined
 */
export const parseStrokeReference = (id: string): StrokeReference | undefined => {
  const [, bar, melody, stroke] = /^(\d+)\/(melody-)?(.*)$/s.exec(id) ?? [];
  if (bar === undefined || stroke === undefined) return undefined;
  return { bar: Number(bar), stroke, isMelody: melody !== undefined };
};

/**
 * The bar, counted from 0 as played, of a stroke of a song by its id; NaN for a stroke of no song.
 * @example
 * parseBarIndex('3/t0.0.0') // => 3
 */
export const parseBarIndex = (id: string): number => parseStrokeReference(id)?.bar ?? NaN;

/**
 * Whether a stroke belongs to a song's melody, by its id.
 * @example
 * isMelodyStroke('3/melody-a') // => true
 */
export const isMelodyStroke = (id: string): boolean => parseStrokeReference(id)?.isMelody === true;
