import { OCTAVE } from '../../instrument/index.ts';
import { NODE_FRETS, isDigit, type Digit, type Slur, type Stroke } from '../../pattern/index.ts';
import type { ParsedNote } from '../parsed-music/parsed-music.ts';
import { pitchToMidi } from './parse-attributes.ts';
import { parseOrnaments } from './parse-ornaments.ts';
import { findChild, listChildren, findDescendant, numberAt, textAt, type XmlNode } from './xml-tree.ts';

const stops = (node: XmlNode | undefined, name: string): boolean =>
  listChildren(node, name).some(({ attributes }) => attributes.type === 'stop');

/** The hand that taps a note: the left one frets, and where nothing is said it is the picking hand. */
const tapHandOf = (technical: XmlNode | undefined): 'fretting' | 'picking' | undefined => {
  const tap = findChild(technical, 'tap');
  return tap && (tap.attributes.hand === 'left' ? 'fretting' : 'picking');
};

export const slurThatEndsAt = (notations: XmlNode | undefined): Slur | undefined => {
  const technical = findChild(notations, 'technical');
  if (stops(technical, 'hammer-on')) return 'hammer-on';
  if (stops(technical, 'pull-off')) return 'pull-off';
  if (tapHandOf(technical) === 'fretting') return 'tap';
  return stops(notations, 'slide') || stops(notations, 'glissando') ? 'slide' : undefined;
};

const pinOf = (technical: XmlNode | undefined): Digit | undefined => {
  const pluck = textAt(technical, 'pluck')?.toLowerCase();
  if (pluck && isDigit(pluck) && pluck !== 'down' && pluck !== 'up') return pluck;
  if (pluck === 't') return 'p';
  if (findChild(technical, 'down-bow')) return 'down';
  return findChild(technical, 'up-bow') ? 'up' : undefined;
};

const definedOnly = (marks: ParsedNote['marks']): ParsedNote['marks'] =>
  Object.fromEntries(Object.entries(marks).filter(([, value]) => value !== undefined));

const loudnessOf = (note: XmlNode): Stroke['loudness'] => {
  const dynamics = Number(note.attributes.dynamics);
  if (findChild(note, 'notehead')?.attributes.parentheses === 'yes') return 'soft';
  if (dynamics >= 100) return 'loud';
  return dynamics > 0 && dynamics <= 60 ? 'soft' : undefined;
};

const isDamped = (technical: XmlNode | undefined): boolean =>
  listChildren(technical, 'other-technical').some(({ text }) => text.trim() === 'palm mute');

/** A harmonic as it is played: natural ones are touched at the written fret, artificial ones an octave above it. */
const harmonicOf = (technical: XmlNode | undefined): Stroke['harmonic'] => {
  const harmonic = findChild(technical, 'harmonic');
  const fret = numberAt(technical, 'fret');
  if (!harmonic || fret === undefined) return undefined;
  const touched = /^touch (\d{1,2})$/.exec(textAt(technical, 'other-technical') ?? '')?.[1];
  if (findChild(harmonic, 'artificial')) {
    const touch = touched ? Number(touched) : fret + OCTAVE;
    return NODE_FRETS.includes(touch - fret) ? { kind: 'harp', touch, above: touch - fret } : { kind: 'harp', touch };
  }
  return NODE_FRETS.includes(fret) ? { kind: 'natural', touch: fret } : undefined;
};

const marksOf = (note: XmlNode): ParsedNote['marks'] => {
  const notations = findChild(note, 'notations');
  const technical = findChild(notations, 'technical');
  const ornaments = parseOrnaments(note);
  // A picked slide is no slur: the note is struck again.
  const slur = ornaments.glide ? undefined : slurThatEndsAt(notations);
  const letRing = listChildren(notations, 'tied').some(({ attributes }) => attributes.type === 'let-ring');
  return definedOnly({
    slur,
    pin: slur ? undefined : pinOf(technical),
    accent: findDescendant(notations, 'articulations', 'accent') ? true : undefined,
    ring: letRing ? true : undefined,
    damped: isDamped(technical) ? true : undefined,
    silent: textAt(note, 'notehead') === 'none' ? true : undefined,
    loudness: loudnessOf(note),
    harmonic: harmonicOf(technical),
    tapped: tapHandOf(technical) === 'picking' ? true : undefined,
    ...ornaments,
  });
};

/** The finger of the other hand, 1 to 4. */
const fingerOf = (technical: XmlNode | undefined): number | undefined => {
  const said = listChildren(technical, 'fingering').find(({ text }) => /^\s*[1-4]\s*$/.test(text));
  return said && Number(said.text);
};

/** Whether a note only goes on from the one before. */
export const isTieContinuation = (note: XmlNode): boolean =>
  stops(note, 'tie') || stops(findChild(note, 'notations'), 'tied');

/** A note at a time of its bar; undefined for what has no pitch. */
export const parseNote = (note: XmlNode, at: number, ticks: number, transpose: number): ParsedNote | undefined => {
  const pitch = findChild(note, 'pitch');
  const midi = pitchToMidi(textAt(pitch, 'step'), numberAt(pitch, 'alter'), numberAt(pitch, 'octave'));
  if (midi === undefined) return undefined;
  const technical = findDescendant(note, 'notations', 'technical');
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
export type LeftMark = 'grace' | 'unpitched' | 'unreadable-chord' | 'fretting-finger' | 'ornament';

/** Ornaments that are read, and what only belongs to them. */
const READ_ORNAMENTS: ReadonlySet<string> = new Set(['trill-mark', 'wavy-line', 'accidental-mark']);

const hasOtherOrnament = (ornaments: XmlNode | undefined): boolean =>
  ornaments?.children.some(({ name }) => !READ_ORNAMENTS.has(name)) ?? false;

/** What of a note is counted as left out, by what it is called. */
export const listIgnoredNotations = (note: XmlNode): readonly LeftMark[] => {
  const notations = findChild(note, 'notations');
  const technical = findChild(notations, 'technical');
  return [
    ...(findChild(technical, 'fingering') && !fingerOf(technical) ? ['fretting-finger' as const] : []),
    ...(hasOtherOrnament(findChild(notations, 'ornaments')) ? ['ornament' as const] : []),
  ];
};
