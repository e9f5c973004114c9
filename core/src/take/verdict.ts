import { STRIKERS, STRIKER_NAMES, strikerOf, type Striker } from '../pattern/index.ts';
import { failure, problem, success, type Result } from '../errors/index.ts';
import type { NotePlayed } from '../formats/index.ts';
import { pitchClassName, pitchClassOf } from '../instrument/index.ts';
import { placeIn, type Score } from '../score/index.ts';
import type { Asked, AskedStroke } from './asked.ts';
import { TAKE } from './estimates.ts';
import { hearNotes } from './hear-notes.ts';
import { hearTake } from './hear.ts';
import type { HeardStroke, HeardTake } from './heard.ts';
import { innovationOf, type Innovation } from './spectra.ts';
import { median, spreadOf } from '../statistics/index.ts';
import { tunedBy, tunedWords } from './tuned.ts';

/** The version of what listens: takes judged by another one can be judged again. */
export const TAKE_ENGINE = 2;

/** How one digit played in a take. */
export interface DigitInTake {
  readonly striker: Striker;
  readonly strokes: number;
  /** Median seconds after the player's own pulse, against all digits; early is negative. */
  readonly lateness: number;
  /** Spread of that, in seconds. */
  readonly spread: number;
  /** Median decibels against all digits. */
  readonly decibels: number;
  /** Strokes that did not come, or came on another string. */
  readonly lost: number;
}

/** How one time through went. */
export interface CycleInTake {
  readonly cycle: number;
  readonly verdict: 'clean' | 'slipped' | 'cannot be told';
  /** Why not clean, in a teacher's words; null where it was. */
  readonly why: string | null;
}

/** Something to say of a take, and one thing to do. */
export interface TakeFinding {
  readonly sentence: string;
  readonly advice: string;
  /** Names of the strokes it is about, in the document. */
  readonly strokes: readonly string[];
}

/** A take, judged. Times are seconds, loudness decibels. */
export interface TakeJudgement {
  readonly engine: number;
  readonly heard: HeardTake;
  readonly digits: readonly DigitInTake[];
  readonly cycles: readonly CycleInTake[];
  readonly findings: readonly TakeFinding[];
  /** Beats a minute at the beginning and at the end. */
  readonly tempo: readonly [number, number];
}

/** From what on something is said (est.): seconds, decibels, shares, strokes. */
const SAID = {
  lateness: 0.012,
  spread: 0.03,
  // Strings and microphones differ by about 3 dB between pitches: less says nothing of a digit.
  decibels: 4.5,
  drift: 0.03,
  strokes: 6,
  wide: 0.06,
  lost: 0.08,
  alone: 0.5,
  most: 6,
  // Beyond chance: true takes come to .45 and more, noise to .27, other pieces mostly below .5.
  fit: 0.38,
  surely: 0.5,
  mostly: 0.8,
  heard: 0.65,
  silent: 1e-3,
  clipped: 0.002,
} as const;

/** What was asked and what was heard of it. */
export interface Case {
  readonly asked: Asked;
  readonly score: Score;
  readonly heard: Pick<HeardTake, 'strokes' | 'extras' | 'cycles' | 'slower'>;
  /** Whether every stroke's own time is known, as from an instrument; in sound a pinch is one pluck. */
  readonly exact?: boolean;
}

const askedOfHeard = ({ asked }: Pick<Case, 'asked'>, stroke: HeardStroke): AskedStroke =>
  asked.strokes[stroke.asked] as AskedStroke;

const strikerOfHeard = (now: Case, stroke: HeardStroke): Striker | null => {
  const { digit } = askedOfHeard(now, stroke);
  return digit && strikerOf(digit);
};

const latenessOf = ({ at, pulse }: HeardStroke): readonly number[] => (at === null ? [] : [at - pulse]);

