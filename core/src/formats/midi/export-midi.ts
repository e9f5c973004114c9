import { formatKey, keySignature } from '../../theory/index.ts';
import { channelOfString } from './string-channels.ts';
import { getLoudness, listSoundedNotes, type SoundedNote } from '../../sound/index.ts';
import type { Score, ScoreStroke } from '../../score/index.ts';
import { pitchBendEvents, pitchBendRangeEvents, ticksOf } from './pitch-bend.ts';
import { ticksPerBeat, isSameMetre, TICKS_PER_QUARTER, type Metre } from '../../time/index.ts';
import type { ScoreAnnotations } from '../score-annotations.ts';
import type { TrackEvent } from './track-event.ts';
import { KEY_TEXT, LOOP_TEXT, PICKUP_TEXT, STRING_CHANNELS_TEXT } from './parse-smf.ts';

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

/** The message that says how long a tick lasts. */
export const encodeSetTempo = (secondsPerTick: number): readonly number[] => [
  0xff,
  0x51,
  3,
  ...bigEndian(Math.round(secondsPerTick * TICKS_PER_QUARTER * 1e6), 3),
];

/** MIDI clocks to a quarter note. */
const CLOCKS_PER_QUARTER = 24;

const metreMeta = (metre: Metre): readonly number[] => [
  0xff,
  0x58,
  4,
  metre.beats,
  Math.log2(metre.unit),
  Math.round((CLOCKS_PER_QUARTER * ticksPerBeat(metre)) / TICKS_PER_QUARTER),
  8,
];

const STEEL_GUITAR = 25;

/**
 * A channel for each string, so that two strings at one pitch do not end each other's note. String 1 is on the first.
 */
const channelOf = ({ string }: ScoreStroke): number => channelOfString(string);

/** So that our own files come back on the strings they were written for. */
const stringsText = ({ instrument }: Score): string =>
  `${STRING_CHANNELS_TEXT}; open strings ${instrument.pitches.join(' ')}, capo ${instrument.capo}`;

const opening = (score: Score): readonly TrackEvent[] => [
  { at: 0, rank: 0, bytes: metaText(0x03, score.name) },
  { at: 0, rank: 0, bytes: metaText(0x01, stringsText(score)) },
  ...score.instrument.pitches.map((_, index) => ({
    at: 0,
    rank: 3,
    bytes: [0xc0 | channelOfString(index + 1), STEEL_GUITAR],
  })),
];

const tempoEvents = ({ tempos }: Score): readonly TrackEvent[] =>
  tempos.map(({ at, secondsPerTick }) => ({ at, rank: 1, bytes: encodeSetTempo(secondsPerTick) }));

const metreEvents = ({ bars }: Score): readonly TrackEvent[] =>
  bars
    .filter(({ metre }, index) => {
      const before = bars[index - 1]?.metre;
      return !before || !isSameMetre(before, metre);
    })
    .map(({ at, metre }) => ({ at, rank: 2, bytes: metreMeta(metre) }));

const keyEvents = ({ key }: ScoreAnnotations): readonly TrackEvent[] => {
  if (!key) return [];
  const signs = keySignature(key);
  const isMinor = ['minor', 'dorian', 'phrygian'].includes(key.mode);
  return [
    { at: 0, rank: 2, bytes: [0xff, 0x59, 2, signs & 0xff, isMinor ? 1 : 0] },
    { at: 0, rank: 2, bytes: metaText(0x01, KEY_TEXT + formatKey(key)) },
  ];
};

/** What the format has no place for, as texts that our own reader knows. */
const spanEvents = ({ loop, bars }: Score): readonly TrackEvent[] => {
  const [first] = bars;
  const texts = [
    LOOP_TEXT + (loop ? 'yes' : 'no'),
    ...(first?.skippedTicks === undefined ? [] : [PICKUP_TEXT + first.ticks]),
  ];
  return texts.map((text) => ({ at: 0, rank: 2, bytes: metaText(0x01, text) }));
};

