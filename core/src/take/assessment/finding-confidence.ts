import type { Message } from '../../message/index.ts';
import type { DiagnosticEvidence } from './assessment-context.ts';

/** Weights of a logistic regression: a constant, of the size, of the sureness by the support, and of the support. */
type ConfidenceWeights = readonly [constant: number, size: number, sureness: number, support: number];

/**
 * How probable each kind of finding is by what speaks for it: fitted to simulated takes whose strokes are known
 * (`npm run calibrate:takes`, docs/takes.md).
 */
const CONFIDENCE_WEIGHTS: Readonly<Record<string, ConfidenceWeights>> = {
  'take.finger-off-time': [-0.82, 0.35, 1.45, 1.66],
  'take.fingers-apart': [-0.82, 0.35, 1.45, 1.66],
  'take.finger-misses': [0.52, 1.24, 0.52, 0.56],
  'take.finger-uneven': [0.69, 0.65, 1.04, 0.79],
  'take.finger-wrong-string': [0.34, 0.74, 0.23, 1.22],
  // Rarer than can be fitted; what they are measured by has its own check (docs/takes.md). Est.
  'take.finger-fades': [1, 1, 0.5, 0.5],
  'take.tempo-drift': [1.5, 1, 0.5, 0.5],
  'take.unwanted-accent': [1.5, 1, 0.5, 0.5],
  'take.accent-not-heard': [1.5, 1, 0.5, 0.5],
  'take.string-out-of-tune': [2.5, 1, 0.5, 0.5],
  'take.guitar-off-pitch': [2.5, 1, 0.5, 0.5],
  'take.stops': [3, 1, 0.5, 0.5],
  'take.other-tempo': [3, 1, 0.5, 0.5],
};

/** What findings are held for that are not known: little (est.). */
const UNKNOWN_FINDING: ConfidenceWeights = [0, 1, 0.5, 0.5];

/** The weights a kind of finding is reckoned with. */
export const getConfidenceWeights = (code: string): ConfidenceWeights => CONFIDENCE_WEIGHTS[code] ?? UNKNOWN_FINDING;

/** Beyond so many standard errors nothing gets any surer: what is left is not chance. */
const MAX_SURENESS = 30;

/** What the regression goes by: a constant, the size, the sureness by the support, and the support. */
export const listConfidenceFeatures = ({ size, sureness, support }: DiagnosticEvidence): readonly number[] => [
  ...[1, Math.log(size)],
  support * Math.log(Math.min(MAX_SURENESS, Math.max(1, sureness))),
  support,
];

/** How probable something is by its features and their weights, 0 to 1. */
export const weighFeatures = (features: readonly number[], weights: readonly number[]): number =>
  1 / (1 + Math.exp(-features.reduce((sum, value, index) => sum + value * (weights[index] as number), 0)));

/** How probable it is that a finding is so, 0 to 1. */
export const computeConfidence = ({ code }: Pick<Message, 'code'>, evidence: DiagnosticEvidence): number =>
  weighFeatures(listConfidenceFeatures(evidence), getConfidenceWeights(code));
