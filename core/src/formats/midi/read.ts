import { failure, problem, success, type Problem, type Result } from '../../errors/index.ts';
import { instrumentIn, tuningByKey, type Instrument } from '../../instrument/index.ts';
import {
  BEAT_UNITS,
  SUBDIVISIONS,
  TEMPO_RANGE,
  TICKS_PER_QUARTER,
  canSubdivide,
  ticksPerBar,
  ticksPerBeat,
  type BeatUnit,
  type Metre,
} from '../../time/index.ts';
import {
  PATTERN_LIMITS,
  byTimeThenString,
  newPattern,
  problemsOfPattern,
  type Pattern,
  type Stroke,
} from '../../pattern/index.ts';
import { onFittingShape, type Imported } from '../imported.ts';
import { MOST_PROBLEMS } from '../../fields/index.ts';
import { placeNotes } from '../positions/place-notes.ts';

/** The largest MIDI file that is read, in bytes. */
export const LARGEST_MIDI = 4_000_000;

/** A note of a file: ticks of ours, MIDI number, loudness 1 to 127. */
interface Note {
  readonly at: number;
  readonly midi: number;
  readonly velocity: number;
}

interface Song {
  readonly notes: Note[];
  name?: string;
  tempo?: number;
  metre?: Metre;
}

/** Something that is wrong at a byte of the file; caught at the door and made a problem. */
class MidiTrouble extends Error {
  readonly problem: Problem;
  constructor(position: number, reason: string) {
    super(reason);
    this.problem = problem('midi-unreadable', { position, reason });
  }
}

/** Reads bytes one after another and says where it stands. */
class Bytes {
  position = 0;
  constructor(
    private readonly bytes: Uint8Array,
    private readonly offset = 0,
  ) {}

  get left(): number {
    return this.bytes.length - this.position;
  }

  get place(): number {
    return this.offset + this.position;
  }

  byte(): number {
    if (this.left < 1) throw new MidiTrouble(this.place, 'it breaks off there');
    this.position += 1;
    return this.bytes[this.position - 1] as number;
  }

  peek(): number {
    return this.bytes[this.position] ?? -1;
  }

  number(count: number): number {
    let value = 0;
    for (let index = 0; index < count; index += 1) value = value * 256 + this.byte();
    return value;
  }

  take(count: number): Bytes {
    if (this.left < count)
      throw new MidiTrouble(this.place, `it should go on for ${count} bytes and breaks off after ${this.left}`);
    const part = new Bytes(this.bytes.subarray(this.position, this.position + count), this.place);
    this.position += count;
    return part;
  }

  text(count: number): string {
    const { bytes } = this.take(count);
    let escaped = '';
    for (const byte of bytes) escaped += `%${byte.toString(16).padStart(2, '0')}`;
    try {
      return decodeURIComponent(escaped);
    } catch {
      return String.fromCharCode(...bytes);
    }
  }

  /** A variable-length quantity: seven bits a byte, at most four bytes. */
  variable(): number {
    let value = 0;
    for (let index = 0; index < 4; index += 1) {
      const byte = this.byte();
      value = value * 128 + (byte & 127);
      if (byte < 128) return value;
    }
    throw new MidiTrouble(this.place, 'a length there never ends');
  }
}

const META = { name: 0x03, end: 0x2f, tempo: 0x51, metre: 0x58 } as const;

const readMeta = (track: Bytes, song: Song): boolean => {
  const kind = track.byte();
  const length = track.variable();
  const body = track.take(length);
  if (kind === META.name && song.name === undefined && length > 0)
    song.name = body.text(length).slice(0, PATTERN_LIMITS.name);
  if (kind === META.tempo && length === 3 && song.tempo === undefined)
    song.tempo = 60_000_000 / Math.max(1, body.number(3));
  if (kind === META.metre && length >= 2 && song.metre === undefined) {
    const [beats, unit] = [body.byte(), 2 ** body.byte()];
    if (beats >= 1 && beats <= PATTERN_LIMITS.beats && BEAT_UNITS.includes(unit as BeatUnit))
      song.metre = { beats, unit: unit as BeatUnit };
  }
  return kind === META.end;
};

/** How many data bytes a channel message has, by its upper four bits. */
const dataBytes = (status: number): number => (status >> 4 === 0xc || status >> 4 === 0xd ? 1 : 2);

const PERCUSSION = 9;

const readTrack = (track: Bytes, scale: number, song: Song): void => {
  let now = 0;
  let status = 0;
  while (track.left > 0) {
    now += track.variable();
    const first = track.peek();
    if (first >= 0x80) status = track.byte();
    if (status < 0x80) throw new MidiTrouble(track.place, 'a message there has no kind');
    if (status === 0xff) {
      if (readMeta(track, song)) return;
    } else if (status === 0xf0 || status === 0xf7) track.take(track.variable());
    else {
      const data = Array.from({ length: dataBytes(status) }, () => track.byte());
      const [midi = 0, velocity = 0] = data;
      if (status >> 4 === 0x9 && velocity > 0 && (status & 15) !== PERCUSSION)
        song.notes.push({ at: Math.round(now * scale), midi, velocity });
    }
  }
  throw new MidiTrouble(track.place, 'the track has no end');
};

const readSong = (bytes: Uint8Array): Song => {
  const file = new Bytes(bytes);
  if (file.left < 14 || file.text(4) !== 'MThd') throw new MidiTrouble(0, 'it does not begin as a MIDI file does');
  const header = file.take(file.number(4));
  const [format, tracks, division] = [header.number(2), header.number(2), header.number(2)];
  if (format > 1) throw new MidiTrouble(8, 'its tracks are pieces of their own, and which one is meant is not known');
  if (division >= 0x8000 || division === 0)
    throw new MidiTrouble(12, 'its time is counted in film frames, not in beats');
  const song: Song = { notes: [] };
  let read = 0;
  while (read < tracks) {
    const kind = file.text(4);
    const body = file.take(file.number(4));
    if (kind !== 'MTrk') continue;
    readTrack(body, TICKS_PER_QUARTER / division, song);
    read += 1;
  }
  return song;
};

