import { message, type Message } from '../../message/message.ts';
import { fingerWord, type Pattern } from '../../pattern/index.ts';
import { ceilingFigure } from '../ceiling.ts';
import type { Approach } from './approach.ts';
import { NATIVE, lineKindOf } from './line-kind.ts';

/** Which approach is best at the tempo, which are level with it, and why. */
export interface Verdict {
  /** Keys of the schools that stand first: one, or several that are level. */
  readonly best: readonly string[];
  readonly message: Message;
}

/** Strain below this share of the ceiling is comfortable and does not count (est.). */
const COMFORTABLE = 0.5;

/** What strain beyond comfort, and findings a beat, weigh against each other (est.). */
const WEIGHTS = { strain: 2, beyond: 6, findings: 1.5, unplayed: 20 } as const;

/** Grades nearer than this are level (est.). */
const LEVEL = 0.06;

const beatsOf = ({ metre, bars }: Pattern): number => metre.beats * bars;

const severities = ({ judgement }: Approach): number =>
  judgement.findings.reduce((sum, { severity }) => sum + severity, 0);

/**
 * How an approach does at the pattern's tempo, 0 best: strain beyond comfort, steep beyond the ceiling, and what there
 * is to find a beat. The same yardstick for every school, since their own costs cannot be compared.
 * @example
 * gradeOf(valueOrThrow(readFigure('5 3 2 3')).pattern, compareSchools(valueOrThrow(readFigure('5 3 2 3')).pattern, [schoolOf({ school: 'rolling' })]).approaches[0]) >= 0 // => true
 */
export const gradeOf = (pattern: Pattern, approach: Approach): number => {
  const strain = approach.judgement.difficulty ?? 0;
  const strained = Math.max(0, strain - COMFORTABLE) * WEIGHTS.strain + Math.max(0, strain - 1) * WEIGHTS.beyond;
  return strained + (severities(approach) * WEIGHTS.findings) / beatsOf(pattern) + approach.unplayed * WEIGHTS.unplayed;
};

const maxOf = ({ judgement }: Approach): Message =>
  judgement.ceiling ? message('compare.max', { bpm: ceilingFigure(judgement.ceiling.bpm) }) : message('compare.no-max');

/** The name of a school within a sentence. */
const quoted = ({ name }: Approach): Message => message('school.quoted', { school: name });

/** What the sentences say of one approach. */
const factsOf = (approach: Approach) => ({
  school: quoted(approach),
  max: maxOf(approach),
  issues: message('compare.issues', { count: approach.judgement.findings.length }),
});

const namesOf = (approaches: readonly Approach[]): readonly Message[] => approaches.map(quoted);

const joined = (first: Message, second: Message | undefined): Message =>
  second ? message('compare.sentences', { first, second }) : first;

const bpmOf = ({ judgement }: Approach): number => judgement.ceiling?.bpm ?? Infinity;

/** Whether an approach leaves nobody out and has time enough. */
const reaches = (pattern: Pattern, approach: Approach): boolean =>
  approach.unplayed === 0 && bpmOf(approach) >= pattern.tempo;

const why = ({ tempo }: Pattern, best: Approach, second: Approach | undefined, reached: boolean): Message => {
  const head = message(reached ? 'compare.best' : 'compare.none-reaches', { tempo, ...factsOf(best) });
  const { busiest } = best;
  const busy = busiest && message('compare.busiest', { finger: fingerWord(busiest.striker), gap: busiest.gap });
  const next = second && message('compare.next', factsOf(second));
  return joined(joined(head, reached ? (busy ?? undefined) : undefined), next);
};

/** Those of several level approaches that leave the most room above the tempo; undefined where all leave as much. */
const roomiestOf = (level: readonly Approach[]): readonly Approach[] | undefined => {
  const highest = Math.max(...level.map(bpmOf));
  const roomiest = level.filter((approach) => bpmOf(approach) >= highest - 1);
  return roomiest.length < level.length ? roomiest : undefined;
};

const tied = ({ tempo }: Pattern, level: readonly Approach[], all: number): Message => {
  const head = message('compare.tied', {
    all: level.length === all ? 'yes' : 'no',
    schools: namesOf(level),
    tempo,
  });
  const roomiest = roomiestOf(level);
  const [most] = roomiest ?? [];
  return joined(head, most && message('compare.most-headroom', { schools: namesOf(roomiest ?? []), max: maxOf(most) }));
};

/** Those of several level approaches that the kind of line is native to; undefined where that tells none apart. */
const nativeAmong = (pattern: Pattern, level: readonly Approach[]): readonly Approach[] | undefined => {
  const kind = lineKindOf(pattern);
  if (!kind || level.length < 2) return undefined;
  const native = level.filter(
    (approach) => NATIVE[kind].includes(approach.school.split(':')[0] as string) && reaches(pattern, approach),
  );
  return native.length > 0 && native.length < level.length ? native : undefined;
};

const naturalFit = (pattern: Pattern, native: readonly Approach[], level: readonly Approach[]): Message => {
  const { tempo } = pattern;
  const line = message(`line-kind.${lineKindOf(pattern) ?? 'rolls'}`);
  const others = namesOf(level.filter((approach) => !native.includes(approach)));
  const [only] = native;
  return native.length === 1 && only
    ? message('compare.best-for-line', { tempo, school: quoted(only), line, max: maxOf(only), others })
    : message('compare.tied-for-line', { tempo, schools: namesOf(native), line, others });
};

const noneReaches = ({ tempo }: Pattern, level: readonly [Approach, ...Approach[]]): Message =>
  message('compare.none-reaches-tied', { tempo, schools: namesOf(level), max: maxOf(level[0]) });

/**
 * Says which approach to choose at the pattern's tempo, and why; where some are level it says so.
 * @example
 * typeof verdictOf(valueOrThrow(readFigure('5 3 2 3')).pattern, compareSchools(valueOrThrow(readFigure('5 3 2 3')).pattern, [schoolOf({ school: 'rolling' })]).approaches) // => 'object'
 */
export const verdictOf = (pattern: Pattern, approaches: readonly Approach[]): Verdict => {
  const graded = approaches
    .map((approach) => ({ approach, grade: gradeOf(pattern, approach) }))
    .sort((a, b) => a.grade - b.grade);
  const [first] = graded;
  if (!first) return { best: [], message: message('compare.choose-schools') };
  const level = graded.filter(({ grade }) => grade - first.grade < LEVEL).map(({ approach }) => approach);
  const verdict = (best: readonly Approach[], said: Message): Verdict => ({
    best: best.map(({ school }) => school),
    message: said,
  });
  const native = nativeAmong(pattern, level);
  if (native) return verdict(native, naturalFit(pattern, native, level));
  const reached = reaches(pattern, first.approach);
  if (level.length === 1) return verdict(level, why(pattern, first.approach, graded[1]?.approach, reached));
  if (!reached) return verdict(level, noneReaches(pattern, [first.approach, ...level.slice(1)]));
  return verdict(level, tied(pattern, level, approaches.length));
};
