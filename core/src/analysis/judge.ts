import type { Message } from '../message/message.ts';
import type { Problem } from '../errors/index.ts';
import {
  fingerScore,
  schoolOf,
  taskOfScore,
  type Digits,
  type FingerOptions,
  type FingeringMemory,
  type Solution,
  type Task,
} from '../fingering/index.ts';
import {
  looseSlurs,
  mutedStrokes,
  sameValue,
  touchesBeyondNeck,
  type Digit,
  type Pattern,
  type Striker,
} from '../pattern/index.ts';
import { realise, tempoAt, type Score } from '../score/index.ts';
import { ceilingOf, ceilingsByPart, type Ceiling } from './ceiling.ts';
import { findingsOf, type Finding, type Fingered } from './findings/index.ts';
import { loads, type Load } from './load.ts';
import { needsOf, type Need } from './needs.ts';
import { broughtBack, needsTwoTimes, writtenTwice } from './second-time.ts';
import { limitMessage } from './words.ts';

/** A problem with the IDs of the strokes it concerns. */
export interface Trouble extends Problem {
  readonly strokes: readonly string[];
}

/** The quickest tempo the fingering can reach and the two strokes that set it. */
export interface TempoCeiling {
  readonly bpm: number;
  /** What limits the tempo. */
  readonly cause: Message;
  readonly strokes: readonly string[];
  /** Seconds needed, and seconds there are at the pattern's tempo. */
  readonly need: number;
  readonly has: number;
}

/** The ceiling one constraint sets by itself: a digit on its own, or two digits in turn (`striker` null). */
export interface NamedPartCeiling {
  readonly striker: Striker | null;
  readonly bpm: number;
  readonly strokes: readonly string[];
}

/** A finding with the names of its strokes. */
export interface NamedFinding extends Omit<Finding, 'strokes'> {
  readonly strokes: readonly string[];
}

/** A striker's way from one of its strokes to the next: seconds needed, and seconds there are. */
export interface Motion {
  readonly striker: Striker;
  readonly from: string;
  readonly to: string;
  readonly need: number;
  readonly has: number;
}

/** All that is said about a pattern: plain data that can cross to another thread. */
export interface Judgement {
  readonly digits: Readonly<Record<string, Digit | null>>;
  /** The digits of the second time round, where a figure in strict turn only comes out after two times. */
  readonly secondTime?: Readonly<Record<string, Digit | null>>;
  readonly cost: number;
  readonly ceiling: TempoCeiling | null;
  /** Ceilings by constraint, lowest first. */
  readonly ceilings: readonly NamedPartCeiling[];
  /** Share of the ceiling used at the tempo: 1 is at the limit; null where nothing limits. */
  readonly difficulty: number | null;
  readonly load: readonly Load[];
  readonly motions: readonly Motion[];
  readonly findings: readonly NamedFinding[];
  readonly troubles: readonly Trouble[];
}

const namesOf = (pattern: Pattern, indexes: readonly number[]): readonly string[] =>
  indexes.map((index) => pattern.strokes[index]?.id ?? '');

const ceilingFor = (fingered: Fingered, ceiling: Ceiling | undefined): TempoCeiling | null => {
  if (!ceiling) return null;
  const { need, bpm } = ceiling;
  return {
    bpm,
    cause: limitMessage(fingered, need),
    strokes: namesOf(fingered.pattern, [need.from, need.to]),
    need: need.seconds,
    has: need.has,
  };
};

const motionsOf = (pattern: Pattern, needs: readonly Need[]): readonly Motion[] =>
  needs
    .filter(({ kind }) => kind === 'own')
    .map(({ striker, from, to, seconds, has }) => {
      const [first = '', second = ''] = namesOf(pattern, [from, to]);
      return { striker, from: first, to: second, need: seconds, has };
    });

/** Strokes of which nothing is heard, or that the other hand cannot sound. */
const soundTroubles = (pattern: Pattern): readonly Trouble[] =>
  [...mutedStrokes(pattern), ...looseSlurs(pattern), ...touchesBeyondNeck(pattern)].map(({ stroke, problem }) => ({
    ...problem,
    strokes: [stroke.id],
  }));

/**
 * Fingers a pattern and judges the fingering: digits by stroke, tempo ceiling, load, findings, troubles.
 * @example
 * judge(valueOrThrow(readFigure('6 3 2 1 2 3', { subdivision: 3 })).pattern).load.length // => 4
 */
export const judge = (pattern: Pattern, options: FingerOptions = {}): Judgement => {
  const once = judgeOnce(pattern, options);
  if (!needsTwoTimes(pattern, once.digits, options)) return once;
  const [twice, cycleTicks] = writtenTwice(pattern, options);
  const both = broughtBack(pattern, judgeOnce(twice, { ...options, cycleTicks, memory: undefined }));
  return sameValue(both.digits, both.secondTime) ? once : both;
};

const judgeOnce = (pattern: Pattern, options: FingerOptions): Judgement => {
  const score = realise(pattern, options);
  const task = taskOfScore(score, options.school ?? schoolOf(pattern), options.hand);
  return judgeOn(pattern, score, task, fingerScore(score, task, options.memory), options.memory);
};

/**
 * Judges a fingering that was found, or chosen, in whatever way.
 * @example
 * judgeFingering(valueOrThrow(readFigure('5 3 2 3')).pattern, fingerPattern(valueOrThrow(readFigure('5 3 2 3')).pattern)).cost === judge(valueOrThrow(readFigure('5 3 2 3')).pattern).cost // => true
 */
export const judgeFingering = (pattern: Pattern, solution: Solution, options: FingerOptions = {}): Judgement => {
  const score = realise(pattern, options);
  return judgeOn(pattern, score, taskOfScore(score, options.school ?? schoolOf(pattern), options.hand), solution);
};

const judgeOn = (
  pattern: Pattern,
  score: Score,
  task: Task,
  solution: Solution,
  memory?: FingeringMemory,
): Judgement => {
  const { digits, cost, conflicts } = solution;
  const fingered: Fingered = { pattern, score, task, digits, needs: needsOf(task, digits) };
  const { needs } = fingered;
  const tempo = tempoAt(score, 0);
  const ceiling = ceilingOf(tempo, needs);
  return {
    digits: Object.fromEntries(pattern.strokes.map(({ id }, index) => [id, digits[index] ?? null])),
    cost,
    ceiling: ceilingFor(fingered, ceiling),
    ceilings: ceilingsByPart(tempo, needs).map(({ striker, bpm, need }) => ({
      striker,
      bpm,
      strokes: namesOf(pattern, [need.from, need.to]),
    })),
    difficulty: ceiling ? tempo / ceiling.bpm : null,
    load: loads(task, digits, needs),
    motions: motionsOf(pattern, needs),
    findings: findingsOf(fingered, memory).map((finding) => ({
      ...finding,
      strokes: namesOf(pattern, finding.strokes),
    })),
    troubles: [
      ...conflicts.map(({ problem, strokes }) => ({
        ...problem,
        strokes: namesOf(pattern, strokes),
      })),
      ...soundTroubles(pattern),
    ],
  };
};

/**
 * The digits of a judgement in the order of the pattern's strokes.
 * @example
 * digitsInOrder(valueOrThrow(readFigure('5 3 2 3')).pattern, judge(valueOrThrow(readFigure('5 3 2 3')).pattern)).join(' ') // => 'p i m i'
 */
export const digitsInOrder = (pattern: Pattern, judgement: Pick<Judgement, 'digits'>): Digits =>
  pattern.strokes.map(({ id }) => judgement.digits[id] ?? null);
