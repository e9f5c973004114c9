import type { Label } from '../../message/message.ts';
import { STRIKERS, strikerOf, type Pattern, type Slur, type Striker } from '../../pattern/index.ts';
import { taskOf, type FingerOptions, type School } from '../../fingering/index.ts';
import { stepsByKind, stringChanges, type StepKind, type StringChange } from '../changes.ts';
import { digitsInOrder, judge, type Judgement } from '../judge.ts';
import { slurredFor } from './prepare.ts';

/** One school's way to play the same notes, and what it comes to. */
export interface Approach {
  readonly school: string;
  readonly name: Label;
  readonly judgement: Judgement;
  readonly attacks: Readonly<Partial<Record<Striker, number>>>;
  /** The striker with the least time between two of its strokes, against what it needs; null where none plays twice. */
  readonly busiest: { readonly striker: Striker; readonly gap: number; readonly strain: number } | null;
  readonly changes: readonly StringChange[];
  readonly steps: Readonly<Partial<Record<StepKind, number>>>;
  readonly slurs: number;
  /** The strokes the school leaves to the other hand, which the pattern has struck. */
  readonly slurred: readonly { readonly stroke: string; readonly slur: Slur }[];
  readonly doubled: number;
  /** Strokes that nobody is left for. */
  readonly unplayed: number;
  /** Share of the ceiling used, by tempo: of the fingering in use, and of the best at each tempo. */
  readonly strain: readonly StrainPoint[];
  readonly bestStrain: readonly StrainPoint[];
}

/** The share of the ceiling used at a tempo. */
interface StrainPoint {
  readonly tempo: number;
  readonly strain: number;
}

const attacksOf = (digits: Judgement['digits']): Approach['attacks'] => {
  const count: Partial<Record<Striker, number>> = {};
  for (const digit of Object.values(digits)) if (digit) count[strikerOf(digit)] = (count[strikerOf(digit)] ?? 0) + 1;
  return Object.fromEntries(STRIKERS.flatMap((striker) => (count[striker] ? [[striker, count[striker]]] : [])));
};

const busiestOf = ({ motions }: Judgement): Approach['busiest'] => {
  const all = motions.map(({ striker, need, has }) => ({ striker, gap: has, strain: need / has }));
  return all.sort((a, b) => b.strain - a.strain)[0] ?? null;
};

/** Tempos the strain is worked out at: from half to twice the pattern's, by tenths. */
const TEMPO_SHARES = Array.from({ length: 16 }, (_, step) => 0.5 + step / 10);

const temposAround = ({ tempo }: Pattern): readonly number[] => TEMPO_SHARES.map((share) => Math.round(tempo * share));

/** One fingering at all tempos: what it needs stays, and the time there is shrinks. */
const strainInUse = (pattern: Pattern, { ceiling }: Judgement): Approach['strain'] =>
  temposAround(pattern).map((tempo) => ({ tempo, strain: ceiling ? tempo / ceiling.bpm : 0 }));

const strainAtBest = (pattern: Pattern, school: School, options: FingerOptions): Approach['bestStrain'] =>
  temposAround(pattern).map((tempo) => {
    return { tempo, strain: judge(pattern, { ...options, school, tempo }).difficulty ?? 0 };
  });

/** How a school plays a pattern. */
export const approachOf = (given: Pattern, school: School, options: FingerOptions = {}): Approach => {
  const pattern = { ...given, strokes: slurredFor(given, school) };
  const judgement = judge(pattern, { ...options, school });
  const changes = stringChanges(taskOf(pattern, { ...options, school }), digitsInOrder(pattern, judgement));
  const doubled = judgement.findings.filter(({ kind }) => kind === 'doubled').length;
  return {
    school: school.key,
    name: school.name,
    judgement,
    attacks: attacksOf(judgement.digits),
    busiest: busiestOf(judgement),
    changes,
    steps: stepsByKind(changes),
    slurs: pattern.strokes.filter(({ slur }) => slur).length,
    doubled,
    unplayed: pattern.strokes.filter(({ id, slur }) => !slur && !judgement.digits[id]).length,
    slurred: pattern.strokes.flatMap(({ id, slur }, index) =>
      slur && !given.strokes[index]?.slur ? [{ stroke: id, slur }] : [],
    ),
    strain: strainInUse(pattern, judgement),
    bestStrain: strainAtBest(pattern, school, options),
  };
};
