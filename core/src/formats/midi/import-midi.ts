import { message } from '../../message/index.ts';
import { failure, createProblem, success, type Problem, type Result } from '../../errors/index.ts';
import {
  TUNINGS,
  createInstrument,
  formatTuning,
  findTuningOrStandard,
  type Instrument,
} from '../../instrument/index.ts';
import {
  TICKS_PER_QUARTER,
  SUBDIVISIONS,
  isSubdivisionPossible,
  ticksPerBar,
  ticksPerBeat,
  type Metre,
} from '../../time/index.ts';
import { UNTITLED } from '../../pattern/index.ts';
import type { ImportedPattern } from '../imported-pattern.ts';
import type { ParsedBar, ParsedMusic, ParsedNote } from '../parsed-music/parsed-music.ts';
import { convertToPattern, type ImportSelection } from '../parsed-music/to-pattern.ts';
import { stringOfChannel } from './string-channels.ts';
import type { ParsedPart } from '../musicxml/parse-score.ts';
import { isPluckedPart } from '../parsed-music/plucked-part.ts';
import { SmfParseError, parseSmf, programKey, type TimedValue, type SmfContent, type SmfNote } from './parse-smf.ts';

/** The largest MIDI file that is read, in bytes. */
export const MAX_MIDI_BYTES = 4_000_000;

/** Notes of one track on one channel, or of all channels where they are strings. */
interface MidiPart extends ParsedPart {
  readonly track: number;
  readonly channel: number | null;
}

/** The parts of a file: its tracks, apart by channel where a track has several that are not strings. */
const partsOf = ({ notes, names, strings }: SmfContent): readonly MidiPart[] => {
  const counts = new Map<number, Map<number, number>>();
  for (const { track, channel } of notes) {
    const channels = counts.get(track) ?? new Map<number, number>();
    channels.set(channel, (channels.get(channel) ?? 0) + 1);
    counts.set(track, channels);
  }
  return [...counts].flatMap(([track, channels]): MidiPart[] => {
    const name = names.get(track) || message('import-part.track', { number: track + 1 });
    const all = [...channels.values()].reduce((sum, count) => sum + count, 0);
    const whole: MidiPart = { name, notes: all, track, channel: null };
    if (channels.size === 1 || strings) return [whole];
    const apart = [...channels].map(([channel, count]): MidiPart => ({
      name: message('import-part.channel', { name, channel: channel + 1 }),
      notes: count,
      track,
      channel,
    }));
    return [whole, ...apart];
  });
};

/** What our own files say of their strings: pitches from the lowest up, and the capo. */
const ownStrings = (text: string | undefined): Instrument | undefined => {
  const found = /open strings ((?:\d{1,3} ){2,9}\d{1,3}), capo (\d{1,2})/.exec(text ?? '');
  if (!found) return undefined;
  const pitches = (found[1] as string).split(' ').map(Number);
  const known = TUNINGS.find((tuning) => tuning.pitches.join() === pitches.join());
  const name = formatTuning(pitches);
  return { ...createInstrument(known ?? { key: name, name, pitches }), capo: Math.min(12, Number(found[2])) };
};

/** How far from the grid what was played by hand may lie, as a share of the beat. */
const TOLERANCE = 1 / 24;

interface Straight {
  readonly notes: readonly SmfNote[];
  readonly subdivision: number;
  readonly moved: number;
}

/** The coarsest grid on which nearly every note falls, and each note on it: what was played by hand is straightened. */
const straightened = (notes: readonly SmfNote[], metre: Metre): Straight => {
  const beat = ticksPerBeat(metre);
  const off = (at: number, parts: number): number => Math.abs(at - Math.round(at / (beat / parts)) * (beat / parts));
  const within = (most: number): number | undefined =>
    SUBDIVISIONS.filter((parts) => isSubdivisionPossible(metre, parts)).find((parts) =>
      notes.every(({ at }) => off(at, parts) <= most),
    );
  const exact = within(0);
  // Notes on grids of their own, as quintuplets beside triplets, are exact too.
  const mixed = SUBDIVISIONS.filter((parts) => isSubdivisionPossible(metre, parts));
  if (
    exact === undefined &&
    notes.every(({ at }) => mixed.some((parts) => off(at, parts) < 1e-9)) &&
    !isCrowded(notes, beat)
  )
    return { notes, subdivision: 0, moved: 0 };
  const subdivision = exact ?? within(beat * TOLERANCE) ?? (isSubdivisionPossible(metre, 12) ? 12 : 8);
  const step = beat / subdivision;
  const snapped = notes.map((note) => ({ ...note, at: Math.round(note.at / step) * step }));
  return { notes: snapped, subdivision, moved: snapped.filter(({ at }, index) => at !== notes[index]?.at).length };
};

