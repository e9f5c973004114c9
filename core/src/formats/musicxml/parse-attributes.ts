import {
  STRING_RANGE,
  TUNINGS,
  createInstrument,
  formatTuning,
  pitchAt,
  usualPitches,
  type Instrument,
} from '../../instrument/index.ts';
import { PATTERN_LIMITS } from '../../pattern/index.ts';
import {
  withUsualBeats,
  hasFittingGroups,
  BEAT_UNITS,
  TICKS_PER_QUARTER,
  type BeatUnit,
  type Metre,
} from '../../time/index.ts';
import { MODES, keyOfSignature, type Key } from '../../theory/index.ts';
import type { ParsedNote } from '../parsed-music/parsed-music.ts';
import { findChild, listChildren, numberAt, textAt, type XmlNode } from './xml-tree.ts';

const STEPS: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

/** MIDI note number of a step with its alteration and octave; undefined where one is missing. */
export const pitchToMidi = (step: string | undefined, alter = 0, octave: number | undefined): number | undefined => {
  const base = step === undefined ? undefined : STEPS[step];
  return base === undefined || octave === undefined ? undefined : base + Math.round(alter) + (octave + 1) * 12;
};

/** The metre of a time signature; composite beats (`3+2`) are the groups it is felt in. */
export const parseTimeSignature = (attributes: XmlNode | undefined): Metre | undefined => {
  const time = findChild(attributes, 'time');
  const groups = (textAt(time, 'beats') ?? '').split('+').map(Number);
  const beats = groups.reduce((sum, part) => sum + part, 0);
  const unit = numberAt(time, 'beat-type');
  if (!Number.isInteger(beats) || beats < 1 || beats > PATTERN_LIMITS.beats) return undefined;
  if (!BEAT_UNITS.includes(unit as BeatUnit)) return undefined;
  const metre = { beats, unit: unit as BeatUnit };
  return groups.length > 1 && hasFittingGroups({ ...metre, groups }) ? { ...metre, groups } : withUsualBeats(metre);
};

/** The key an attributes element names with its mode; a bare signature may be major or minor. */
export const parseKeyElement = (attributes: XmlNode | undefined): Key | undefined => {
  const key = findChild(attributes, 'key');
  const signs = numberAt(key, 'fifths');
  const mode = MODES.find((one) => one === textAt(key, 'mode')?.trim().toLowerCase());
  if (signs === undefined || Math.abs(signs) > 7 || !mode) return undefined;
  // Programs write C major where nobody chose a key.
  return signs === 0 && mode === 'major' ? undefined : keyOfSignature(signs, mode);
};

/** The metre bars have that say none: by the length most of them have, in quarters or else eighths. */
export const inferMetre = (lengths: readonly number[]): Metre => {
  const votes = new Map<number, number>();
  for (const ticks of lengths) votes.set(ticks, (votes.get(ticks) ?? 0) + 1);
  const [usual = 0] = [...votes].sort((a, b) => b[1] - a[1] || b[0] - a[0])[0] ?? [];
  for (const unit of [4, 8] as const) {
    const beats = (usual * unit) / (4 * TICKS_PER_QUARTER);
    if (Number.isInteger(beats) && beats >= 1 && beats <= PATTERN_LIMITS.beats) return withUsualBeats({ beats, unit });
  }
  return { beats: 4, unit: 4 };
};

const nameOf = (pitches: readonly number[]): string => formatTuning(pitches);

/** An instrument strung so, in a tuning that is known or one named by its notes. */
const strungAs = (pitches: readonly number[]): Instrument => {
  const known = TUNINGS.find((tuning) => tuning.pitches.join() === pitches.join());
  return createInstrument(known ?? { key: nameOf(pitches), name: nameOf(pitches), pitches });
};

/** Pitches by the lines of a staff's tuning, from the lowest line up. */
const tuningOf = (details: XmlNode): readonly number[] =>
  listChildren(details, 'staff-tuning')
    .flatMap((tuning) => {
      const [step, octave] = [textAt(tuning, 'tuning-step'), numberAt(tuning, 'tuning-octave')];
      const midi = pitchToMidi(step, numberAt(tuning, 'tuning-alter'), octave);
      return midi === undefined ? [] : [{ line: Number(tuning.attributes.line), midi }];
    })
    .sort((a, b) => a.line - b.line)
    .map(({ midi }) => midi);