const digitsOf = (now: Case): readonly DigitInTake[] => {
  const played = now.heard.strokes.filter(({ what }) => what === 'as asked');
  const common = median(played.flatMap(latenessOf));
  // Bass strings sound otherwise than the others whatever strikes them: fingers are held against fingers.
  const fingers = played.filter((stroke) => strikerOfHeard(now, stroke) !== 'p');
  const loud = median((fingers.length > 0 ? fingers : played).flatMap(({ level }) => level ?? []));
  return STRIKERS.flatMap((striker): readonly DigitInTake[] => {
    const all = now.heard.strokes.filter((stroke) => strikerOfHeard(now, stroke) === striker);
    const own = all.filter(({ what }) => what === 'as asked');
    if (all.length === 0) return [];
    const late = own.flatMap(latenessOf);
    return [
      {
        striker,
        strokes: all.length,
        lateness: own.length > 0 ? median(late) - common : 0,
        spread: spreadOf(late),
        decibels: own.length > 0 ? median(own.flatMap(({ level }) => level ?? [])) - loud : 0,
        lost: all.filter(({ what }) => what === 'missed' || what === 'wrong string').length,
      },
    ];
  });
};

const placeOf = ({ asked, score }: Pick<Case, 'asked' | 'score'>, index: number): string =>
  placeIn(score, score.strokes[asked.strokes[index]?.stroke ?? 0]?.at ?? 0);

const noteName = (pitch: number): string => pitchClassName(pitchClassOf(pitch));

const slipIn = (now: Case, cycle: number): string | null => {
  const own = now.heard.strokes.filter((stroke) => askedOfHeard(now, stroke).cycle === cycle);
  const lost = own.find(({ what }) => what === 'missed');
  if (lost) return `nothing was heard on ${placeOf(now, lost.asked)}`;
  const wrong = own.find(({ what }) => what === 'wrong string');
  if (wrong) return `another string sounded on ${placeOf(now, wrong.asked)} (${noteName(wrong.instead ?? 0)})`;
  const far = own.find((stroke) => latenessOf(stroke).some((late) => Math.abs(late) > SAID.wide));
  if (far) return `${(far.at ?? 0) > far.pulse ? 'late' : 'early'} on ${placeOf(now, far.asked)}`;
  const [from, to] = [own[0]?.pulse ?? 0, (own.at(-1)?.pulse ?? 0) + 0.05];
  const extra = now.heard.extras.find(({ at, confidence }) => confidence >= 0.6 && at > from - 0.05 && at < to);
  return extra ? `a ${noteName(extra.pitch)} that was not asked for` : null;
};

/** How one time through went. */
export const cycleOf = (now: Case, cycle: number): CycleInTake => {
  const own = now.heard.strokes.filter((stroke) => askedOfHeard(now, stroke).cycle === cycle);
  const untold = own.filter(({ what }) => what === 'cannot be told').length;
  const why = slipIn(now, cycle);
  if (why) return { cycle, verdict: 'slipped', why };
  return untold > 0.25 * own.length
    ? { cycle, verdict: 'cannot be told', why: 'too little of it can be told from the recording' }
    : { cycle, verdict: 'clean', why: null };
};

const cyclesOf = (now: Case): readonly CycleInTake[] =>
  Array.from({ length: now.heard.cycles }, (_, cycle) => cycleOf(now, cycle));

const milliseconds = (seconds: number): string => `${Math.round(Math.abs(seconds) * 1000)} ms`;

const namesOf = (now: Case, striker: Striker): readonly string[] => [
  ...new Set(
    now.asked.strokes.filter(({ digit }) => digit && strikerOf(digit) === striker).map(({ origin }) => origin),
  ),
];

/**
 * Whether a digit's lateness can be told: in sound both strokes of a pinch take one pluck, so that a digit that hardly ever plays
 * alone has no time of its own.
 */
const canBeTimed = ({ asked, exact }: Case, striker: Striker): boolean => {
  if (exact) return true;
  const alone = (at: number): boolean => asked.strokes.filter((one) => Math.abs(one.at - at) < 1e-4).length === 1;
  const own = asked.strokes.filter(({ cycle, digit }) => cycle === 0 && digit && strikerOf(digit) === striker);
  return own.filter(({ at }) => alone(at)).length >= SAID.alone * own.length;
};

