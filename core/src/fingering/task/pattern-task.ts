import type { GroupEdge } from './fingered-stroke.ts';
import { findChordsOverBass, findGroupEdges, findNotesBesideHarp } from './stroke-groups.ts';
import { valueOrThrow, type Problem, type Result } from '../../errors/index.ts';
import { isBassString, stringCount } from '../../instrument/index.ts';
import { withThumbStrings } from '../school-on-instrument.ts';
import { DIGITS, type Digit, type Pattern } from '../../pattern/index.ts';
import {
  flattenScore,
  tickToSeconds,
  durationInSeconds,
  type Score,
  type ScoreBeat,
  type ScoreStroke,
} from '../../score/index.ts';
import { ABLE_ADULT_HAND, type HandProfile } from '../hand-profile.ts';
import { buildCustomSchool } from '../custom-school.ts';
import type { FingeringCache } from '../solver/solver-cache.ts';
import type { School } from '../school.ts';
import { findSchool } from '../schools/index.ts';
import type { Fingering } from '../evaluation/cost-items.ts';
import type { FingeringTask, TaskStroke } from './fingering-task.ts';

/** How a pattern is fingered, where it differs from what the pattern says. */
export interface FingeringOptions {
  readonly school?: School;
  readonly hand?: HandProfile;
  readonly tempo?: number;
  /** Ticks after which a figure begins again, where it is shorter than its bars. */
  readonly loopTicks?: number;
  /** What the solver remembers of the answer before, where this pattern is an edit of that one. */
  readonly cache?: FingeringCache;
}

/** What a document says of who plays it: a school that is shipped, or the studio's own that it carries. */
export type SchoolReference = Pick<Pattern, 'school' | 'ownSchool'>;

const resolveSchool = ({ school, ownSchool }: SchoolReference): Result<School> =>
  ownSchool && school === `own:${ownSchool.id}` ? buildCustomSchool(ownSchool) : findSchool(school);

/**
 * The school of a pattern: one that is shipped, or the studio's own that it carries. Errors are thrown.
 * @example
 * resolveSchoolOrThrow({ school: 'rolling' }).key // => 'rolling'
 */
export const resolveSchoolOrThrow = (choice: SchoolReference): School => valueOrThrow(resolveSchool(choice));

/**
 * What is wrong with the school a document names; empty when nothing is.
 * @example
 * validateSchoolReference({ school: 'nobody’s' }).length // => 1
 */
export const validateSchoolReference = (choice: SchoolReference): readonly Problem[] => {
  const found = resolveSchool(choice);
  return found.ok ? [] : found.problems;
};

/**
 * The task of fingering a score by a school, for a hand.
 * @example
 * createTaskFromScore(
 *   flattenScore(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 *   resolveSchoolOrThrow({ school: 'rolling' }),
 * ).school.key // => 'rolling'
 */
export const createTaskFromScore = (
  score: Score,
  school: School,
  hand: HandProfile = ABLE_ADULT_HAND,
): FingeringTask => ({
  strokes: createTaskStrokes(score),
  seconds: durationInSeconds(score),
  ticks: score.length,
  loop: score.loop,
  strings: stringCount(score.instrument),
  school: withThumbStrings(school, score.instrument),
  hand,
});

/**
 * The task of fingering a pattern. Errors: `school-unknown` is thrown for a key that names no school.
 * @example
 * createTaskFromPattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern).strokes.length // => 4
 */
export const createTaskFromPattern = (pattern: Pattern, options: FingeringOptions = {}): FingeringTask =>
  createTaskFromScore(flattenScore(pattern, options), options.school ?? resolveSchoolOrThrow(pattern), options.hand);