/** Names of sections as markers where they begin. */
const markerEvents = ({ bars }: Score, { sections }: ScoreAnnotations): readonly TrackEvent[] =>
  [...(sections ?? [])].flatMap(([bar, name]) => {
    const at = bars[bar]?.at;
    return at === undefined ? [] : [{ at, rank: 1, bytes: metaText(0x06, name) }];
  });

const noteEvents = (score: Score, notes: readonly SoundedNote[]): readonly TrackEvent[] =>
  notes.flatMap((sounded) => {
    const { stroke, note } = sounded;
    const [channel, midi] = [channelOf(stroke), (stroke.pitch as number) + note.semitones];
    const { at, end } = ticksOf(score, sounded);
    const velocity = Math.round(getLoudness(stroke) * note.loudness * 112);
    return [
      { at, rank: 11, bytes: [0x90 | channel, midi, velocity] },
      { at: end, rank: 10, bytes: [0x80 | channel, midi, 64] },
      ...pitchBendEvents(sounded, channel, at, end),
    ];
  });

const trackBytes = (events: readonly TrackEvent[]): readonly number[] => {
  const ordered = [...events].sort((a, b) => a.at - b.at || a.rank - b.rank);
  return ordered.flatMap(({ at, bytes }, index) => [...variableLength(at - (ordered[index - 1]?.at ?? 0)), ...bytes]);
};

const chunk = (name: string, body: readonly number[]): readonly number[] => [
  ...utf8(name),
  ...bigEndian(body.length, 4),
  ...body,
];

/** A file of one track (format 0); the track ends after its last event where it does not say so itself. */
export const encodeSmf = (events: readonly TrackEvent[]): Uint8Array => {
  const last = events.reduce((latest, { at }) => Math.max(latest, at), 0);
  const ended = events.some(({ bytes }) => bytes[0] === 0xff && bytes[1] === 0x2f);
  const track = trackBytes(ended ? events : [...events, { at: last, rank: 99, bytes: [0xff, 0x2f, 0] }]);
  const header = [...bigEndian(0, 2), ...bigEndian(1, 2), ...bigEndian(TICKS_PER_QUARTER, 2)];
  return Uint8Array.from([...chunk('MThd', header), ...chunk('MTrk', track)]);
};

/** How a file is written, where it is not as usual. */
export interface MidiOptions {
  /** Whether bends, slides and vibrato move the pitch. */
  readonly pitchBend?: boolean;
}

const withoutCurve = (sounded: SoundedNote): SoundedNote => ({ ...sounded, note: { ...sounded.note, curve: [] } });

/**
 * A score as a Standard MIDI File (format 0, 840 ticks a quarter, a channel a string): the notes once through, swung,
 * with name, tempos, metres, and the sections of a song as markers. Each note lasts until its string is struck again,
 * at most to the end; ornaments are played out, bends and slides as pitch bend over an octave either way, or not at all
 * for instruments that do not follow it.
 * @example
 * exportMidi(flattenScore(createPattern('Roll'))).slice(0, 4).join(' ') // => '77 84 104 100'
 */
export const exportMidi = (
  score: Score,
  said: ScoreAnnotations = {},
  { pitchBend = true }: MidiOptions = {},
): Uint8Array => {
  const sounded = listSoundedNotes(score).map((one) => (pitchBend ? one : withoutCurve(one)));
  const notes = noteEvents(score, sounded);
  const end: TrackEvent = { at: score.length, rank: 99, bytes: [0xff, 0x2f, 0] };
  return encodeSmf([
    ...opening(score),
    ...pitchBendRangeEvents(sounded),
    ...tempoEvents(score),
    ...metreEvents(score),
    ...keyEvents(said),
    ...spanEvents(score),
    ...markerEvents(score, said),
    ...notes,
    end,
  ]);
};
