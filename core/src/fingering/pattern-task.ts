import { valueOrThrow, type Problem, type Result } from '../errors/index.ts';
import { isBassString, stringCount } from '../instrument/index.ts';
import { DIGITS, type Digit, type Pattern } from '../pattern/index.ts';
import { realise, secondsAt, secondsOf, type Score, type ScoreBeat, type ScoreStroke } from '../score/index.ts';
import { ABLE_ADULT, type Hand } from './hand.ts';
import { makeSchool } from './made-school.ts';
import type { FingeringMemory } from './memory.ts';
import type { School } from './school.ts';
import { findSchool } from './schools/index.ts';
import type { Digits } from './evaluate.ts';
import type { Task, TaskStroke } from './task.ts';

/** How a pattern is fingered, where it differs from what the pattern says. */
export interface FingerOptions {
  readonly school?: School;
  readonly hand?: Hand;
  readonly tempo?: number;
  /** Ticks after which a figure begins again, where it is shorter than its bars. */
  readonly cycleTicks?: number;
  /** What the solver remembers of the answer before, where this pattern is an edit of that one. */
  readonly memory?: FingeringMemory;
}

/** What a document says of who plays it: a school that is shipped, or the studio's own that it carries. */
export type SchoolChoice = Pick<Pattern, 'school' | 'ownSchool'>;

const choiceOf = ({ school, ownSchool }: SchoolChoice): Result<School> =>
  ownSchool && school === `own:${ownSchool.id}` ? makeSchool(ownSchool) : findSchool(school);

/**
 * The school of a pattern: one that is shipped, or the studio's own that it carries. Errors are thrown.
 * @example
 * schoolOf({ school: 'rolling' }).key // => 'rolling'
 */
export const schoolOf = (choice: SchoolChoice): School => valueOrThrow(choiceOf(choice));

/**
 * What is wrong with the school a document names; empty when nothing is.
 * @example
 * schoolProblems({ school: 'nobody’s' }).length // => 1
 */
export const schoolProblems = (choice: SchoolChoice): readonly Problem[] => {
  const found = choiceOf(choice);
  return found.ok ? [] : found.problems;
};

/**
 * The task of fingering a score by a school, for a hand.
 * @example
 * taskOfScore(realise(valueOrThrow(readFigure('5 3 2 3')).pattern), schoolOf({ school: 'rolling' })).school.key // => 'rolling'
 */
export const taskOfScore = (score: Score, school: School, hand: Hand = ABLE_ADULT): Task => ({
  strokes: taskStrokes(score),
  seconds: secondsOf(score),
  ticks: score.length,
  cyclic: score.cyclic,
  strings: stringCount(score.instrument),
  school,
  hand,
});

/**
 * The task of fingering a pattern. Errors: `school-unknown` is thrown for a key that names no school.
 * @example
 * taskOf(valueOrThrow(readFigure('5 3 2 3')).pattern).strokes.length // => 4
 */
export const taskOf = (pattern: Pattern, options: FingerOptions = {}): Task =>
  taskOfScore(realise(pattern, options), options.school ?? schoolOf(pattern), options.hand);

const taskStrokes = (score: Score): readonly TaskStroke[] => {
  const { strokes } = score;
  const runs = runsOf(score);
  const beats = beatIndexes(score);
  const line = bassLine(score, beats);
  const opening = strokes.find(({ slur }) => !slur)?.at;
  const lead = strokes.findIndex((stroke, index) => !stroke.slur && (!isBassString(stroke.string) || line[index]));
  return strokes.map((stroke, index) => {
    const { at } = stroke;
    const run = runs.get(index);
    return taskStroke(stroke, {
      time: secondsAt(score, at),
      off: isOff(score, at, beats[index] as number),
      opening: at === opening,
      leads: index === lead,
      line: line[index] as boolean,
      chord: !isAlone(strokes, index),
      run: run?.run,
      tremolo: run?.tremolo,
    });
  });
};

/** What a stroke is in its score, besides what it is by itself. */
interface Surroundings {
  readonly time: number;
  readonly off: boolean;
  readonly opening: boolean;
  readonly leads: boolean;
  readonly line: boolean;
  readonly chord: boolean;
  readonly run: boolean | undefined;
  readonly tremolo: Digit | undefined;
}