const createTaskStrokes = (score: Score): readonly TaskStroke[] => {
  const { strokes } = score;
  const runs = classifyRuns(score);
  const beats = findBeatIndexes(score);
  const line = findBassLineStrokes(score, beats);
  const over = findChordsOverBass(score);
  const edges = findGroupEdges(score);
  const besideHarp = findNotesBesideHarp(score);
  const opening = strokes.find(({ slur }) => !slur)?.at;
  const lead = strokes.findIndex(
    (stroke, index) => !stroke.slur && (!isBassString(score.instrument, stroke.string) || line[index]),
  );
  return strokes.map((stroke, index) => {
    const { at } = stroke;
    const run = runs.get(index);
    return getTaskStroke(stroke, {
      time: tickToSeconds(score, at),
      off: isOffGrid(score, at, beats[index] as number),
      onBeat: score.beats[beats[index] as number]?.at === at,
      opening: at === opening,
      leads: index === lead,
      line: line[index] as boolean,
      chord: !isOnlyStrokeAtTime(strokes, index),
      run: run?.run,
      tremolo: run?.tremolo,
      over: over[index] as boolean,
      edge: edges[index],
      besideHarp: besideHarp[index] as boolean,
      thumbRun: run?.isInThumbRun === true,
    });
  });
};

/** What a stroke is in its score, besides what it is by itself. */
interface StrokeContext {
  readonly time: number;
  readonly off: boolean;
  readonly onBeat: boolean;
  readonly opening: boolean;
  readonly leads: boolean;
  readonly line: boolean;
  readonly chord: boolean;
  readonly run: boolean | undefined;
  readonly tremolo: Digit | undefined;
  readonly over: boolean;
  readonly edge: GroupEdge | undefined;
  readonly besideHarp: boolean;
  readonly thumbRun: boolean;
}

/** Scores keep their strokes from edit to edit, and a stroke in the same surroundings is the same value again. */
const taskStrokeCache = new WeakMap<ScoreStroke, TaskStroke>();

const getTaskStroke = (stroke: ScoreStroke, around: StrokeContext): TaskStroke => {
  const known = taskStrokeCache.get(stroke);
  if (known && hasSameContext(known, around)) return known;
  const task = createTaskStroke(stroke, around);
  taskStrokeCache.set(stroke, task);
  return task;
};

const hasSameContext = (known: TaskStroke, around: StrokeContext): boolean =>
  known.time === around.time &&
  known.isOffGrid === around.off &&
  known.isOnBeat === around.onBeat &&
  known.isFirstOfTask === around.opening &&
  known.isLeadStroke === around.leads &&
  known.isInBassLine === around.line &&
  known.chord === around.chord &&
  known.run === around.run &&
  known.tremolo === around.tremolo &&
  known.isOverBass === around.over &&
  known.groupEdge === around.edge &&
  known.isBesideHarp === around.besideHarp &&
  known.isInThumbRun === around.thumbRun;

/** The fret the picking hand goes to. */
const touchOf = ({ harmonic, tapped, fret }: ScoreStroke): number | undefined => {
  if (harmonic?.kind === 'harp') return harmonic.touch;
  return tapped && fret !== null ? fret : undefined;
};

/** Every field is written out for every stroke: values of one shape are read several times as fast. */
const createTaskStroke = (stroke: ScoreStroke, around: StrokeContext): TaskStroke => ({
  at: stroke.at,
  time: around.time,
  string: stroke.string,
  pin: stroke.pin,
  accent: stroke.accent,
  isSlurred: stroke.slur !== undefined,
  slur: stroke.slur,
  rake: stroke.rake,
  brush: stroke.brush,
  harp: stroke.harmonic?.kind === 'harp',
  tapped: stroke.tapped,
  touch: touchOf(stroke),
  isOffGrid: around.off,
  isOnBeat: around.onBeat,
  isFirstOfTask: around.opening,
  isLeadStroke: around.leads,
  isInBassLine: around.line,
  chord: around.chord,
  run: around.run,
  tremolo: around.tremolo,
  isThumbRole: stroke.role !== undefined,
  isOverBass: around.over,
  groupEdge: around.edge,
  isBesideHarp: around.besideHarp,
  isInThumbRun: around.thumbRun,
  recurringDigit: undefined,
});