/** Whether notes lie nearer to each other than any that are written: then they were played. */
const isCrowded = (notes: readonly SmfNote[], beat: number): boolean => {
  const times = [...new Set(notes.map(({ at }) => at))].sort((a, b) => a - b);
  return times.some((at, index) => index > 0 && at - (times[index - 1] as number) < beat / 12);
};

const LOUD = { soft: 50, loud: 100 } as const;

const markOf = (velocity: number, usual: number): ParsedNote['marks'] => {
  if (velocity >= Math.max(LOUD.loud, usual + 20)) return { accent: true };
  return velocity <= Math.min(LOUD.soft, usual - 15) ? { loudness: 'soft' } : {};
};

const medianOf = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;

/** The value that holds at a tick: the last that began no later. */
const heldAt = <T>(all: readonly TimedValue<T>[], at: number): T | undefined => {
  let found: T | undefined;
  for (const one of all) if (one.at <= at) found = one.value;
  return found;
};

interface Frame {
  readonly metres: readonly TimedValue<Metre>[];
  readonly tempos: readonly TimedValue<number>[];
  readonly markers: readonly TimedValue<string>[];
  /** Ticks of a first bar that is a pickup; 0 where there is none. */
  readonly pickup: number;
}

const sorted = <T>(all: readonly TimedValue<T>[]): readonly TimedValue<T>[] => [...all].sort((a, b) => a.at - b.at);

/** Bars up to the last note, each in its metre; a metre that begins inside a bar cuts it short. */
const barsOf = (notes: readonly ParsedNote[], frame: Frame): readonly ParsedBar[] => {
  const last = notes.reduce((latest, { at }) => Math.max(latest, at), 0);
  const ordered = [...notes].sort((a, b) => a.at - b.at);
  const bars: ParsedBar[] = [];
  let [start, next] = [0, 0];
  while (start <= last && bars.length < MOST_BARS) {
    const metre = heldAt(frame.metres, start) ?? { beats: 4, unit: 4 };
    const change = frame.metres.find(({ at }) => at > start && at < start + ticksPerBar(metre))?.at;
    const isPickup = start === 0 && frame.pickup > 0 && frame.pickup < ticksPerBar(metre);
    const end = isPickup ? frame.pickup : (change ?? start + ticksPerBar(metre));
    const inside: ParsedNote[] = [];
    for (; next < ordered.length && (ordered[next] as ParsedNote).at < end; next += 1) {
      const note = ordered[next] as ParsedNote;
      inside.push({ ...note, at: note.at - start });
    }
    const within = <T>(all: readonly TimedValue<T>[]): TimedValue<T> | undefined =>
      all.findLast(({ at }) => at >= start && at < end);
    const tempo = start === 0 ? heldAt(frame.tempos, end - 1) : within(frame.tempos)?.value;
    const section = within(frame.markers)?.value;
    bars.push({
      metre,
      ticks: end - start,
      notes: inside,
      chords: [],
      ...(tempo === undefined
        ? {}
        : { tempo: Math.round((tempo * TICKS_PER_QUARTER * 100) / ticksPerBeat(metre)) / 100 }),
      ...(section ? { section: section.slice(0, 60) } : {}),
    });
    start = end;
  }
  return bars;
};

/** Bars that are read of a file: more than a song or a pattern holds. */
const MOST_BARS = 5000;

/** The music of a MIDI file, and the parts that can be chosen. */
export interface ParsedMidi extends ParsedMusic {
  readonly parts: readonly ParsedPart[];
  readonly part: number;
}

const chosenNotes = ({ notes }: SmfContent, part: MidiPart | undefined): readonly SmfNote[] =>
  part ? notes.filter(({ track, channel }) => track === part.track && (part.channel ?? channel) === channel) : notes;

/** All tracks are one piece, unless one is chosen or they are pieces of their own. */
const EVERYTHING = message('import-part.whole');

const isPlucked = ({ programs, names, notes }: SmfContent, { track, channel }: MidiPart): boolean => {
  const channels =
    channel === null ? notes.filter((note) => note.track === track).map((note) => note.channel) : [channel];
  return [...new Set(channels)].every((one) => isPluckedPart(names.get(track), programs.get(programKey(track, one))));
};