/** Scores keep their strokes from edit to edit, and a stroke in the same surroundings is the same value again. */
const made = new WeakMap<ScoreStroke, TaskStroke>();

const taskStroke = (stroke: ScoreStroke, around: Surroundings): TaskStroke => {
  const known = made.get(stroke);
  if (known && sameSurroundings(known, around)) return known;
  const task = makeTaskStroke(stroke, around);
  made.set(stroke, task);
  return task;
};

const sameSurroundings = (known: TaskStroke, around: Surroundings): boolean =>
  known.time === around.time &&
  known.off === around.off &&
  known.opening === around.opening &&
  known.leads === around.leads &&
  known.line === around.line &&
  known.chord === around.chord &&
  known.run === around.run &&
  known.tremolo === around.tremolo;

/** Every field is written out for every stroke: values of one shape are read several times as fast. */
const makeTaskStroke = (stroke: ScoreStroke, around: Surroundings): TaskStroke => ({
  at: stroke.at,
  time: around.time,
  string: stroke.string,
  pin: stroke.pin,
  accent: stroke.accent,
  slurred: stroke.slur !== undefined,
  rake: stroke.rake,
  brush: stroke.brush,
  harp: stroke.harmonic?.kind === 'harp',
  off: around.off,
  opening: around.opening,
  leads: around.leads,
  line: around.line,
  chord: around.chord,
  run: around.run,
  tremolo: around.tremolo,
  habit: undefined,
});

