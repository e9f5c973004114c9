import { message } from '../../message/index.ts';
import { failure, createProblem, success, type Result } from '../../errors/index.ts';
import { channelOfString } from './string-channels.ts';
import { TICKS_PER_QUARTER } from '../../time/index.ts';
import { SmfParseError, parseSmf, type SmfContent } from './parse-smf.ts';
import { MAX_MIDI_BYTES } from './import-midi.ts';
import { encodeSmf, encodeSetTempo } from './export-midi.ts';
import type { TrackEvent } from './track-event.ts';

/** A note as somebody played it: seconds, MIDI note number, loudness 0 to 1. */
export interface PlayedNote {
  readonly at: number;
  readonly pitch: number;
  readonly loudness: number;
}

/** A note on its string, 1 the highest. */
export type PlayedNoteOnString = PlayedNote & { readonly string: number };

/** Seconds of a tick in what is written here: a thousandth. */
const TICK = 0.001;

/** Ticks a played note sounds in the file: until its string is struck again, at most so many. */
const LONGEST = 4000;

const velocityOf = ({ loudness }: PlayedNote): number => Math.max(1, Math.min(127, Math.round(loudness * 127)));

/**
 * What somebody played as a Standard MIDI File, a channel a string, to the millisecond: no bars, no metre.
 * @example
 * serialisePerformance([{ at: 0.5, pitch: 64, loudness: 0.5, string: 1 }]).slice(0, 4).join(' ') // => '77 84 104 100'
 */
export const serialisePerformance = (notes: readonly PlayedNoteOnString[]): Uint8Array => {
  // From the last to the first: where each string is struck next is known when it is come to.
  const ordered = [...notes].sort((a, b) => b.at - a.at);
  const next = new Map<number, number>();
  const events = ordered.flatMap((note): readonly TrackEvent[] => {
    const at = Math.max(0, Math.round(note.at / TICK));
    const end = Math.max(at + 1, Math.min(at + LONGEST, next.get(note.string) ?? Infinity));
    next.set(note.string, at);
    const channel = channelOfString(note.string);
    return [
      { at, rank: 11, bytes: [0x90 | channel, note.pitch, velocityOf(note)] },
      { at: end, rank: 10, bytes: [0x80 | channel, note.pitch, 64] },
    ];
  });
  return encodeSmf([{ at: 0, rank: 1, bytes: encodeSetTempo(TICK) }, ...events]);
};

/** Seconds of the ticks of a file, asked in order, by its changes of tempo: each change is gone by once. */
const clockOf = ({ tempos }: SmfContent): ((tick: number) => number) => {
  const steps = [...tempos].sort((a, b) => a.at - b.at);
  let [passed, seconds, from, bpm] = [0, 0, 0, 120];
  const since = (tick: number): number => ((tick - from) / TICKS_PER_QUARTER) * (60 / bpm);
  return (tick) => {
    for (let step = steps[passed]; step && step.at <= tick; step = steps[passed]) {
      seconds += since(step.at);
      [from, bpm] = [step.at, step.value];
      passed += 1;
    }
    return seconds + since(tick);
  };
};

/**
 * The notes of a MIDI file as they were played, in seconds and in order: nothing is laid on a grid. Errors:
 * `midi-unreadable`.
 * @example
 * valueOrThrow(parsePerformance(serialisePerformance([{ at: 0.5, pitch: 64, loudness: 1, string: 1 }])))[0]
 * // => { at: 0.5, pitch: 64, loudness: 1 }
 */
export const parsePerformance = (bytes: Uint8Array): Result<readonly PlayedNote[]> => {
  if (bytes.length > MAX_MIDI_BYTES)
    return failure(
      createProblem('midi-unreadable', {
        position: 0,
        reason: message('file-problem.too-large', { size: MAX_MIDI_BYTES / 1e6 }),
      }),
    );
  try {
    const file = parseSmf(bytes);
    const seconds = clockOf(file);
    const notes = [...file.notes]
      .sort((a, b) => a.at - b.at)
      .map(({ at, midi, velocity }) => ({ at: seconds(at), pitch: midi, loudness: velocity / 127 }));
    return success(notes);
  } catch (error) {
    if (error instanceof SmfParseError) return failure(error.problem);
    throw error;
  }
};
