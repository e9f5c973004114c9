import { type Label, type Message, message } from '../message/index.ts';
import { failure, createProblem, success, type Result } from '../errors/index.ts';
import { STRING_RANGE, semitonesToRetune } from './instrument.ts';
import { formatTuning, parsePitchClass, midiToPitchClass } from './pitch.ts';
import { readTuningWords, splitNotes } from './tuning-words.ts';
import { TUNINGS, type Tuning } from './tunings.ts';

const FOURTH = 5;

/** More than eight strings go on downward in fourths (est.). */
const belowEight = (strings: number): readonly number[] => {
  const eight = usualPitches(8);
  const more = Array.from({ length: strings - 8 }, (_, index) => (eight[0] as number) - FOURTH * (index + 1));
  return [...more.reverse(), ...eight];
};

/**
 * The pitches so many strings (3 to 10) usually have, from the lowest string up (MIDI note numbers).
 * @example
 * usualPitches(9) // => [25, 30, 35, 40, 45, 50, 55, 59, 64]
 */
export const usualPitches = (strings: number): readonly number[] =>
  TUNINGS.find(({ pitches }) => pitches.length === strings)?.pitches ?? belowEight(strings);

/** The pitch of a class nearest to another: at most six semitones away, the lower of two. */
const nearest = (pitchClass: number, to: number): number => {
  const up = midiToPitchClass(pitchClass - to);
  return up >= 6 ? to + up - 12 : to + up;
};

const pitchOf = (word: string, usual: number): number | undefined => {
  const [, name = '', octave] = /^([A-Ga-g][#♯b♭]?)(\d)?$/.exec(word) ?? [];
  const pitchClass = parsePitchClass(name.charAt(0).toUpperCase() + name.slice(1));
  if (pitchClass === undefined) return undefined;
  return octave === undefined ? nearest(pitchClass, usual) : 12 * (Number(octave) + 1) + pitchClass;
};

const tuningOf = (pitches: readonly number[]): Tuning => {
  const known = TUNINGS.find((tuning) => tuning.pitches.join() === pitches.join());
  const name = formatTuning(pitches);
  return known ?? { key: name, name, pitches };
};

/**
 * A tuning written as notes from the lowest string up, `C G D G B D` or `dadgad`, or as players say it, `open G`. A
 * note without an octave is the one nearest to how the string is usually tuned; with one (`C2`) it is that one. Errors:
 * `tuning-wrong`.
 * @example
 * valueOrThrow(parseTuning('C G D G B D')).pitches.join(' ') // => '36 43 50 55 59 62'
 */
export const parseTuning = (text: string): Result<Tuning> => {
  const named = readTuningWords(text);
  if (named) return success(tuningOf(named));
  const apart = text.split(/[\s,-]+/).filter(Boolean);
  const words = apart.length === 1 ? splitNotes(text.trim(), STRING_RANGE.most) : apart;
  if (words.length < STRING_RANGE.least || words.length > STRING_RANGE.most)
    return failure(
      createProblem('tuning-wrong', { problem: message('reason.tuning-note-count', { count: words.length }) }),
    );
  const usual = usualPitches(words.length);
  const pitches = words.map((word, place) => pitchOf(word, usual[place] as number));
  const unread = words.find((_, place) => pitches[place] === undefined);
  if (unread !== undefined)
    return failure(
      createProblem('tuning-wrong', { problem: message('reason.tuning-note', { value: unread.slice(0, 12) }) }),
    );
  return success(tuningOf(pitches as readonly number[]));
};

/** How one string is retuned. */
export interface RetunedString {
  readonly string: number;
  /** Semitones; negative is slackened. */
  readonly semitones: number;
}

/** What is done to the strings to go from one tuning to another, and whether any of them is pulled tighter. */
export interface RetunePlan {
  readonly strings: readonly RetunedString[];
  /** Strings that go up: they can break. */
  readonly tightenedStrings: readonly number[];
}

/**
 * The strings to retune, from the lowest up, to go from one tuning to another of as many strings.
 * @example
 * createRetunePlan(findTuningOrStandard('standard'), findTuningOrStandard('drop-d')).strings
 * // => [{ string: 6, semitones: -2 }]
 */
export const createRetunePlan = (from: Tuning, to: Tuning): RetunePlan => {
  const strings = semitonesToRetune(from, to)
    .map((by, place): RetunedString => ({ string: from.pitches.length - place, semitones: by }))
    .filter(({ semitones }) => semitones !== 0);
  return { strings, tightenedStrings: strings.filter(({ semitones }) => semitones > 0).map(({ string }) => string) };
};

/**
 * What a tuning is called: its name where it is one that ships, else as it was written.
 * @example
 * tuningName({ tuning: 'drop-d', pitches: [38, 45, 50, 55, 59, 64] }).code // => 'tuning.drop-d.name'
 */
export const tuningName = ({
  tuning,
  pitches,
}: {
  readonly tuning: string;
  readonly pitches: readonly number[];
}): Label => TUNINGS.find(({ key, pitches: own }) => key === tuning && own.join() === pitches.join())?.name ?? tuning;

const usualTuning = (strings: number): Tuning | undefined => {
  const standard = TUNINGS.find(({ key }) => key === 'standard');
  return standard?.pitches.length === strings ? standard : undefined;
};

/**
 * How to get to a tuning from the standard one, string by string: “6 down 2, 1 down 2”; undefined for the standard one
 * and where there is none of as many strings.
 * @example
 * describeRetuning({ pitches: [38, 45, 50, 55, 59, 64] }).code // => 'tuning.retune'
 */
export const describeRetuning = ({ pitches }: Pick<Tuning, 'pitches'>): Message | undefined => {
  const standard = usualTuning(pitches.length);
  if (!standard) return undefined;
  const { strings } = createRetunePlan(standard, { key: '', name: '', pitches });
  if (strings.length === 0) return undefined;
  const steps = strings.map(({ string, semitones }) =>
    message('tuning.retune-step', { string, by: Math.abs(semitones), way: semitones > 0 ? 'up' : 'down' }),
  );
  return message('tuning.retune', { steps });
};