interface Weighed extends TakeFinding {
  readonly weight: number;
}

const digitFindings = (
  now: Case,
  { striker, strokes, lateness, spread, decibels, lost }: DigitInTake,
): readonly Weighed[] => {
  if (strokes < SAID.strokes) return [];
  const name = STRIKER_NAMES[striker];
  const named = namesOf(now, striker);
  const found: Weighed[] = [];
  if (Math.abs(lateness) >= SAID.lateness && canBeTimed(now, striker))
    found.push({
      sentence: `The ${name} comes ${milliseconds(lateness)} ${lateness > 0 ? 'late' : 'early'}.`,
      advice:
        lateness > 0
          ? `Plant the ${name} before it plays: down on the string while the digit before it sounds.`
          : `Let the ${name} wait: count aloud, and play it on the count alone.`,
      strokes: named,
      weight: Math.abs(lateness) / SAID.lateness,
    });
  if (spread >= SAID.spread)
    found.push({
      sentence: `The ${name} is uneven: ${milliseconds(spread)} either way.`,
      advice: `Take the ${name} alone with the click on every part of the beat, slower, ten times in a row.`,
      strokes: named,
      weight: spread / SAID.spread,
    });
  if (striker !== 'p' && Math.abs(decibels) >= SAID.decibels)
    found.push({
      sentence: `The ${name} is ${Math.abs(decibels).toFixed(0)} dB ${decibels < 0 ? 'softer' : 'louder'} than the other fingers.`,
      advice:
        decibels < 0
          ? `Accent the ${name} for a few rounds, then let it fall back among the others.`
          : `Play the ${name} as softly as it will sound, and let the others come up to it.`,
      strokes: named,
      weight: Math.abs(decibels) / SAID.decibels,
    });
  if (lost >= 2 && lost / strokes >= SAID.lost)
    found.push({
      sentence: `The ${name} loses ${lost} of ${strokes} strokes.`,
      advice: `Mute the strings with the other hand and play the ${name}’s strokes alone: every one has to be heard.`,
      strokes: named,
      weight: 1 + lost / strokes / SAID.lost,
    });
  return found;
};

/** Places that go wrong again and again. */
const placeFindings = (now: Case): readonly Weighed[] => {
  const times = new Map<number, number>();
  for (const stroke of now.heard.strokes)
    if (stroke.what === 'missed' || stroke.what === 'wrong string')
      times.set(askedOfHeard(now, stroke).stroke, (times.get(askedOfHeard(now, stroke).stroke) ?? 0) + 1);
  return [...times]
    .filter(([, count]) => count >= 3 && count >= 0.25 * now.heard.cycles)
    .map(([stroke, count]) => ({
      sentence: `${count} of ${now.heard.cycles} times the stroke on ${placeIn(now.score, now.score.strokes[stroke]?.at ?? 0)} did not come.`,
      advice: 'Take that stroke and the two before it as a drill of its own.',
      strokes: [now.score.strokes[stroke]?.origin ?? ''],
      weight: 1 + count / now.heard.cycles,
    }));
};

const driftFindings = ({ heard: { slower } }: Case): readonly Weighed[] => {
  const change = slower[0] / slower[1] - 1;
  if (Math.abs(change) < SAID.drift) return [];
  return [
    {
      sentence: `It gets ${change > 0 ? 'quicker' : 'slower'} by ${Math.round(Math.abs(change) * 100)} % from the beginning to the end.`,
      advice: 'Play it with the click silent in every other bar, and see where the click finds you.',
      strokes: [],
      weight: Math.abs(change) / SAID.drift,
    },
  ];
};

const findingsOf = (now: Case, digits: readonly DigitInTake[]): readonly TakeFinding[] =>
  [...digits.flatMap((digit) => digitFindings(now, digit)), ...placeFindings(now), ...driftFindings(now)]
    .sort((a, b) => b.weight - a.weight)
    .slice(0, SAID.most)
    .map(({ sentence, advice, strokes }) => ({ sentence, advice, strokes }));

