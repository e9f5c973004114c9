import { message } from '../../message/index.ts';
import { failure, problem, success, type Result } from '../../errors/index.ts';
import { STRING_RANGE } from '../../instrument/index.ts';
import { TICKS_PER_QUARTER } from '../../time/index.ts';
import { MidiTrouble, parseMidi, type MidiFile } from './parse.ts';
import { LARGEST_MIDI } from './read.ts';
import { midiFile, tempoMeta, type TrackEvent } from './write.ts';

/** A note as somebody played it: seconds, MIDI note number, loudness 0 to 1. */
export interface NotePlayed {
  readonly at: number;
  readonly pitch: number;
  readonly loudness: number;
}

/** A note on its string, 1 the highest. */
export type StringPlayed = NotePlayed & { readonly string: number };

/** Seconds of a tick in what is written here: a thousandth. */
const TICK = 0.001;

/** Ticks a played note sounds in the file: until its string is struck again, at most so many. */
const LONGEST = 4000;

const velocityOf = ({ loudness }: NotePlayed): number => Math.max(1, Math.min(127, Math.round(loudness * 127)));

/**
 * What somebody played as a Standard MIDI File, a channel a string, to the millisecond: no bars, no metre.
 * @example
 * writeMidiPerformance([{ at: 0.5, pitch: 64, loudness: 0.5, string: 1 }]).slice(0, 4).join(' ') // => '77 84 104 100'
 */
export const writeMidiPerformance = (notes: readonly StringPlayed[]): Uint8Array => {
  // From the last to the first: where each string is struck next is known when it is come to.
  const ordered = [...notes].sort((a, b) => b.at - a.at);
  const next = new Map<number, number>();
  const events = ordered.flatMap((note): readonly TrackEvent[] => {
    const at = Math.max(0, Math.round(note.at / TICK));
    const end = Math.max(at + 1, Math.min(at + LONGEST, next.get(note.string) ?? Infinity));
    next.set(note.string, at);
    const channel = Math.min(STRING_RANGE.most, note.string) - 1;
    return [
      { at, rank: 11, bytes: [0x90 | channel, note.pitch, velocityOf(note)] },
      { at: end, rank: 10, bytes: [0x80 | channel, note.pitch, 64] },
    ];
  });
  return midiFile([{ at: 0, rank: 1, bytes: tempoMeta(TICK) }, ...events]);
};

/** Seconds of the ticks of a file, asked in order, by its changes of tempo: each change is gone by once. */
const clockOf = ({ tempos }: MidiFile): ((tick: number) => number) => {
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
 * The notes of a MIDI file as they were played, in seconds and in order: nothing is laid on a grid. Errors: `midi-unreadable`.
 * @example
 * valueOrThrow(readMidiPerformance(writeMidiPerformance([{ at: 0.5, pitch: 64, loudness: 1, string: 1 }])))[0] // => { at: 0.5, pitch: 64, loudness: 1 }
 */
export const readMidiPerformance = (bytes: Uint8Array): Result<readonly NotePlayed[]> => {
  if (bytes.length > LARGEST_MIDI)
    return failure(
      problem('midi-unreadable', {
        position: 0,
        reason: message('file-problem.too-large', { size: LARGEST_MIDI / 1e6 }),
      }),
    );
  try {
    const file = parseMidi(bytes);
    const seconds = clockOf(file);
    const notes = [...file.notes]
      .sort((a, b) => a.at - b.at)
      .map(({ at, midi, velocity }) => ({ at: seconds(at), pitch: midi, loudness: velocity / 127 }));
    return success(notes);
  } catch (error) {
    if (error instanceof MidiTrouble) return failure(error.problem);
    throw error;
  }
};
