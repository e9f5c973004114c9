import { beatsPerBar } from '../../time/index.ts';
import { message, type Message } from '../../message/message.ts';
import { fingerWord, type Pattern } from '../../pattern/index.ts';
import { formatMaxTempo } from '../tempo/max-tempo.ts';
import type { SchoolResult } from './school-result.ts';
import { IDIOMATIC_SCHOOLS, classifyPassage } from './passage-kind.ts';

/** Which approach is best at the tempo, which are level with it, and why. */
export interface SchoolRecommendation {
  /** Keys of the schools that stand first: one, or several that are level. */
  readonly best: readonly string[];
  readonly message: Message;
}

/** Strain below this share of the ceiling is comfortable and does not count (est.). */
const COMFORTABLE_STRAIN = 0.5;

/** What strain beyond comfort, and findings a beat, weigh against each other (est.). */
const SCORE_WEIGHTS = { strain: 2, beyond: 6, findings: 1.5, unplayed: 20 } as const;

/** Grades nearer than this are level (est.). */
const TIE_MARGIN = 0.06;

/** How much more a school that the kind of line is native to may take without losing its place (est.). */
const NATIVE_MARGIN = 0.3;

const countBeats = ({ metre, bars }: Pattern): number => beatsPerBar(metre) * bars;

const sumSeverity = ({ analysis }: SchoolResult): number =>
  analysis.diagnostics.reduce((sum, { severity }) => sum + severity, 0);

/**
 * How an approach does at the pattern's tempo, 0 best: strain beyond comfort, steep beyond the ceiling, and what there
 * is to find a beat. The same yardstick for every school, since their own costs cannot be compared.
 * @example
 * scoreSchool(
 *   valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *   compareSchools(valueOrThrow(parseStringNotation('5 3 2 3')).pattern, [
 *     resolveSchoolOrThrow({ school: 'rolling' }),
 *   ]).results[0],
 * ) >= 0 // => true
 */
export const scoreSchool = (pattern: Pattern, approach: SchoolResult): number => {
  const strain = approach.analysis.difficulty ?? 0;
  const strained =
    Math.max(0, strain - COMFORTABLE_STRAIN) * SCORE_WEIGHTS.strain + Math.max(0, strain - 1) * SCORE_WEIGHTS.beyond;
  return (
    strained +
    (sumSeverity(approach) * SCORE_WEIGHTS.findings) / countBeats(pattern) +
    approach.unplayedStrokes * SCORE_WEIGHTS.unplayed
  );
};

const maxOf = ({ analysis }: SchoolResult): Message =>
  analysis.limit ? message('compare.max', { bpm: formatMaxTempo(analysis.limit.maxTempo) }) : message('compare.no-max');

/** The name of a school within a sentence. */
const quoted = ({ name }: SchoolResult): Message => message('school.quoted', { school: name });

/** What the sentences say of one approach. */
const factsOf = (approach: SchoolResult) => ({
  school: quoted(approach),
  max: maxOf(approach),
  issues: message('compare.issues', { count: approach.analysis.diagnostics.length }),
});

const namesOf = (approaches: readonly SchoolResult[]): readonly Message[] => approaches.map(quoted);

const joined = (first: Message, second: Message | undefined): Message =>
  second ? message('compare.sentences', { first, second }) : first;

const getMaxTempoBpm = ({ analysis }: SchoolResult): number => analysis.limit?.maxTempo ?? Infinity;

/** Whether an approach leaves nobody out and has time enough. */
const reachesTempo = (pattern: Pattern, approach: SchoolResult): boolean =>
  approach.unplayedStrokes === 0 && getMaxTempoBpm(approach) >= pattern.tempo;

const why = ({ tempo }: Pattern, best: SchoolResult, second: SchoolResult | undefined, reached: boolean): Message => {
  const head = message(reached ? 'compare.best' : 'compare.none-reaches', { tempo, ...factsOf(best) });
  const { busiestActuator } = best;
  const busy =
    busiestActuator &&
    message('compare.busiest', { finger: fingerWord(busiestActuator.striker), gap: busiestActuator.gap });
  const next = second && message('compare.next', factsOf(second));
  return joined(joined(head, reached ? (busy ?? undefined) : undefined), next);
};