const isCount = (strings: number): boolean => strings >= STRING_RANGE.least && strings <= STRING_RANGE.most;

/** What the notes themselves say of the strings: the open pitch each string's notes agree on. */
const openByNotes = (notes: readonly ParsedNote[]): ReadonlyMap<number, number> => {
  const found = new Map<number, number | null>();
  for (const { string, fret, midi, marks } of notes) {
    if (string === undefined || fret === undefined || midi === undefined || marks.harmonic) continue;
    const open = midi - fret;
    const known = found.get(string);
    found.set(string, known === undefined || known === open ? open : null);
  }
  return new Map([...found].flatMap(([string, open]) => (open === null ? [] : [[string, open] as const])));
};

/** The tuning the notes give where the file names none: the usual one with the strings that differ. */
const byNotes = (notes: readonly ParsedNote[]): Instrument => {
  const opens = openByNotes(notes);
  const strings = Math.max(6, ...opens.keys());
  const usual = usualPitches(Math.min(strings, STRING_RANGE.most));
  const pitches = usual.map((pitch, index) => opens.get(usual.length - index) ?? pitch);
  // A string that is far from where it is usually tuned is a misprint rather than a tuning.
  return strungAs(pitches.every((pitch, index) => Math.abs(pitch - (usual[index] as number)) <= 7) ? pitches : usual);
};

/** The strings of a part: by the tuning of its tablature staff, else by its notes. */
export const parseStaffTuning = (part: XmlNode, notes: readonly ParsedNote[]): Instrument => {
  const all = listChildren(part, 'measure').flatMap((measure) =>
    listChildren(measure, 'attributes').flatMap((one) => listChildren(one, 'staff-details')),
  );
  const pitches = all.map(tuningOf).find((found) => isCount(found.length));
  const capo = all.map((details) => numberAt(details, 'capo')).find((one) => one !== undefined) ?? 0;
  const base = pitches ? strungAs(pitches) : byNotes(notes);
  const highest = notes.reduce((most, { fret = 0 }) => Math.max(most, fret), base.frets);
  return { ...base, capo: Math.min(12, Math.max(0, Math.round(capo))), frets: Math.min(30, highest) };
};

/** Semitones from written to sounding pitch, by staff; `0` is for staves that say nothing. */
export const parseTranspose = (attributes: XmlNode): ReadonlyMap<string, number> =>
  new Map(
    listChildren(attributes, 'transpose').map((one) => [
      one.attributes.number ?? '',
      Math.round((numberAt(one, 'chromatic') ?? 0) + 12 * (numberAt(one, 'octave-change') ?? 0)),
    ]),
  );

/**
 * Notes whose strings do not give their pitches, all of them by the same whole octaves: the pitches are as written, the
 * strings as played, and the strings are right.
 */
export const correctOctaves = (notes: readonly ParsedNote[], instrument: Instrument): readonly ParsedNote[] => {
  const off = notes.flatMap(({ string, fret, midi, marks }) =>
    string === undefined || fret === undefined || midi === undefined || marks.harmonic
      ? []
      : [midi - pitchAt(instrument, string, fret)],
  );
  const [first = 0] = off;
  const octaves = first !== 0 && first % 12 === 0 && off.every((one) => one === first);
  return octaves
    ? notes.map((note) => ({ ...note, midi: note.midi === undefined ? undefined : note.midi - first }))
    : notes;
};

/** Frets of a chord frame from the lowest string up; muted where it names none. */
export const parseFrameFrets = (
  frame: XmlNode | undefined,
  strings: number,
): readonly (number | null)[] | undefined => {
  if (!frame) return undefined;
  const frets = new Array<number | null>(strings).fill(null);
  for (const note of listChildren(frame, 'frame-note')) {
    const [string, fret] = [numberAt(note, 'string'), numberAt(note, 'fret')];
    if (string === undefined || fret === undefined || string < 1 || string > strings || fret < 0) return undefined;
    frets[strings - string] = Math.round(fret);
  }
  return frets.every((fret) => fret === null) ? undefined : frets;
};
