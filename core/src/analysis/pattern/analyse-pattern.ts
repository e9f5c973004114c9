import type { Message } from '../../message/message.ts';
import type { Problem } from '../../errors/index.ts';
import {
  fingerScore,
  resolveSchoolOrThrow,
  createTaskFromScore,
  type Fingering,
  type FingeringOptions,
  type FingeringCache,
  type FingeringSolution,
  type FingeringTask,
} from '../../fingering/index.ts';
import {
  findSlursWithoutOrigin,
  findMutedStrokes,
  isDeepEqual,
  findHarmonicsBeyondNeck,
  type Digit,
  type Pattern,
  type Actuator,
} from '../../pattern/index.ts';
import { flattenScore, tempoAt, type Score } from '../../score/index.ts';
import { computeMaxTempo, computeMaxTempoByConstraint, type MaxTempo } from '../tempo/max-tempo.ts';
import { findDiagnostics, type IndexedDiagnostic, type DiagnosticInput } from '../diagnostics/index.ts';
import { computeLoads, type ActuatorLoad } from '../tempo/actuator-load.ts';
import { computeTimedTransitions, type TimedTransition } from '../tempo/timed-transitions.ts';
import { mergePasses, needsTwoPasses, unrollTwice } from './two-pass-fingering.ts';
import { describeLimit } from '../tempo/cost-messages.ts';

/** A problem with the IDs of the strokes it concerns. */
export interface PatternWarning extends Problem {
  readonly strokes: readonly string[];
}

/** The quickest tempo the fingering can reach and the two strokes that set it. */
export interface TempoLimit {
  readonly maxTempo: number;
  /** What limits the tempo. */
  readonly reason: Message;
  readonly strokeIds: readonly string[];
  /** Seconds needed, and seconds there are at the pattern's tempo. */
  readonly neededSeconds: number;
  readonly availableSeconds: number;
}

/** The ceiling one constraint sets by itself: a digit on its own, or two digits in turn (`striker` null). */
export interface ConstraintTempoLimit {
  readonly actuator: Actuator | null;
  readonly maxTempo: number;
  readonly strokes: readonly string[];
}

/** A finding with the names of its strokes. */
export interface Diagnostic extends Omit<IndexedDiagnostic, 'strokes'> {
  readonly strokeIds: readonly string[];
}

/** A striker's way from one of its strokes to the next: seconds needed, and seconds there are. */
export interface ActuatorTransition {
  readonly actuator: Actuator;
  readonly from: string;
  readonly to: string;
  readonly neededSeconds: number;
  readonly availableSeconds: number;
}

/** All that is said about a pattern: plain data that can cross to another thread. */
export interface PatternAnalysis {
  readonly digits: Readonly<Record<string, Digit | null>>;
  /** The digits of the second time round, where a figure in strict turn only comes out after two times. */
  readonly secondPassDigits?: Readonly<Record<string, Digit | null>>;
  readonly cost: number;
  readonly limit: TempoLimit | null;
  /** Ceilings by constraint, lowest first. */
  readonly limitsByConstraint: readonly ConstraintTempoLimit[];
  /** Share of the ceiling used at the tempo: 1 is at the limit; null where nothing limits. */
  readonly difficulty: number | null;
  readonly actuatorLoads: readonly ActuatorLoad[];
  readonly transitions: readonly ActuatorTransition[];
  readonly diagnostics: readonly Diagnostic[];
  readonly warnings: readonly PatternWarning[];
}

const getStrokeIds = (pattern: Pattern, indexes: readonly number[]): readonly string[] =>
  indexes.map((index) => pattern.strokes[index]?.id ?? '');

const createTempoLimit = (fingered: DiagnosticInput, ceiling: MaxTempo | undefined): TempoLimit | null => {
  if (!ceiling) return null;
  const { limit, bpm } = ceiling;
  return {
    maxTempo: bpm,
    reason: describeLimit(fingered, limit),
    strokeIds: getStrokeIds(fingered.pattern, [limit.from, limit.to]),
    neededSeconds: limit.neededSeconds,
    availableSeconds: limit.availableSeconds,
  };
};

const createActuatorTransitions = (
  pattern: Pattern,
  needs: readonly TimedTransition[],
): readonly ActuatorTransition[] =>
  needs
    .filter(({ kind }) => kind === 'own')
    .map(({ actuator, from, to, neededSeconds, availableSeconds }) => {
      const [first = '', second = ''] = getStrokeIds(pattern, [from, to]);
      return { actuator, from: first, to: second, neededSeconds, availableSeconds };
    });

