import type { Label } from '../../message/message.ts';
import { isPlucked, moveHand } from '../../motion/index.ts';
import { flattenScore } from '../../score/index.ts';
import { ACTUATORS, actuatorOf, type Pattern, type Slur, type Actuator } from '../../pattern/index.ts';
import {
  applySchoolSlurs,
  createTaskFromPattern,
  resolveSchoolOrThrow,
  type FingeringOptions,
  type School,
} from '../../fingering/index.ts';
import {
  countStringChangesByKind,
  computeStringChanges,
  type StringChangeKind,
  type StringChange,
} from '../strings/string-changes.ts';
import { listDigitsInOrder, analysePattern } from '../pattern/analyse-pattern.ts';
import { type PatternAnalysis } from '../pattern/pattern-analysis.ts';

/** One school's way to play the same notes, and what it comes to. */
export interface SchoolResult {
  readonly school: string;
  readonly name: Label;
  readonly analysis: PatternAnalysis;
  readonly attacks: Readonly<Partial<Record<Actuator, number>>>;
  /** The striker with the least time between two of its strokes, against what it needs; null where none plays twice. */
  readonly busiestActuator: { readonly striker: Actuator; readonly gap: number; readonly strain: number } | null;
  readonly changes: readonly StringChange[];
  readonly steps: Readonly<Partial<Record<StringChangeKind, number>>>;
  readonly slurs: number;
  /** The strokes the school leaves to the other hand, which the pattern has struck. */
  readonly slurredNotes: readonly { readonly stroke: string; readonly slur: Slur }[];
  readonly doubledStrokes: number;
  /** Strokes that nobody is left for. */
  readonly unplayedStrokes: number;
  readonly movement: Movement;
  /** Share of the ceiling used, by tempo: of the fingering in use, and of the best at each tempo. */
  readonly strain: readonly StrainPoint[];
  readonly optimalStrainCurve: readonly StrainPoint[];
}

/** What a fingering costs in movement (est.). */
export interface Movement {
  /** Millimetres of all fingertips together in a bar. */
  readonly travelPerBar: number;
  /** Share of the strokes for which the finger is on its string in time. */
  readonly preparedShare: number;
}

/** The share of the ceiling used at a tempo. */
interface StrainPoint {
  readonly tempo: number;
  readonly strain: number;
}

const countAttacks = (digits: PatternAnalysis['digits']): SchoolResult['attacks'] => {
  const count: Partial<Record<Actuator, number>> = {};
  for (const digit of Object.values(digits)) if (digit) count[actuatorOf(digit)] = (count[actuatorOf(digit)] ?? 0) + 1;
  return Object.fromEntries(ACTUATORS.flatMap((striker) => (count[striker] ? [[striker, count[striker]]] : [])));
};

const findBusiestActuator = ({ transitions }: PatternAnalysis): SchoolResult['busiestActuator'] => {
  const all = transitions.map(({ actuator, neededSeconds, availableSeconds }) => ({
    striker: actuator,
    gap: availableSeconds,
    strain: neededSeconds / availableSeconds,
  }));
  return all.sort((a, b) => b.strain - a.strain)[0] ?? null;
};

const measureMovement = (pattern: Pattern, { digits }: PatternAnalysis, { hand }: FingeringOptions): Movement => {
  const score = flattenScore(pattern);
  const { fingers, travel } = moveHand(
    score,
    score.strokes.map(({ sourceStrokeId }) => digits[sourceStrokeId] ?? null),
    { hand },
  );
  const strokes = fingers.flatMap((finger) => finger.strokes).filter(isPlucked);
  return {
    travelPerBar: travel / Math.max(1, pattern.bars),
    preparedShare: strokes.filter(({ isPrepared }) => isPrepared).length / Math.max(1, strokes.length),
  };
};

/** Tempos the strain is worked out at: from half to twice the pattern's, by tenths. */
const TEMPO_SHARES = Array.from({ length: 16 }, (_, step) => 0.5 + step / 10);

const listTempos = ({ tempo }: Pattern): readonly number[] => TEMPO_SHARES.map((share) => Math.round(tempo * share));

/** One fingering at all tempos: what it needs stays, and the time there is shrinks. */
const computeStrainCurve = (pattern: Pattern, { limit }: PatternAnalysis): SchoolResult['strain'] =>
  listTempos(pattern).map((tempo) => ({ tempo, strain: limit ? tempo / limit.maxTempo : 0 }));

const computeOptimalStrainCurve = (
  pattern: Pattern,
  school: School,
  options: FingeringOptions,
): SchoolResult['optimalStrainCurve'] =>
  listTempos(pattern).map((tempo) => {
    return { tempo, strain: analysePattern(pattern, { ...options, school, tempo }).difficulty ?? 0 };
  });

/** How a school plays a pattern. */
export const evaluateSchool = (given: Pattern, school: School, options: FingeringOptions = {}): SchoolResult => {
  // In the school it is in a pattern has the slurs it has: the same answer as on the bench.
  const strokes = school.key === resolveSchoolOrThrow(given).key ? given.strokes : applySchoolSlurs(given, school);
  const pattern = { ...given, strokes };
  const judgement = analysePattern(pattern, { ...options, school });
  const changes = computeStringChanges(
    createTaskFromPattern(pattern, { ...options, school }),
    listDigitsInOrder(pattern, judgement),
  );
  const doubled = judgement.diagnostics.filter(({ code }) => code === 'doubled').length;
  return {
    school: school.key,
    name: school.name,
    analysis: judgement,
    attacks: countAttacks(judgement.digits),
    busiestActuator: findBusiestActuator(judgement),
    changes,
    steps: countStringChangesByKind(changes),
    slurs: pattern.strokes.filter(({ slur }) => slur).length,
    doubledStrokes: doubled,
    unplayedStrokes: pattern.strokes.filter(({ id, slur }) => !slur && !judgement.digits[id]).length,
    movement: measureMovement(pattern, judgement, options),
    slurredNotes: pattern.strokes.flatMap(({ id, slur }, index) =>
      slur && !given.strokes[index]?.slur ? [{ stroke: id, slur }] : [],
    ),
    strain: computeStrainCurve(pattern, judgement),
    optimalStrainCurve: computeOptimalStrainCurve(pattern, school, options),
  };
};
