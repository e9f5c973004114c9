import { TEMPO_RANGE } from '../../time/index.ts';

/** Where tempo steps begin and how far apart they are, in shares of the ceiling (est.). */
const TEMPO_STEP_RULES = { begin: 0.5, strain: 0.07, share: 0.6 } as const;

/** How near its ceiling a tempo may come before it is said, as a share (est.). */
export const NEAR_MAX_TEMPO = 0.92;

/**
 * Tempos to practise at, in whole beats a minute: from half the ceiling, or from six tenths of the target where that is
 * lower, in steps of equal strain (7 % of the ceiling each), to the target. Where nothing limits, the target counts as
 * the ceiling.
 * @example
 * listTempoSteps(100, 120).join(' ') // => '60 68 77 85 94 100'
 */
export const listTempoSteps = (target: number, ceiling: number | null): readonly number[] => {
  const top = ceiling ?? target;
  const first = Math.max(
    TEMPO_RANGE.least,
    Math.round(Math.min(top * TEMPO_STEP_RULES.begin, target * TEMPO_STEP_RULES.share)),
  );
  const steps: number[] = [];
  for (let step = 0; ; step += 1) {
    const tempo = Math.round(first + step * TEMPO_STEP_RULES.strain * top);
    // A last step shorter than half of one is none.
    if (target - tempo < (TEMPO_STEP_RULES.strain * top) / 2) break;
    steps.push(tempo);
  }
  return [...new Set([...steps, Math.round(target)])];
};

/**
 * An easy tempo for a stage on the way to a target: six tenths of it, and no more than half the stage's own ceiling.
 * @example
 * computeEasyTempo(100, 120) // => 60
 */
export const computeEasyTempo = (target: number, ceiling: number | null): number =>
  Math.max(
    TEMPO_RANGE.least,
    Math.round(Math.min(target * TEMPO_STEP_RULES.share, (ceiling ?? Infinity) * TEMPO_STEP_RULES.begin)),
  );
