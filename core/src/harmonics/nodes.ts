import { message, type Message } from '../message/index.ts';

/**
 * A place over a string where a harmonic speaks: the partial, frets above the stopped note, semitones it sounds above.
 */
export interface HarmonicNode {
  readonly partial: number;
  readonly frets: number;
  readonly interval: number;
}

/**
 * The nodes that speak well, best first. The nth partial has a node at 12 · log2(n/(n−k)) frets above the stopped note
 * (physics of the ideal string); the nearest fret is named.
 */
export const HARMONIC_NODES: readonly HarmonicNode[] = [
  { partial: 2, frets: 12, interval: 12 },
  { partial: 3, frets: 7, interval: 19 },
  { partial: 3, frets: 19, interval: 19 },
  { partial: 4, frets: 5, interval: 24 },
  { partial: 4, frets: 24, interval: 24 },
  { partial: 5, frets: 4, interval: 28 },
  { partial: 5, frets: 9, interval: 28 },
  { partial: 5, frets: 16, interval: 28 },
];

/**
 * The node a touch so many frets above the stopped note sounds; undefined where nothing speaks.
 * @example
 * findNodeAtFret(12).partial // => 2
 */
export const findNodeAtFret = (frets: number): HarmonicNode | undefined =>
  HARMONIC_NODES.find((node) => node.frets === frets);

/**
 * What the interval of a node above the stopped note is called.
 * @example
 * nodeInterval({ partial: 2, frets: 12, interval: 12 }).code // => 'harmonic-interval.name'
 */
export const nodeInterval = ({ partial }: HarmonicNode): Message => message('harmonic-interval.name', { partial });
