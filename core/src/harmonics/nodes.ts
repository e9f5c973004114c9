/** A place over a string where a harmonic speaks: the partial, frets above the stopped note, semitones it sounds above. */
export interface HarmonicNode {
  readonly partial: number;
  readonly frets: number;
  readonly interval: number;
  readonly name: string;
}

/**
 * The nodes that speak well, best first. The nth partial has a node at 12 · log2(n/(n−k)) frets above the stopped note
 * (physics of the ideal string); the nearest fret is named.
 */
export const HARMONIC_NODES: readonly HarmonicNode[] = [
  { partial: 2, frets: 12, interval: 12, name: 'an octave' },
  { partial: 3, frets: 7, interval: 19, name: 'an octave and a fifth' },
  { partial: 3, frets: 19, interval: 19, name: 'an octave and a fifth' },
  { partial: 4, frets: 5, interval: 24, name: 'two octaves' },
  { partial: 4, frets: 24, interval: 24, name: 'two octaves' },
  { partial: 5, frets: 4, interval: 28, name: 'two octaves and a third' },
  { partial: 5, frets: 9, interval: 28, name: 'two octaves and a third' },
  { partial: 5, frets: 16, interval: 28, name: 'two octaves and a third' },
];

/**
 * The node a touch so many frets above the stopped note sounds; undefined where nothing speaks.
 * @example
 * nodeAt(12).partial // => 2
 */
export const nodeAt = (frets: number): HarmonicNode | undefined => HARMONIC_NODES.find((node) => node.frets === frets);