/** Strokes of which nothing is heard, or that the other hand cannot sound. */
const findSilentStrokes = (pattern: Pattern): readonly PatternWarning[] =>
  [...findMutedStrokes(pattern), ...findSlursWithoutOrigin(pattern), ...findHarmonicsBeyondNeck(pattern)].map(
    ({ stroke, problem }) => ({
      ...problem,
      strokes: [stroke.id],
    }),
  );

/**
 * Fingers a pattern and judges the fingering: digits by stroke, tempo ceiling, load, findings, troubles.
 * @example
 * analysePattern(valueOrThrow(parseStringNotation('6 3 2 1 2 3', { subdivision: 3 })).pattern).actuatorLoads.length // => 4
 */
export const analysePattern = (pattern: Pattern, options: FingeringOptions = {}): PatternAnalysis => {
  const once = analyseOnce(pattern, options);
  if (!needsTwoPasses(pattern, once.digits, options)) return once;
  const [twice, loopTicks] = unrollTwice(pattern, options);
  const both = mergePasses(pattern, analyseOnce(twice, { ...options, loopTicks, cache: undefined }));
  return isDeepEqual(both.digits, both.secondPassDigits) ? once : both;
};

const analyseOnce = (pattern: Pattern, options: FingeringOptions): PatternAnalysis => {
  const score = flattenScore(pattern, options);
  const task = createTaskFromScore(score, options.school ?? resolveSchoolOrThrow(pattern), options.hand);
  return analyseSolution(pattern, score, task, fingerScore(score, task, options.cache), options.cache);
};

/**
 * Judges a fingering that was found, or chosen, in whatever way.
 * @example
 * analyseFingering(valueOrThrow(parseStringNotation('5 3 2 3')).pattern, fingerPattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern)).cost === analysePattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern).cost // => true
 */
export const analyseFingering = (
  pattern: Pattern,
  solution: FingeringSolution,
  options: FingeringOptions = {},
): PatternAnalysis => {
  const score = flattenScore(pattern, options);
  return analyseSolution(
    pattern,
    score,
    createTaskFromScore(score, options.school ?? resolveSchoolOrThrow(pattern), options.hand),
    solution,
  );
};

const analyseSolution = (
  pattern: Pattern,
  score: Score,
  task: FingeringTask,
  solution: FingeringSolution,
  memory?: FingeringCache,
): PatternAnalysis => {
  const { digits, cost, conflicts } = solution;
  const fingered: DiagnosticInput = {
    pattern,
    score,
    task,
    digits,
    transitions: computeTimedTransitions(task, digits),
  };
  const { transitions } = fingered;
  const tempo = tempoAt(score, 0);
  const ceiling = computeMaxTempo(tempo, transitions);
  return {
    digits: Object.fromEntries(pattern.strokes.map(({ id }, index) => [id, digits[index] ?? null])),
    cost,
    limit: createTempoLimit(fingered, ceiling),
    limitsByConstraint: computeMaxTempoByConstraint(tempo, transitions).map(({ actuator, bpm: maxTempo, limit }) => ({
      actuator,
      maxTempo,
      strokes: getStrokeIds(pattern, [limit.from, limit.to]),
    })),
    difficulty: ceiling ? tempo / ceiling.bpm : null,
    actuatorLoads: computeLoads(task, digits, transitions),
    transitions: createActuatorTransitions(pattern, transitions),
    diagnostics: findDiagnostics(fingered, memory).map(({ strokes, ...finding }) => ({
      ...finding,
      strokeIds: getStrokeIds(pattern, strokes),
    })),
    warnings: [
      ...conflicts.map(({ problem, strokes }) => ({
        ...problem,
        strokes: getStrokeIds(pattern, strokes),
      })),
      ...findSilentStrokes(pattern),
    ],
  };
};

/**
 * The digits of a judgement in the order of the pattern's strokes.
 * @example
 * listDigitsInOrder(valueOrThrow(parseStringNotation('5 3 2 3')).pattern, analysePattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern)).join(' ') // => 'p i m i'
 */
export const listDigitsInOrder = (pattern: Pattern, judgement: Pick<PatternAnalysis, 'digits'>): Fingering =>
  pattern.strokes.map(({ id }) => judgement.digits[id] ?? null);
