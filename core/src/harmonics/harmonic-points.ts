import { message, type Message } from '../message/index.ts';
import { fretOfString, type Voicing } from '../harmony/index.ts';
import { midiToNoteName, pitchAt, stringCount, type Instrument } from '../instrument/index.ts';
import { HARMONIC_NODES, nodeInterval, type HarmonicNode } from './nodes.ts';

/**
 * A harmonic of one string of a shape: where it is touched, what it sounds, and what to do where that is out of reach.
 */
export interface HarmonicPoint {
  readonly string: number;
  /** The fret the other hand stops, above the capo. */
  readonly stoppedFret: number;
  /** The fret, above the capo, over which the string is touched. */
  readonly touchFret: number;
  readonly node: HarmonicNode;
  /** MIDI note number that sounds. */
  readonly pitch: number;
  readonly noteName: string;
  readonly isReachable: boolean;
  /** Ways out where it is beyond the last fret; none where it is not. */
  readonly remedies: readonly Message[];
}

/** Other nodes of a string that lie on the neck, the best that speaks first. */
const listReachableNodes = (stopped: number, frets: number): readonly HarmonicNode[] =>
  HARMONIC_NODES.filter((node) => stopped + node.frets <= frets);

const listRemedies = (stopped: number, node: HarmonicNode, frets: number): readonly Message[] => {
  const other = listReachableNodes(stopped, frets).find(({ partial }) => partial !== node.partial);
  const same = listReachableNodes(stopped, frets).find(({ partial }) => partial === node.partial);
  const lower = frets - node.frets;
  return [
    ...(same ? [message('harmonic-remedy.same-note', { fret: stopped + same.frets })] : []),
    ...(stopped > 0 && node.frets <= frets ? [message('harmonic-remedy.open-string', { fret: node.frets })] : []),
    ...(other
      ? [message('harmonic-remedy.other-node', { fret: stopped + other.frets, interval: nodeInterval(other) })]
      : []),
    ...(lower >= 0 && lower < stopped ? [message('harmonic-remedy.lower-shape', { frets: stopped - lower })] : []),
  ];
};

/**
 * The harmonic of one string at a node.
 * @example
 * computeHarmonicPoint(createPattern('P').instrument, { string: 6, stopped: 3 }, findNodeAtFret(12)).touchFret // => 15
 */
export const computeHarmonicPoint = (
  instrument: Instrument,
  { string, stopped }: { readonly string: number; readonly stopped: number },
  node: HarmonicNode = HARMONIC_NODES[0] as HarmonicNode,
): HarmonicPoint => {
  const frets = instrument.frets - instrument.capo;
  const touch = stopped + node.frets;
  const pitch = pitchAt(instrument, string, stopped) + node.interval;
  const reachable = touch <= frets;
  return {
    string,
    stoppedFret: stopped,
    touchFret: touch,
    node,
    pitch,
    noteName: midiToNoteName(pitch),
    isReachable: reachable,
    remedies: reachable ? [] : listRemedies(stopped, node, frets),
  };
};

/**
 * The octave harmonics over a shape, from the lowest string up; muted strings have none.
 * @example
 * computeHarmonicPoints(createPattern('P').instrument, { chord: 'G', frets: [3, 2, 0, 0, 0, 3] })
 *   .map(({ touchFret }) => touchFret)
 *   .join(' ') // => '15 14 12 12 12 15'
 */
export const computeHarmonicPoints = (
  instrument: Instrument,
  voicing: Voicing,
  node: HarmonicNode = HARMONIC_NODES[0] as HarmonicNode,
): readonly HarmonicPoint[] =>
  Array.from({ length: stringCount(instrument) }, (_, place) => stringCount(instrument) - place).flatMap((string) => {
    const stopped = fretOfString(voicing, string);
    return stopped === null ? [] : [computeHarmonicPoint(instrument, { string, stopped }, node)];
  });
