import { NODE_FRETS, isDigit, type Digit, type Slur, type Stroke } from '../../pattern/index.ts';
import type { ReadNote } from '../music/music.ts';
import { midiOf } from './read-attributes.ts';
import { child, childrenOf, descend, numberAt, textAt, type XmlNode } from './xml.ts';

const stops = (node: XmlNode | undefined, name: string): boolean =>
  childrenOf(node, name).some(({ attributes }) => attributes.type === 'stop');

const slurOf = (notations: XmlNode | undefined): Slur | undefined => {
  const technical = child(notations, 'technical');
  if (stops(technical, 'hammer-on')) return 'hammer-on';
  if (stops(technical, 'pull-off')) return 'pull-off';
  return stops(notations, 'slide') || stops(notations, 'glissando') ? 'slide' : undefined;
};

const pinOf = (technical: XmlNode | undefined): Digit | undefined => {
  const pluck = textAt(technical, 'pluck')?.toLowerCase();
  if (pluck && isDigit(pluck) && pluck !== 'down' && pluck !== 'up') return pluck;
  if (pluck === 't') return 'p';
  if (child(technical, 'down-bow')) return 'down';
  return child(technical, 'up-bow') ? 'up' : undefined;
};

const definedOnly = (marks: ReadNote['marks']): ReadNote['marks'] =>
  Object.fromEntries(Object.entries(marks).filter(([, value]) => value !== undefined));

const loudnessOf = (note: XmlNode): Stroke['loudness'] => {
  const dynamics = Number(note.attributes.dynamics);
  if (child(note, 'notehead')?.attributes.parentheses === 'yes') return 'soft';
  return dynamics >= 100 ? 'loud' : dynamics > 0 && dynamics <= 60 ? 'soft' : undefined;
};

const isDamped = (note: XmlNode, technical: XmlNode | undefined): boolean =>
  textAt(note, 'notehead') === 'x' ||
  childrenOf(technical, 'other-technical').some(({ text }) => text.trim() === 'palm mute');

/** A harmonic as it is played: natural ones are touched at the written fret, artificial ones an octave above it. */
const harmonicOf = (technical: XmlNode | undefined): Stroke['harmonic'] => {
  const harmonic = child(technical, 'harmonic');
  const fret = numberAt(technical, 'fret');
  if (!harmonic || fret === undefined) return undefined;
  const touched = /^touch (\d{1,2})$/.exec(textAt(technical, 'other-technical') ?? '')?.[1];
  if (child(harmonic, 'artificial')) return { kind: 'harp', touch: touched ? Number(touched) : fret + 12 };
  return NODE_FRETS.includes(fret) ? { kind: 'natural', touch: fret } : undefined;
};

const marksOf = (note: XmlNode): ReadNote['marks'] => {
  const notations = child(note, 'notations');
  const technical = child(notations, 'technical');
  const slur = slurOf(notations);
  const letRing = childrenOf(notations, 'tied').some(({ attributes }) => attributes.type === 'let-ring');
  return definedOnly({
    slur,
    pin: slur ? undefined : pinOf(technical),
    accent: descend(notations, 'articulations', 'accent') ? true : undefined,
    ring: letRing ? true : undefined,
    damped: isDamped(note, technical) ? true : undefined,
    silent: textAt(note, 'notehead') === 'none' ? true : undefined,
    loudness: loudnessOf(note),
    harmonic: harmonicOf(technical),
  });
};

/** The finger of the other hand, 1 to 4. */
const fingerOf = (technical: XmlNode | undefined): number | undefined => {
  const said = childrenOf(technical, 'fingering').find(({ text }) => /^\s*[1-4]\s*$/.test(text));
  return said && Number(said.text);
};

/** Whether a note only goes on from the one before. */
export const isTiedOn = (note: XmlNode): boolean => stops(note, 'tie') || stops(child(note, 'notations'), 'tied');

/** A note at a time of its bar; undefined for what has no pitch. */
export const noteOf = (note: XmlNode, at: number, ticks: number, transpose: number): ReadNote | undefined => {
  const pitch = child(note, 'pitch');
  const midi = midiOf(textAt(pitch, 'step'), numberAt(pitch, 'alter'), numberAt(pitch, 'octave'));
  if (midi === undefined) return undefined;
  const technical = descend(note, 'notations', 'technical');
  return {
    at,
    ticks,
    midi: midi + transpose,
    string: numberAt(technical, 'string'),
    fret: numberAt(technical, 'fret'),
    marks: marksOf(note),
    line: note.line,
    staff: textAt(note, 'staff') ?? '1',
    finger: fingerOf(technical),
  };
};

/** What of a score is counted where it is left out. */
export type LeftMark =
  'grace' | 'unpitched' | 'unreadable-chord' | 'bend' | 'tap' | 'fretting-finger' | 'arpeggiated' | 'ornament';

/** What of a note is counted as left out, by what it is called. */
export const leftOutOf = (note: XmlNode): readonly LeftMark[] => {
  const notations = child(note, 'notations');
  const technical = child(notations, 'technical');
  return [
    ...(child(technical, 'bend') ? ['bend' as const] : []),
    ...(child(technical, 'tap') ? ['tap' as const] : []),
    ...(child(technical, 'fingering') && !fingerOf(technical) ? ['fretting-finger' as const] : []),
    ...(child(notations, 'arpeggiate') ? ['arpeggiated' as const] : []),
    ...(child(notations, 'ornament') ? ['ornament' as const] : []),
  ];
};