/** For each stroke the index of the beat it falls in; strokes and beats are sorted, so one pass finds all. */
const findBeatIndexes = ({ strokes, beats }: Score): Int32Array => {
  const found = new Int32Array(strokes.length);
  let beat = 0;
  for (let index = 0; index < strokes.length; index += 1) {
    const { at } = strokes[index] as ScoreStroke;
    while (beat + 1 < beats.length && (beats[beat + 1] as ScoreBeat).at <= at) beat += 1;
    found[index] = beat;
  }
  return found;
};

/** Whether a stroke falls between the parts that a pick counts down on: every other part of the grid. */
const isOffGrid = ({ beats }: Score, at: number, index: number): boolean => {
  const beat = beats[index];
  if (!beat) return false;
  const part = Math.floor(((at - beat.at) * beat.parts) / beat.ticks);
  // Beats in odd numbers of parts turn the hand from beat to beat.
  return (beat.parts % 2 === 0 ? part : part + index) % 2 === 1;
};

/**
 * Which strokes belong to a line on the bass strings: single strokes whose neighbour in time, less than a beat away,
 * is a single stroke on a bass string too.
 */
const findBassLineStrokes = ({ strokes, beats, instrument }: Score, beatOf: Int32Array): readonly boolean[] => {
  const single = strokes.map(
    ({ string }, index) => isBassString(instrument, string) && isOnlyStrokeAtTime(strokes, index),
  );
  const close = (index: number, other: number): boolean => {
    if (other < 0 || other >= strokes.length || !single[other]) return false;
    const [a, b] = [strokes[index] as ScoreStroke, strokes[other] as ScoreStroke];
    return Math.abs(a.at - b.at) < (beats[beatOf[index] as number] as ScoreBeat).ticks;
  };
  return strokes.map((_, index) => single[index] === true && (close(index, index - 1) || close(index, index + 1)));
};

/** The fingers of three strokes on one string between two of the thumb (common practice, no source). */
const TREMOLO_FINGERS: readonly Digit[] = ['a', 'm', 'i'];

type RunProperties = Pick<TaskStroke, 'run' | 'tremolo' | 'isInThumbRun'>;

/** Whether no other stroke falls on the time of one. Places outside the list are not asked for: that reads slowly. */
const isOnlyStrokeAtTime = (strokes: readonly ScoreStroke[], index: number): boolean => {
  const { at } = strokes[index] as ScoreStroke;
  const after = index + 1 < strokes.length ? strokes[index + 1] : undefined;
  const before = index > 0 ? strokes[index - 1] : undefined;
  return before?.at !== at && after?.at !== at;
};

/** Strokes that are struck by themselves, in turn, on one string; of all others each is a run by itself. */
interface SingleStringRuns {
  /** The strokes that are struck, by index. */
  readonly struck: readonly number[];
  /** Where each run begins among them, and at the end how many they are. */
  readonly starts: readonly number[];
}

const findSingleStringRuns = (strokes: readonly ScoreStroke[]): SingleStringRuns => {
  const [struck, starts]: [number[], number[]] = [[], []];
  let last = -1;
  for (let index = 0; index < strokes.length; index += 1) {
    const { string, slur } = strokes[index] as ScoreStroke;
    if (slur) continue;
    const alone = isOnlyStrokeAtTime(strokes, index);
    if (!alone || last < 0 || strokes[last]?.string !== string) starts.push(struck.length);
    struck.push(index);
    last = alone ? index : -1;
  }
  return { struck, starts: [...starts, struck.length] };
};

/** What the runs of three and more strokes on one string make of each of theirs. */
const classifyRuns = ({ strokes, loop, instrument }: Score): ReadonlyMap<number, RunProperties> => {
  const found = new Map<number, RunProperties>();
  const { struck, starts } = findSingleStringRuns(strokes);
  const count = starts.length - 1;
  const bass = (run: number): boolean =>
    isBassString(instrument, strokes[struck[starts[run] ?? -1] ?? -1]?.string ?? 0);
  for (let run = 0; run < count; run += 1) {
    const [from, to] = [starts[run] as number, starts[run + 1] as number];
    // What runs on the thumb's strings is the thumb's: only fingers go wherever a melody is.
    if (to - from < 3) continue;
    if (bass(run)) {
      for (let place = from; place < to; place += 1) found.set(struck[place] as number, { isInThumbRun: true });
      continue;
    }
    const around = loop ? 0 : count;
    const after = run + 1 < count ? run + 1 : around;
    const tremolo = to - from === 3 && bass(run - 1) && bass(after);
    for (let place = from; place < to; place += 1)
      found.set(struck[place] as number, { run: true, ...(tremolo ? { tremolo: TREMOLO_FINGERS[place - from] } : {}) });
  }
  return found;
};

