import { keyOfSignature, parseKey, type Key } from '../../theory/index.ts';
import { PERCUSSION_CHANNEL } from './string-channels.ts';
import { message, type Message } from '../../message/index.ts';
import { createProblem, type Problem } from '../../errors/index.ts';
import { PATTERN_LIMITS } from '../../pattern/index.ts';
import { withUsualBeats, BEAT_UNITS, TICKS_PER_QUARTER, type BeatUnit, type Metre } from '../../time/index.ts';

/** A note of a file: ticks of ours, MIDI number, loudness 1 to 127, and where it comes from. */
export interface SmfNote {
  readonly at: number;
  readonly midi: number;
  readonly velocity: number;
  readonly track: number;
  readonly channel: number;
}

/** Something that holds from a tick on. */
export interface TimedValue<T> {
  readonly at: number;
  readonly value: T;
}

/** What a file holds, before anything is made of it. */
export interface SmfContent {
  readonly notes: SmfNote[];
  /** The first sound of each channel of a track, by both: General MIDI counted from 0. */
  readonly programs: Map<string, number>;
  /** Names of the tracks, by their index. */
  readonly names: Map<number, string>;
  readonly tempos: TimedValue<number>[];
  /** The key it is in, where that is said. */
  key?: Key;
  /** What our own files say of going round, and of a pickup in ticks of our own. */
  loops?: boolean;
  pickup?: number;
  readonly metres: TimedValue<Metre>[];
  readonly markers: TimedValue<string>[];
  /** What our own files say of the strings their channels stand for. */
  strings?: string;
  /** Whether each track is a piece by itself. */
  hasIndependentTracks: boolean;
}

/** Something that is wrong at a byte of the file; caught at the door and made a problem. */
export class SmfParseError extends Error {
  readonly problem: Problem;
  constructor(position: number, reason: Message) {
    super(reason.code);
    this.problem = createProblem('midi-unreadable', { position, reason });
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
    if (this.left < 1) throw new SmfParseError(this.place, message('file-problem.midi-ends-early'));
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
      throw new SmfParseError(this.place, message('file-problem.midi-cut', { bytes: count, left: this.left }));
    const part = new Bytes(this.bytes.subarray(this.position, this.position + count), this.place);
    this.position += count;
    return part;
  }

