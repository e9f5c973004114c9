import type { Message } from '../../message/index.ts';
import type { DiagnosticEvidence } from './assessment-context.ts';

/** Weights of a logistic regression: a constant, of the size, of the sureness by the support, and of the support. */
type ConfidenceWeights = readonly [constant: number, size: number, sureness: number, support: number];

/**
 * How probable each kind of finding is by what speaks for it: fitted to simulated takes whose strokes are known
 * (`npm run calibrate:takes`, docs/takes.md).
 */
const CONFIDENCE_WEIGHTS: Readonly<Record<string, ConfidenceWeights>> = {
  'take.finger-off-time': [-0.77, 1.13, 1.85, 1.52],
  'take.finger-fades': [2.43, 1.19, 0, 0.14],
  'take.finger-uneven': [0.53, 0.84, 0.73, 0.51],
  'take.finger-misses': [0.93, 1.48, 0.48, 0.53],
  'take.finger-wrong-string': [3.95, 1.07, 0.64, 0.63],
  'take.tempo-drift': [2.84, 1.04, 0.6, 0.55],
};

/** What findings are held for of which there are too few to fit. */
const OTHER: ConfidenceWeights = [1.5, 1, 0.5, 0.5];

/** Beyond so many standard errors nothing gets any surer: what is left is not chance. */
const MAX_SURENESS = 30;

/** How probable it is that a finding is so, 0 to 1. */
export const computeConfidence = (
  { code }: Pick<Message, 'code'>,
  { size, sureness, support }: DiagnosticEvidence,
): number => {
  const [constant, bySize, bySureness, bySupport] = CONFIDENCE_WEIGHTS[code] ?? OTHER;
  const logOdds =
    constant +
    bySize * Math.log(size) +
    bySureness * support * Math.log(Math.min(MAX_SURENESS, Math.max(1, sureness))) +
    bySupport * support;
  return 1 / (1 + Math.exp(-logOdds));
};
