import { STRIKER_NAMES, type Pattern } from '../../pattern/index.ts';
import { ceilingFigure } from '../ceiling.ts';
import type { Approach } from './approach.ts';
import { NATIVE, lineKindOf } from './line-kind.ts';

/** Which approach is best at the tempo, which are level with it, and why. */
export interface Verdict {
  /** Keys of the schools that stand first: one, or several that are level. */
  readonly best: readonly string[];
  readonly sentence: string;
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

const ceilingText = ({ judgement }: Approach): string =>
  judgement.ceiling ? `a ceiling of ${ceilingFigure(judgement.ceiling.bpm)}` : 'no ceiling';

const findingCount = ({ judgement }: Approach): string => {
  const { length } = judgement.findings;
  return length === 0 ? 'nothing to mend' : length === 1 ? 'one thing to mend' : `${length} things to mend`;
};

const busiestText = ({ busiest }: Approach): string =>
  busiest ? `; its ${STRIKER_NAMES[busiest.striker]} works hardest, every ${busiest.gap.toFixed(2)} s` : '';

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

const namesText = (names: readonly string[]): string =>
  names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${names[names.length - 1]}` : (names[0] ?? '');

const bpmOf = ({ judgement }: Approach): number => judgement.ceiling?.bpm ?? Infinity;

/** Whether an approach leaves nobody out and has time enough. */
const reaches = (pattern: Pattern, approach: Approach): boolean =>
  approach.unplayed === 0 && bpmOf(approach) >= pattern.tempo;

const why = (pattern: Pattern, best: Approach, second: Approach | undefined): string => {
  const head = !reaches(pattern, best)
    ? `None of these reaches ${pattern.tempo}; ${best.name} comes nearest with ${Math.floor(bpmOf(best))} and ${findingCount(best)}`
    : `${capital(best.name)} is best at ${pattern.tempo}: ${ceilingText(best)} and ${findingCount(best)}${busiestText(best)}`;
  return second
    ? `${head}. Next comes ${second.name} with ${ceilingText(second)} and ${findingCount(second)}.`
    : `${head}.`;
};

const COUNTS = ['None', 'One', 'Both', 'All three', 'All four', 'All five', 'All six'];

const levelNames = (level: readonly Approach[], all: number): string =>
  level.length === all ? (COUNTS[all] ?? 'All') : capital(namesText(level.map(({ name }) => name)));

/** Which of several leave the most room above the tempo. */
const roomText = (level: readonly Approach[]): string => {
  const highest = Math.max(...level.map(bpmOf));
  const roomiest = level.filter((approach) => bpmOf(approach) >= highest - 1);
  const most = roomiest[0];
  if (roomiest.length === level.length)
    return most?.judgement.ceiling ? `each with ${ceilingText(most)}` : 'none with a ceiling';
  return `${namesText(roomiest.map(({ name }) => name))} with the most room, ${most?.judgement.ceiling ? `up to ${ceilingFigure(highest)}` : 'without a ceiling'}`;
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

const nativeText = (pattern: Pattern, native: readonly Approach[], level: readonly Approach[]): string => {
  const others = level.filter((approach) => !native.includes(approach)).map(({ name }) => name);
  const [only] = native;
  const names = namesText(native.map(({ name }) => name));
  const what = `${lineKindOf(pattern)}`;
  return native.length === 1 && only
    ? `${capital(names)} is best at ${pattern.tempo}: ${what} ${isAre(what)} native to it, with ${ceilingText(only)}; ${namesText(others)} would do as well.`
    : `${capital(names)} are level at ${pattern.tempo}: ${what} ${isAre(what)} native to them; ${namesText(others)} would do as well.`;
};

const isAre = (what: string): string => (what.endsWith('s') ? 'are' : 'is');

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
  if (!first) return { best: [], sentence: 'Choose some schools to compare.' };
  const level = graded.filter(({ grade }) => grade - first.grade < LEVEL).map(({ approach }) => approach);
  const native = nativeAmong(pattern, level);
  if (native) return { best: native.map(({ school }) => school), sentence: nativeText(pattern, native, level) };
  if (level.length === 1)
    return { best: [first.approach.school], sentence: why(pattern, first.approach, graded[1]?.approach) };
  if (!reaches(pattern, first.approach))
    return {
      best: level.map(({ school }) => school),
      sentence: `None of these reaches ${pattern.tempo}; ${namesText(level.map(({ name }) => name))} come nearest, level with ${Math.floor(bpmOf(first.approach))} and ${findingCount(first.approach)} each.`,
    };
  const sentence = `${levelNames(level, approaches.length)} are level at ${pattern.tempo}: ${findingCount(first.approach)}, ${roomText(level)}. Choose by taste.`;
  return { best: level.map(({ school }) => school), sentence };
};
