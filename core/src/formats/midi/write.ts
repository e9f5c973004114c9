import { TICKS_PER_QUARTER, type Metre } from '../../time/index.ts';
import { patternLength, type Pattern } from '../../pattern/index.ts';
import { notesOf } from '../../sound/index.ts';

/** One event of a track at a tick; events of one tick keep the order of `rank`. */
interface TrackEvent {
  readonly at: number;
  readonly rank: number;
  readonly bytes: readonly number[];
}

const bigEndian = (value: number, bytes: number): readonly number[] =>
  Array.from({ length: bytes }, (_, index) => Math.floor(value / 256 ** (bytes - 1 - index)) % 256);

/** A variable-length quantity: seven bits a byte, all but the last with the high bit set. */
const variableLength = (value: number): readonly number[] => {
  const rest = (left: number): readonly number[] => (left === 0 ? [] : [...rest(left >>> 7), (left & 127) | 128]);
  return [...rest(value >>> 7), value & 127];
};

/** UTF-8 bytes of a text, by way of its percent-encoding. */
const utf8 = (text: string): readonly number[] =>
  (encodeURIComponent(text).match(/%[0-9A-F]{2}|./g) ?? []).map((part) =>
    part.length === 3 ? parseInt(part.slice(1), 16) : part.charCodeAt(0),
  );

const metaText = (kind: number, text: string): readonly number[] => {
  const bytes = utf8(text);
  return [0xff, kind, ...variableLength(bytes.length), ...bytes];
};

const tempoMeta = ({ unit }: Metre, tempo: number): readonly number[] => [
  0xff,
  0x51,
  3,
  ...bigEndian(Math.round((60_000_000 / tempo) * (unit / 4)), 3),
];

const metreMeta = ({ beats, unit }: Metre): readonly number[] => [0xff, 0x58, 4, beats, Math.log2(unit), 96 / unit, 8];

const STEEL_GUITAR = 25;
const CHANNEL = 0;

const opening = (pattern: Pattern): readonly TrackEvent[] =>
  [
    metaText(0x03, pattern.name),
    tempoMeta(pattern.metre, pattern.tempo),
    metreMeta(pattern.metre),
    [0xc0 | CHANNEL, STEEL_GUITAR],
  ].map((bytes, rank) => ({ at: 0, rank, bytes }));

const noteEvents = (pattern: Pattern): readonly TrackEvent[] =>
  notesOf(pattern).flatMap(({ at, midi, loudness, ticks }) => [
    { at, rank: 11, bytes: [0x90 | CHANNEL, midi, Math.round(loudness * 112)] },
    { at: at + ticks, rank: 10, bytes: [0x80 | CHANNEL, midi, 64] },
  ]);

const trackBytes = (events: readonly TrackEvent[]): readonly number[] => {
  const ordered = [...events].sort((a, b) => a.at - b.at || a.rank - b.rank);
  return ordered.flatMap(({ at, bytes }, index) => [...variableLength(at - (ordered[index - 1]?.at ?? 0)), ...bytes]);
};

const chunk = (name: string, body: readonly number[]): readonly number[] => [
  ...utf8(name),
  ...bigEndian(body.length, 4),
  ...body,
];

/**
 * A pattern as a Standard MIDI File (format 0, 840 ticks a quarter): the notes once through, with name, tempo and
 * metre. Each note lasts until its string is struck again.
 * @example
 * writeMidi(newPattern('Roll')).slice(0, 4).join(' ') // => '77 84 104 100'
 */
export const writeMidi = (pattern: Pattern): Uint8Array => {
  const end: TrackEvent = { at: patternLength(pattern), rank: 99, bytes: [0xff, 0x2f, 0] };
  const track = trackBytes([...opening(pattern), ...noteEvents(pattern), end]);
  const header = [...bigEndian(0, 2), ...bigEndian(1, 2), ...bigEndian(TICKS_PER_QUARTER, 2)];
  return Uint8Array.from([...chunk('MThd', header), ...chunk('MTrk', track)]);
};