/** The part to read where none is chosen: the guitar's among other instruments, else everything. */
const usualChoice = (file: SmfContent, choices: readonly (MidiPart | null)[]): number => {
  if (choices[0] !== null) return 0;
  const tracks = choices.flatMap((part, index) => (part?.channel === null ? [{ part, index }] : []));
  const plucked = tracks.filter(({ part }) => isPlucked(file, part));
  if (plucked.length === tracks.length) return 0;
  return plucked.reduce(
    (best, one) => (one.part.notes > best.part.notes ? one : best),
    plucked[0] ?? { part: { notes: 0 }, index: 0 },
  ).index;
};

const withWhole = (file: SmfContent, parts: readonly MidiPart[]): readonly (MidiPart | null)[] => {
  const tracks = new Set(parts.map(({ track }) => track));
  return tracks.size > 1 && !file.hasIndependentTracks ? [null, ...parts] : parts;
};

const remarksOf = ({ subdivision, moved }: Straight): readonly Problem[] =>
  moved > 0 ? [createProblem('times-straightened', { value: moved, parts: subdivision })] : [];

const musicOf = (file: SmfContent, given: Instrument | undefined, chosen?: number): Result<ParsedMidi> => {
  if (file.notes.length === 0) return failure(createProblem('no-notes'));
  const choices = withWhole(file, partsOf(file));
  const index = chosen !== undefined && choices[chosen] !== undefined ? chosen : usualChoice(file, choices);
  const part = choices[index] ?? undefined;
  const metres = sorted(file.metres);
  const straight = straightened(chosenNotes(file, part), metres[0]?.value ?? { beats: 4, unit: 4 });
  const own = ownStrings(file.strings);
  const usual = medianOf(straight.notes.map(({ velocity }) => velocity));
  const instrument = given ?? own ?? createInstrument(findTuningOrStandard('standard'));
  const strung = own !== undefined && own.pitches.join() === instrument.pitches.join();
  const notes = straight.notes.map(({ at, midi, velocity, channel }): ParsedNote => {
    const open = instrument.pitches[instrument.pitches.length - stringOfChannel(channel)];
    const fret = open === undefined ? -1 : midi - open - instrument.capo;
    const place = strung && fret >= 0 && fret <= instrument.frets ? { string: stringOfChannel(channel), fret } : {};
    return { at, midi, velocity, marks: markOf(velocity, usual), ...place };
  });
  return success({
    name: file.names.get(part?.track ?? 0) || file.names.get(0) || [...file.names.values()][0],
    instrument,
    ...(file.key ? { key: file.key } : {}),
    ...(file.loops === undefined ? {} : { loops: file.loops }),
    bars: barsOf(notes, {
      metres,
      tempos: sorted(file.tempos),
      markers: sorted(file.markers),
      pickup: file.pickup ?? 0,
    }),
    warnings: remarksOf(straight),
    parts: choices.map((one) =>
      one ? { name: one.name, notes: one.notes } : { name: EVERYTHING, notes: file.notes.length },
    ),
    part: index,
  });
};

/**
 * Reads a Standard MIDI File of any type as music as it is written: the part that is chosen, else all of it. It has no
 * strings, unless it is one of ours, whose channels are strings. Errors: `too-large`, `midi-unreadable` with the byte,
 * `no-notes`.
 * @example
 * parseMidiMusic(new Uint8Array([1, 2, 3])).ok // => false
 */
export const parseMidiMusic = (bytes: Uint8Array, part?: number, instrument?: Instrument): Result<ParsedMidi> => {
  if (bytes.length > MAX_MIDI_BYTES)
    return failure(
      createProblem('too-large', {
        value: message('size.megabytes', { megabytes: bytes.length / 1e6 }),
        most: message('size.megabytes', { megabytes: MAX_MIDI_BYTES / 1e6 }),
      }),
    );
  try {
    return musicOf(parseSmf(bytes), instrument, part);
  } catch (error) {
    if (error instanceof SmfParseError) return failure(error.problem);
    throw error;
  }
};

/**
 * Reads a Standard MIDI File as a pattern; see `parseMidiMusic`.
 * @example
 * importMidi(new Uint8Array([1, 2, 3])).ok // => false
 */
export const importMidi = (
  bytes: Uint8Array,
  instrument?: Instrument,
  choice: ImportSelection = {},
): Result<ImportedPattern> => {
  const read = parseMidiMusic(bytes, choice.part, instrument);
  return read.ok ? convertToPattern({ ...read.value, name: read.value.name || UNTITLED }, choice) : read;
};
