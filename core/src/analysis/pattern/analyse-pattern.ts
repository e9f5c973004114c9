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
  type Pattern,
} from '../../pattern/index.ts';
import { flattenScore, tempoAt, type Score } from '../../score/index.ts';
import { computeMaxTempo, computeMaxTempoByConstraint, type MaxTempo } from '../tempo/max-tempo.ts';
import { findDiagnostics, type DiagnosticInput } from '../diagnostics/index.ts';
import { computeLoads } from '../tempo/actuator-load.ts';
import { computeTimedTransitions, type TimedTransition } from '../tempo/timed-transitions.ts';
import { mergePasses, needsTwoPasses, unrollTwice } from './two-pass-fingering.ts';
import { describeLimit } from '../tempo/cost-messages.ts';
import type { ActuatorTransition, PatternAnalysis, PatternWarning, TempoLimit } from './pattern-analysis.ts';

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
 * analysePattern(valueOrThrow(parseStringNotation('6 3 2 1 2 3', { subdivision: 3 })).pattern).actuatorLoads.length
 * // => 4
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
 * analyseFingering(
 *   valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *   fingerPattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 * ).cost === analysePattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern).cost // => true
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
 * listDigitsInOrder(
 *   valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *   analysePattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 * ).join(' ') // => 'p i m i'
 */
export const listDigitsInOrder = (pattern: Pattern, judgement: Pick<PatternAnalysis, 'digits'>): Fingering =>
  pattern.strokes.map(({ id }) => judgement.digits[id] ?? null);