const loudest = (samples: Float32Array): number => samples.reduce((most, value) => Math.max(most, Math.abs(value)), 0);

const clippedShare = (samples: Float32Array, peak: number): number => {
  let count = 0;
  for (const value of samples) if (Math.abs(value) >= 0.995 * peak && peak > 0.9) count += 1;
  return count / Math.max(1, samples.length);
};

/** Why a recording is no use whatever is on it; null where it is. */
const unfitSound = (samples: Float32Array, { cycleSeconds }: Asked): Result<never> | null => {
  const peak = loudest(samples);
  if (peak < SAID.silent) return failure(problem('take-silent'));
  if (samples.length < TAKE.sampleRate * 0.5 * cycleSeconds) return failure(problem('take-too-short'));
  return clippedShare(samples, peak) > SAID.clipped ? failure(problem('take-clipped')) : null;
};

/** A guitar that is tuned otherwise than asked; null where it is not. */
const refusal = ({ strokes }: Asked, innovation: Innovation): Result<never> | null => {
  const by = tunedBy(innovation, [...new Set(strokes.map(({ pitch }) => pitch))]);
  if (by === 0) return null;
  return failure(problem('take-tuned', tunedWords(by)));
};

/** What was heard of a take judged; refused where it does not fit. */
const judgeHeard = (heard: HeardTake, score: Score, asked: Asked, exact = false): Result<TakeJudgement> => {
  const told = heard.strokes.filter(({ what }) => what === 'as asked').length;
  const share = told / Math.max(1, heard.strokes.length);
  const doubtful = heard.fit < SAID.surely && share < SAID.mostly;
  if (heard.cycles === 0 || heard.fit < SAID.fit || share < SAID.heard || doubtful)
    return failure(problem('take-does-not-fit'));
  const now: Case = { asked, score, heard, exact };
  const digits = digitsOf(now);
  return success({
    engine: TAKE_ENGINE,
    heard,
    digits,
    cycles: cyclesOf(now),
    findings: findingsOf(now, digits),
    tempo: [asked.tempo / heard.slower[0], asked.tempo / heard.slower[1]],
  });
};

/**
 * A take that came as notes, judged as one that came as sound is. Errors: `take-silent`, `take-does-not-fit`.
 * @example
 * judgeNotes([], realise(valueOrThrow(readFigure('5 3 2 3')).pattern), askedOf(realise(valueOrThrow(readFigure('5 3 2 3')).pattern), ['p', 'i', 'm', 'i'], 1)).ok // => false
 */
export const judgeNotes = (notes: readonly NotePlayed[], score: Score, asked: Asked): Result<TakeJudgement> =>
  notes.length === 0 ? failure(problem('take-silent')) : judgeHeard(hearNotes(notes, asked), score, asked, true);

/**
 * A take judged against what was asked: by digit, by time through, in sentences. Samples come at `TAKE.sampleRate` a second, −1
 * to 1 (see `resampled`). Errors: `take-silent`, `take-too-short`, `take-clipped`, `take-tuned`, `take-does-not-fit`.
 * @example
 * judgeTake(new Float32Array(44100), realise(valueOrThrow(readFigure('5 3 2 3')).pattern), askedOf(realise(valueOrThrow(readFigure('5 3 2 3')).pattern), ['p', 'i', 'm', 'i'], 1)).ok // => false
 */
export const judgeTake = (samples: Float32Array, score: Score, asked: Asked): Result<TakeJudgement> => {
  const unfit = unfitSound(samples, asked);
  if (unfit) return unfit;
  const innovation = innovationOf(samples);
  const refused = refusal(asked, innovation);
  if (refused) return refused;
  return judgeHeard(hearTake(samples, asked, innovation), score, asked);
};

/**
 * How many times through fit into a take at most, one more than at the tempo that is asked for: what comes beyond its end is
 * left aside.
 * @example
 * cyclesFor(20, 4) // => 6
 */
export const cyclesFor = (seconds: number, cycleSeconds: number): number =>
  Math.max(1, Math.min(400, Math.ceil((seconds * 1.15) / cycleSeconds)));