/** The coarsest grid on which nearly every note falls, and each note on it: what was played by hand is straightened. */
const straightened = (
  notes: readonly Note[],
  metre: Metre,
): { readonly notes: readonly Note[]; readonly subdivision: number; readonly moved: number } => {
  const beat = ticksPerBeat(metre);
  const tolerance = beat / 24;
  const off = (at: number, parts: number): number => Math.abs(at - Math.round(at / (beat / parts)) * (beat / parts));
  const within = (most: number): number | undefined =>
    SUBDIVISIONS.filter((parts) => canSubdivide(metre, parts)).find((parts) =>
      notes.every(({ at }) => off(at, parts) <= most),
    );
  const fits = within(0) ?? within(tolerance);
  const subdivision = fits ?? (canSubdivide(metre, 12) ? 12 : 8);
  const snapped = notes.map((note) => ({
    ...note,
    at: Math.round(note.at / (beat / subdivision)) * (beat / subdivision),
  }));
  return { notes: snapped, subdivision, moved: snapped.filter(({ at }, index) => at !== notes[index]?.at).length };
};

const LOUD = { soft: 50, loud: 100 } as const;

const markOf = ({ velocity }: Note, usual: number): Pick<Stroke, 'accent' | 'loudness'> =>
  velocity >= Math.max(LOUD.loud, usual + 20)
    ? { accent: true }
    : velocity <= Math.min(LOUD.soft, usual - 15)
      ? { loudness: 'soft' }
      : {};

const medianOf = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;

interface Placed {
  readonly strokes: readonly Stroke[];
  readonly lost: number;
}

/** Notes by time, on the strings and frets of least effort; those that cannot be held together are left out. */
const placed = (notes: readonly Note[], instrument: Instrument): Placed => {
  const usual = medianOf(notes.map(({ velocity }) => velocity));
  const strokes = placeNotes(instrument, notes).map(({ note, time, rank, string, fret }): Stroke => ({
    id: `n${time}-${rank}`,
    at: note.at,
    string,
    fret,
    ...markOf(note, usual),
  }));
  return { strokes: [...strokes].sort(byTimeThenString), lost: notes.length - strokes.length };
};

const clamped = (tempo: number): number => Math.min(TEMPO_RANGE.most, Math.max(TEMPO_RANGE.least, Math.round(tempo)));

/** What is too long for a pattern is refused before any work is spent on it. */
const tooLong = (notes: readonly Note[], bars: number): readonly Problem[] => [
  ...(notes.length > PATTERN_LIMITS.strokes
    ? [problem('too-many-strokes', { most: PATTERN_LIMITS.strokes, value: notes.length })]
    : []),
  ...(bars > PATTERN_LIMITS.bars
    ? [problem('length-out-of-range', { least: 1, most: PATTERN_LIMITS.bars, value: bars })]
    : []),
];

const patternOf = (song: Song, instrument: Instrument): Result<Imported> => {
  if (song.notes.length === 0) return failure(problem('no-notes'));
  const metre = song.metre ?? { beats: 4, unit: 4 };
  const last = song.notes.reduce((latest, { at }) => Math.max(latest, at), 0);
  const long = tooLong(song.notes, Math.floor(last / ticksPerBar(metre)) + 1);
  if (long.length > 0) return failure(...long);
  const { notes, subdivision, moved } = straightened(song.notes, metre);
  const { strokes, lost } = placed(notes, instrument);
  const bars = Math.floor(notes.reduce((latest, { at }) => Math.max(latest, at), 0) / ticksPerBar(metre)) + 1;
  const base: Pattern = newPattern(song.name?.trim() || 'From a MIDI file', {
    metre,
    bars,
    subdivision,
    tempo: clamped((song.tempo ?? 90) * (metre.unit / 4)),
    instrument,
    cyclic: bars <= 4,
    strokes,
  });
  const pattern = onFittingShape(base);
  const problems = problemsOfPattern(pattern);
  if (problems.length > 0) return failure(...problems.slice(0, MOST_PROBLEMS));
  const remarks = [
    problem('positions-guessed', { value: strokes.length }),
    ...(moved > 0 ? [problem('times-straightened', { value: moved, parts: subdivision })] : []),
    ...(lost > 0 ? [problem('notes-left-out', { value: lost })] : []),
  ];
  return success({ pattern, remarks, guessed: true });
};

/**
 * Reads a Standard MIDI File (format 0 or 1). It has no strings: those of least effort on the instrument are guessed, and
 * that is said. Errors: `too-large`, `midi-unreadable` with the byte, `no-notes`, those of a pattern.
 * @example
 * readMidi(new Uint8Array([1, 2, 3])).ok // => false
 */
export const readMidi = (
  bytes: Uint8Array,
  instrument: Instrument = instrumentIn(tuningByKey('standard')),
): Result<Imported> => {
  if (bytes.length > LARGEST_MIDI)
    return failure(
      problem('too-large', { value: `${(bytes.length / 1e6).toFixed(1)} MB`, most: `${LARGEST_MIDI / 1e6} MB` }),
    );
  try {
    return patternOf(readSong(bytes), instrument);
  } catch (error) {
    if (error instanceof MidiTrouble) return failure(error.problem);
    throw error;
  }
};