/**
 * The bars of each figure that comes more than once or once: indexes of their strokes, by what they look like.
 * @example
 * getRecurringBars(flattenScore(valueOrThrow(parseStringNotation('5 3 2 3')).pattern)).size // => 1
 */
export const getRecurringBars = (score: Score): RecurringBars => {
  const known = recurringBarsCache.get(score) ?? findRecurringBars(score);
  recurringBarsCache.set(score, known);
  return known;
};

type RecurringBars = ReadonlyMap<string, readonly (readonly number[])[]>;

/** Fingering and findings ask the same of one score. */
const recurringBarsCache = new WeakMap<Score, RecurringBars>();

const findRecurringBars = ({ strokes, bars }: Score): RecurringBars => {
  const byLook = new Map<string, number[][]>();
  let to = 0;
  bars.forEach(({ at: from }, bar) => {
    const first = to;
    const end = bars[bar + 1]?.at ?? Infinity;
    while (to < strokes.length && (strokes[to] as ScoreStroke).at < end) to += 1;
    if (to === first) return;
    const indexes = Array.from({ length: to - first }, (_, place) => first + place);
    const look = getBarSignature(strokes, first, to, from);
    const alike = byLook.get(look);
    if (alike) alike.push(indexes);
    else byLook.set(look, [indexes]);
  });
  return byLook;
};

/** What a bar looked like, and the strokes it had then. */
interface BarSignature {
  readonly strokes: readonly ScoreStroke[];
  readonly from: number;
  readonly look: string;
}

/** Bars keep their strokes from edit to edit. */
const barSignatureCache = new WeakMap<ScoreStroke, BarSignature>();

const getBarSignature = (strokes: readonly ScoreStroke[], first: number, to: number, from: number): string => {
  const opening = strokes[first] as ScoreStroke;
  const known = barSignatureCache.get(opening);
  if (known?.from === from && hasSameStrokeObjects(known.strokes, strokes, first, to)) return known.look;
  const those = strokes.slice(first, to);
  const look = those.map((stroke) => strokeSignatureInBar(stroke, from)).join(' ');
  barSignatureCache.set(opening, { strokes: those, from, look });
  return look;
};

const hasSameStrokeObjects = (
  bar: readonly ScoreStroke[],
  strokes: readonly ScoreStroke[],
  first: number,
  to: number,
): boolean => {
  if (bar.length !== to - first) return false;
  for (let place = 0; place < bar.length; place += 1) if (bar[place] !== strokes[first + place]) return false;
  return true;
};

const SLUR_CODES = { 'hammer-on': 1, 'pull-off': 2, slide: 3, tap: 4 } as const;

const HARMONIC_CODES = { natural: 1, harp: 2 } as const;

/** A number for what a stroke looks like in its bar: when, on which string, with which pin and marks. */
const strokeSignatureInBar = (stroke: ScoreStroke, from: number): number => {
  const { at, string, pin, slur, rake, brush, harmonic, tapped } = stroke;
  const sounded = ((harmonic ? HARMONIC_CODES[harmonic.kind] : 0) << 3) | (slur ? SLUR_CODES[slur] : 0);
  const marks = (sounded << 3) | (tapped ? 4 : 0) | (rake ? 2 : 0) | (brush ? 1 : 0);
  return ((at - from) * 16 + string) * 4096 + marks * 16 + (pin ? DIGITS.indexOf(pin) + 1 : 0);
};

/** The digits of some strokes. */
export const selectDigits = (digits: Fingering, strokes: readonly number[]): readonly (Digit | null)[] =>
  strokes.map((index) => digits[index] ?? null);