/** For each stroke the index of the beat it falls in; strokes and beats are sorted, so one pass finds all. */
const beatIndexes = ({ strokes, beats }: Score): Int32Array => {
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
const isOff = ({ beats }: Score, at: number, index: number): boolean => {
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
const bassLine = ({ strokes, beats }: Score, beatOf: Int32Array): readonly boolean[] => {
  const single = strokes.map(({ string }, index) => isBassString(string) && isAlone(strokes, index));
  const close = (index: number, other: number): boolean => {
    if (other < 0 || other >= strokes.length || !single[other]) return false;
    const [a, b] = [strokes[index] as ScoreStroke, strokes[other] as ScoreStroke];
    return Math.abs(a.at - b.at) < (beats[beatOf[index] as number] as ScoreBeat).ticks;
  };
  return strokes.map((_, index) => single[index] === true && (close(index, index - 1) || close(index, index + 1)));
};

/** The fingers of three strokes on one string between two of the thumb (common practice, no source). */
const TREMOLO: readonly Digit[] = ['a', 'm', 'i'];

type OfRun = Pick<TaskStroke, 'run' | 'tremolo'>;

/** Whether no other stroke falls on the time of one. Places outside the list are not asked for: that reads slowly. */
const isAlone = (strokes: readonly ScoreStroke[], index: number): boolean => {
  const { at } = strokes[index] as ScoreStroke;
  const after = index + 1 < strokes.length ? strokes[index + 1] : undefined;
  const before = index > 0 ? strokes[index - 1] : undefined;
  return before?.at !== at && after?.at !== at;
};

/** Strokes that are struck by themselves, in turn, on one string; of all others each is a run by itself. */
interface Runs {
  /** The strokes that are struck, by index. */
  readonly struck: readonly number[];
  /** Where each run begins among them, and at the end how many they are. */
  readonly starts: readonly number[];
}

const runsOnStrings = (strokes: readonly ScoreStroke[]): Runs => {
  const [struck, starts]: [number[], number[]] = [[], []];
  let last = -1;
  for (let index = 0; index < strokes.length; index += 1) {
    const { string, slur } = strokes[index] as ScoreStroke;
    if (slur) continue;
    const alone = isAlone(strokes, index);
    if (!alone || last < 0 || strokes[last]?.string !== string) starts.push(struck.length);
    struck.push(index);
    last = alone ? index : -1;
  }
  return { struck, starts: [...starts, struck.length] };
};

/** What the runs of three and more strokes on one string make of each of theirs. */
const runsOf = ({ strokes, cyclic }: Score): ReadonlyMap<number, OfRun> => {
  const found = new Map<number, OfRun>();
  const { struck, starts } = runsOnStrings(strokes);
  const count = starts.length - 1;
  const bass = (run: number): boolean => isBassString(strokes[struck[starts[run] ?? -1] ?? -1]?.string ?? 0);
  for (let run = 0; run < count; run += 1) {
    const [from, to] = [starts[run] as number, starts[run + 1] as number];
    if (to - from < 3) continue;
    const after = run + 1 < count ? run + 1 : cyclic ? 0 : count;
    const tremolo = to - from === 3 && !bass(run) && bass(run - 1) && bass(after);
    for (let place = from; place < to; place += 1)
      found.set(struck[place] as number, { run: true, ...(tremolo ? { tremolo: TREMOLO[place - from] } : {}) });
  }
  return found;
};

/**
 * The bars of each figure that comes more than once or once: indexes of their strokes, by what they look like.
 * @example
 * figuresOf(realise(valueOrThrow(readFigure('5 3 2 3')).pattern)).size // => 1
 */
export const figuresOf = (score: Score): Figures => {
  const known = figures.get(score) ?? findFigures(score);
  figures.set(score, known);
  return known;
};

type Figures = ReadonlyMap<string, readonly (readonly number[])[]>;

/** Fingering and findings ask the same of one score. */
const figures = new WeakMap<Score, Figures>();

const findFigures = ({ strokes, bars }: Score): Figures => {
  const byLook = new Map<string, number[][]>();
  let to = 0;
  bars.forEach(({ at: from }, bar) => {
    const first = to;
    const end = bars[bar + 1]?.at ?? Infinity;
    while (to < strokes.length && (strokes[to] as ScoreStroke).at < end) to += 1;
    if (to === first) return;
    const indexes = Array.from({ length: to - first }, (_, place) => first + place);
    const look = lookOfBar(strokes, first, to, from);
    const alike = byLook.get(look);
    if (alike) alike.push(indexes);
    else byLook.set(look, [indexes]);
  });
  return byLook;
};

/** What a bar looked like, and the strokes it had then. */
interface BarLook {
  readonly strokes: readonly ScoreStroke[];
  readonly from: number;
  readonly look: string;
}

/** Bars keep their strokes from edit to edit. */
const barLooks = new WeakMap<ScoreStroke, BarLook>();

const lookOfBar = (strokes: readonly ScoreStroke[], first: number, to: number, from: number): string => {
  const opening = strokes[first] as ScoreStroke;
  const known = barLooks.get(opening);
  if (known?.from === from && hasStrokes(known.strokes, strokes, first, to)) return known.look;
  const those = strokes.slice(first, to);
  const look = those.map((stroke) => lookInBar(stroke, from)).join(' ');
  barLooks.set(opening, { strokes: those, from, look });
  return look;
};

const hasStrokes = (
  bar: readonly ScoreStroke[],
  strokes: readonly ScoreStroke[],
  first: number,
  to: number,
): boolean => {
  if (bar.length !== to - first) return false;
  for (let place = 0; place < bar.length; place += 1) if (bar[place] !== strokes[first + place]) return false;
  return true;
};

const SLUR_NUMBERS = { 'hammer-on': 1, 'pull-off': 2, slide: 3 } as const;

/** A number for what a stroke looks like in its bar: when, on which string, with which pin and marks. */
const lookInBar = ({ at, string, pin, slur, rake, brush, harmonic }: ScoreStroke, from: number): number => {
  const harmonics = harmonic ? (harmonic.kind === 'harp' ? 2 : 1) : 0;
  const marks = (harmonics << 4) | ((slur ? SLUR_NUMBERS[slur] : 0) << 2) | (rake ? 2 : 0) | (brush ? 1 : 0);
  return ((at - from) * 16 + string) * 1024 + marks * 16 + (pin ? DIGITS.indexOf(pin) + 1 : 0);
};

/** The digits of some strokes. */
export const fingeringOf = (digits: Digits, strokes: readonly number[]): readonly (Digit | null)[] =>
  strokes.map((index) => digits[index] ?? null);