/** Those of several level approaches that leave the most room above the tempo; undefined where all leave as much. */
const roomiestOf = (level: readonly SchoolResult[]): readonly SchoolResult[] | undefined => {
  const highest = Math.max(...level.map(getMaxTempoBpm));
  const roomiest = level.filter((approach) => getMaxTempoBpm(approach) >= highest - 1);
  return roomiest.length < level.length ? roomiest : undefined;
};

const tied = ({ tempo }: Pattern, level: readonly SchoolResult[], all: number): Message => {
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
const filterIdiomatic = (pattern: Pattern, level: readonly SchoolResult[]): readonly SchoolResult[] | undefined => {
  const kind = classifyPassage(pattern);
  if (!kind || level.length < 2) return undefined;
  const native = level.filter(
    (approach) =>
      IDIOMATIC_SCHOOLS[kind].includes(approach.school.split(':')[0] as string) &&
      (reachesTempo(pattern, approach) || !level.some((one) => reachesTempo(pattern, one))),
  );
  return native.length > 0 && native.length < level.length ? native : undefined;
};

const naturalFit = (pattern: Pattern, native: readonly SchoolResult[], level: readonly SchoolResult[]): Message => {
  const { tempo } = pattern;
  const line = message(`line-kind.${classifyPassage(pattern) ?? 'rolls'}`);
  const others = namesOf(level.filter((approach) => !native.includes(approach)));
  const [only] = native;
  return native.length === 1 && only
    ? message('compare.best-for-line', { tempo, school: quoted(only), line, max: maxOf(only), others })
    : message('compare.tied-for-line', { tempo, schools: namesOf(native), line, others });
};

const noneReaches = ({ tempo }: Pattern, level: readonly [SchoolResult, ...SchoolResult[]]): Message =>
  message('compare.none-reaches-tied', { tempo, schools: namesOf(level), max: maxOf(level[0]) });

/**
 * Says which approach to choose at the pattern's tempo, and why; where some are level it says so.
 * @example
 * typeof recommendSchool(
 *   valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *   compareSchools(valueOrThrow(parseStringNotation('5 3 2 3')).pattern, [
 *     resolveSchoolOrThrow({ school: 'rolling' }),
 *   ]).results,
 * ) // => 'object'
 */
export const recommendSchool = (pattern: Pattern, approaches: readonly SchoolResult[]): SchoolRecommendation => {
  const all = approaches.map((approach) => ({ approach, grade: scoreSchool(pattern, approach) }));
  const reaching = all.filter(({ approach }) => reachesTempo(pattern, approach));
  // A school that does not reach the tempo is never best while another does.
  const graded = [...(reaching.length > 0 ? reaching : all)].sort((a, b) => a.grade - b.grade);
  const [first] = graded;
  if (!first) return { best: [], message: message('compare.choose-schools') };
  const within = (margin: number): readonly SchoolResult[] =>
    graded.filter(({ grade }) => grade - first.grade < margin).map(({ approach }) => approach);
  const level = within(TIE_MARGIN);
  const verdict = (best: readonly SchoolResult[], said: Message): SchoolRecommendation => ({
    best: best.map(({ school }) => school),
    message: said,
  });
  // What a line is native to outranks a few beats a minute.
  const near = within(NATIVE_MARGIN);
  const native = filterIdiomatic(pattern, near);
  if (native) return verdict(native, naturalFit(pattern, native, near));
  const reached = reachesTempo(pattern, first.approach);
  const [second] = all.filter((one) => one !== first).sort((a, b) => a.grade - b.grade);
  if (level.length === 1) return verdict(level, why(pattern, first.approach, second?.approach, reached));
  if (!reached) return verdict(level, noneReaches(pattern, [first.approach, ...level.slice(1)]));
  return verdict(level, tied(pattern, level, approaches.length));
};