  text(count: number): string {
    const { bytes } = this.take(count);
    let escaped = '';
    for (const byte of bytes.subarray(0, LONGEST_TEXT)) escaped += `%${byte.toString(16).padStart(2, '0')}`;
    try {
      return decodeURIComponent(escaped);
    } catch {
      return String.fromCharCode(...bytes.subarray(0, LONGEST_TEXT));
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
    throw new SmfParseError(this.place, message('file-problem.midi-length'));
  }
}

/** Letters of a name or a marker that are read. */
const LONGEST_TEXT = 400;

const META = { text: 0x01, name: 0x03, marker: 0x06, end: 0x2f, tempo: 0x51, metre: 0x58, key: 0x59 } as const;

/** How our own files say which strings their channels are. */
export const STRING_CHANNELS_TEXT = 'A channel for each string, string 1 first';

const metreOf = (body: Bytes): Metre | undefined => {
  const [beats, unit] = [body.byte(), 2 ** body.byte()];
  const counted = beats >= 1 && beats <= PATTERN_LIMITS.beats && BEAT_UNITS.includes(unit as BeatUnit);
  return counted ? withUsualBeats({ beats, unit: unit as BeatUnit }) : undefined;
};

/** How our own files name their key: the format itself knows major and minor only. */
export const KEY_TEXT = 'Key: ';

/** What our own files say that the format has no place for: whether they go round, and how long their pickup is. */
export const LOOP_TEXT = 'Loop: ';
export const PICKUP_TEXT = 'Pickup ticks: ';

const keyIn = (body: Bytes): Key | undefined => {
  const [byte, mode] = [body.byte(), body.byte()];
  const signs = byte > 127 ? byte - 256 : byte;
  // Programs write C major where nobody chose a key.
  if (Math.abs(signs) > 7 || mode > 1 || (signs === 0 && mode === 0)) return undefined;
  return keyOfSignature(signs, mode === 1 ? 'minor' : 'major');
};

const pickupIn = (text: string): number => {
  const ticks = Number(text.slice(PICKUP_TEXT.length));
  return Number.isInteger(ticks) && ticks > 0 && ticks < 20_000 ? ticks : 0;
};

/** Reads a message about the piece; says whether it ends the track. */
const readMeta = (track: Bytes, now: number, index: number, file: SmfContent): boolean => {
  const kind = track.byte();
  const length = track.variable();
  const body = track.take(length);
  if (kind === META.name && length > 0 && !file.names.has(index))
    file.names.set(index, body.text(length).trim().slice(0, PATTERN_LIMITS.name));
  else if (kind === META.marker && length > 0) file.markers.push({ at: now, value: body.text(length).trim() });
  else if (kind === META.text && length > 0) {
    const text = body.text(length);
    if (text.startsWith(STRING_CHANNELS_TEXT)) file.strings = text;
    if (text.startsWith(LOOP_TEXT)) file.loops = text.slice(LOOP_TEXT.length).trim() === 'yes';
    if (text.startsWith(PICKUP_TEXT)) file.pickup = pickupIn(text);
    if (text.startsWith(KEY_TEXT)) file.key = parseKey(text.slice(KEY_TEXT.length)) ?? file.key;
  } else if (kind === META.tempo && length === 3)
    file.tempos.push({ at: now, value: 60_000_000 / Math.max(1, body.number(3)) });
  else if (kind === META.key && length === 2) file.key ??= keyIn(body);
  else if (kind === META.metre && length >= 2) {
    const metre = metreOf(body);
    if (metre) file.metres.push({ at: now, value: metre });
  }
  return kind === META.end;
};

/** What the first sound of a channel of a track is kept under. */
export const programKey = (track: number, channel: number): string => `${track}/${channel}`;

const readTrack = (track: Bytes, scale: number, index: number, file: SmfContent): void => {
  let now = 0;
  let status = 0;
  while (track.left > 0) {
    now += track.variable();
    if (track.peek() >= 0x80) status = track.byte();
    if (status < 0x80) throw new SmfParseError(track.place, message('file-problem.midi-status'));
    if (status === 0xff) {
      if (readMeta(track, Math.round(now * scale), index, file)) return;
    } else if (status === 0xf0 || status === 0xf7) track.take(track.variable());
    else {
      const midi = track.byte();
      const kind = status >> 4;
      const velocity = kind === 0xc || kind === 0xd ? 0 : track.byte();
      const channel = status & 15;
      const part = programKey(index, channel);
      if (kind === 0xc && !file.programs.has(part)) file.programs.set(part, midi);
      if (kind === 0x9 && velocity > 0 && channel !== PERCUSSION_CHANNEL)
        file.notes.push({ at: Math.round(now * scale), midi, velocity, track: index, channel });
    }
  }
  throw new SmfParseError(track.place, message('file-problem.midi-track-end'));
};

/** The file inside a wrapper some programs put around it, or the file itself. */
const unwrapped = (bytes: Uint8Array): Bytes => {
  const file = new Bytes(bytes);
  if (file.left < 20 || String.fromCharCode(...bytes.subarray(0, 4)) !== 'RIFF') return file;
  file.take(12);
  const littleEndian = (): number => file.byte() + 256 * file.byte() + 65536 * file.byte() + 16777216 * file.byte();
  while (file.left >= 8) {
    const kind = file.text(4);
    const length = littleEndian();
    if (kind === 'data') return file.take(Math.min(length, file.left));
    file.take(Math.min(file.left, length + (length % 2)));
  }
  throw new SmfParseError(12, message('file-problem.midi-none'));
};

/** Ticks of the file in a quarter. Where it counts in frames, a quarter is half a second: 120 a minute. */
const quarterOf = (division: number): number => {
  if (division < 0x8000) return division;
  const frames = 256 - (division >> 8);
  return (frames * (division & 255)) / 2;
};

/** Reads a file of any type. Throws a SmfParseError with the byte that is wrong. */
export const parseSmf = (bytes: Uint8Array): SmfContent => {
  const file = unwrapped(bytes);
  if (file.left < 14 || file.text(4) !== 'MThd') throw new SmfParseError(0, message('file-problem.midi-header'));
  const header = file.take(file.number(4));
  const [format, tracks, division] = [header.number(2), header.number(2), header.number(2)];
  const quarter = quarterOf(division);
  if (!(quarter > 0)) throw new SmfParseError(12, message('file-problem.midi-division'));
  if (format > 2) throw new SmfParseError(8, message('file-problem.midi-type', { type: format }));
  const read: SmfContent = {
    notes: [],
    programs: new Map(),
    names: new Map(),
    tempos: [],
    metres: [],
    markers: [],
    hasIndependentTracks: format === 2,
  };
  let index = 0;
  while (index < tracks) {
    const kind = file.text(4);
    const body = file.take(file.number(4));
    if (kind !== 'MTrk') continue;
    readTrack(body, TICKS_PER_QUARTER / quarter, index, read);
    index += 1;
  }
  return read;
};
