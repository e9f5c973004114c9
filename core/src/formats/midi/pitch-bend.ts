import { applySwing, findLastAtOrBefore, type Score } from '../../score/index.ts';
import type { PitchPoint, SoundedNote } from '../../sound/index.ts';
import { channelOfString } from './string-channels.ts';
import type { TrackEvent } from './track-event.ts';

/** Semitones full pitch bend stands for in our files, either way; said on each channel (MIDI 1.0, RPN 0). */
const RANGE = 12;

const CENTRE = 8192;

/** Seconds between two steps of a pitch that moves. */
const STEP = 0.01;

/** Where a note of a stroke begins and ends, in ticks as played. */
export const ticksOf = (
  score: Score,
  { stroke, note, delay, isLast }: SoundedNote,
): { readonly at: number; readonly end: number } => {
  const pace = findLastAtOrBefore(score.tempos, stroke.at).secondsPerTick;
  const begins = applySwing(score, stroke.at) + delay / pace;
  const whole = applySwing(score, Math.min(score.length, stroke.at + stroke.durationTicks));
  const at = Math.round(begins);
  return { at, end: Math.max(at + 1, Math.round(isLast ? whole : begins + note.seconds / pace)) };
};

const bytesOf = (channel: number, semitones: number): readonly number[] => {
  const value = Math.min(16383, Math.max(0, Math.round(CENTRE + (CENTRE * semitones) / RANGE)));
  return [0xe0 | channel, value & 127, value >> 7];
};

const pitchAt = (curve: readonly PitchPoint[], seconds: number): number => {
  const next = curve.findIndex((one) => one.seconds > seconds);
  if (next === 0) return curve[0]?.semitones ?? 0;
  const [a, b] = [curve.at(next < 0 ? -1 : next - 1) as PitchPoint, curve[next]];
  if (!b) return a.semitones;
  return a.semitones + ((b.semitones - a.semitones) * (seconds - a.seconds)) / (b.seconds - a.seconds);
};

/** The pitch bend of a note from its beginning to its end, and back to none where it is over. */
export const pitchBendEvents = (
  { note }: SoundedNote,
  channel: number,
  at: number,
  end: number,
): readonly TrackEvent[] => {
  if (note.curve.length === 0) return [];
  const steps = Math.max(1, Math.min(Math.floor(note.seconds / STEP), end - at - 1));
  const moves = Array.from({ length: steps + 1 }, (_, step) => ({
    at: at + Math.floor(((end - at) * step) / (steps + 1)),
    rank: step === 0 ? 10.5 : 12,
    bytes: bytesOf(channel, pitchAt(note.curve, (note.seconds * step) / steps)),
  }));
  const changed = moves.filter(({ bytes }, index) => index === 0 || bytes.join() !== moves[index - 1]?.bytes.join());
  return [...changed, { at: end, rank: 10.2, bytes: bytesOf(channel, 0) }];
};

/** What full pitch bend stands for, said on the channels where pitch moves. */
export const pitchBendRangeEvents = (notes: readonly SoundedNote[]): readonly TrackEvent[] => {
  const strings = new Set(notes.flatMap(({ stroke, note }) => (note.curve.length > 0 ? [stroke.string] : [])));
  return [...strings].map((string) => {
    const control = 0xb0 | channelOfString(string);
    // Events of one message each would be four of one rank; running through them in one keeps their order.
    return { at: 0, rank: 4, bytes: [control, 101, 0, 0, control, 100, 0, 0, control, 6, RANGE, 0, control, 38, 0] };
  });
};
