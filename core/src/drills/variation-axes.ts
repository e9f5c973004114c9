import { message, type Label, type Message } from '../message/index.ts';
import { failure, createProblem, success, type Result } from '../errors/index.ts';
import { SCHOOLS_AND_VARIANTS, findSchool, findThumbStrokes } from '../fingering/index.ts';
import { listBassStrings, stringCount } from '../instrument/index.ts';
import { applyPatternEdit, createIdGenerator, type AnyPatternEdit } from '../edit/index.ts';
import {
  fingerName,
  patternLength,
  subdivisionTicks,
  type Digit,
  type Pattern,
  type Stroke,
} from '../pattern/index.ts';
import { shiftInTime, mirrorStrings, moveStrings, reverseStrokes, type PatternTransform } from '../transform/index.ts';
import { isSubdivisionPossible, ticksPerBeat } from '../time/index.ts';

/**
 * One value on an axis of a drill grid: its name, and the edit that makes the variant of a pattern; null where there is
 * none.
 */
export interface VariationValue {
  readonly key: string;
  readonly name: Label;
  readonly apply: (pattern: Pattern) => Result<Pattern>;
}

/** A way in which a pattern can be varied. */
export interface VariationAxis {
  readonly key: string;
  readonly name: Message;
  readonly values: (pattern: Pattern) => readonly VariationValue[];
}

const applyEditTo = (pattern: Pattern, change: AnyPatternEdit): Result<Pattern> => {
  const done = applyPatternEdit(pattern, change);
  return done.ok ? success(done.value.document) : done;
};

const applyTransform =
  (transform: PatternTransform) =>
  (pattern: Pattern): Result<Pattern> => {
    const made = transform(pattern, [], createIdGenerator(pattern));
    return made.ok ? applyEditTo(pattern, made.value) : made;
  };

const keepPattern = (pattern: Pattern): Result<Pattern> => success(pattern);

const listThumbTimes = (pattern: Pattern): readonly number[] => {
  const thumb = findThumbStrokes(pattern);
  return [...new Set(pattern.strokes.filter(({ id }) => thumb.has(id)).map(({ at }) => at))];
};

/** Times of what the fingers take: struck, and not the thumb's. */
const listFingerTimes = (pattern: Pattern): readonly number[] => {
  const thumb = findThumbStrokes(pattern);
  const isFinger = ({ id, slur, pin }: Stroke): boolean => !slur && !thumb.has(id) && pin !== 'down' && pin !== 'up';
  return [...new Set(pattern.strokes.filter(isFinger).map(({ at }) => at))];
};

const findSmallestGap = (times: readonly number[], length: number): number =>
  times.length < 2
    ? length
    : Math.min(...times.map((at, index) => (times[index + 1] ?? (times[0] as number) + length) - at));

/**
 * How many displacements a pattern has: pulse interval ÷ finger interval where both are regular, else the parts of the
 * beat up to the pulse. Ticks of one displacement, and their number.
 * @example
 * computeDisplacementSteps(createPattern('Roll')).count // => 16
 */
export const computeDisplacementSteps = (pattern: Pattern): { readonly ticks: number; readonly count: number } => {
  const length = patternLength(pattern);
  const fingers = Math.min(
    findSmallestGap(listFingerTimes(pattern), length),
    findSmallestGap(listThumbTimes(pattern), length),
  );
  const ticks = fingers < length ? fingers : subdivisionTicks(pattern);
  const pulse = findSmallestGap(listThumbTimes(pattern), length);
  return { ticks, count: Math.max(1, Math.min(16, Math.floor(pulse / ticks))) };
};

/** Shifts the fingers against the thumb, which keeps its pulse. */
const displaceFingers =
  (ticks: number): PatternTransform =>
  (pattern, ids, newName) => {
    // What the other hand slurs goes along with the note it is slurred from.
    const thumb = findThumbStrokes(pattern);
    const fingers = pattern.strokes.filter(({ id }) => !thumb.has(id)).map(({ id }) => id);
    const apart = fingers.length > 0 && fingers.length < pattern.strokes.length;
    return shiftInTime(ticks)(pattern, apart ? fingers : ids, newName);
  };

/** Shifts the thumb against the fingers, which stay where they are; what is slurred from its notes goes along. */
const displaceThumb =
  (ticks: number): PatternTransform =>
  (pattern, _ids, newName) => {
    const ids = [...findThumbStrokes(pattern)];
    if (ids.length === 0)
      return failure(createProblem('cannot-transform', { problem: message('reason.no-thumb-on-bass') }));
    return shiftInTime(ticks)(pattern, ids, newName);
  };

const displacementsBy =
  (displace: (ticks: number) => PatternTransform) =>
  (pattern: Pattern): readonly VariationValue[] => {
    const { ticks, count } = computeDisplacementSteps(pattern);
    return Array.from({ length: count }, (_, index): VariationValue => ({
      key: String(index),
      name: index === 0 ? message('drill-axis.unchanged') : message('drill-axis.displacement.later', { steps: index }),
      apply: index === 0 ? keepPattern : applyTransform(displace(index * ticks)),
    }));
  };

const displacementAxis: VariationAxis = {
  key: 'displacement',
  name: message('drill-axis.displacement.name'),
  values: displacementsBy(displaceFingers),
};

const thumbDisplacementAxis: VariationAxis = {
  key: 'thumb-displacement',
  name: message('drill-axis.thumb-displacement.name'),
  values: displacementsBy(displaceThumb),
};

/** The pairs of fingers that alternate, the leading one first. */
const FINGER_PAIRS: readonly (readonly [Digit, Digit])[] = [
  ['i', 'm'],
  ['m', 'a'],
  ['i', 'a'],
];

const removeFingerPins = (pattern: Pattern): Pattern => ({
  ...pattern,
  strokes: pattern.strokes.map(({ pin, ...stroke }) =>
    pin && pin !== 'p' ? stroke : { ...stroke, ...(pin ? { pin } : {}) },
  ),
});

const assignSchool =
  (key: string) =>
  (pattern: Pattern): Result<Pattern> => {
    const schoolAxis = findSchool(key);
    return schoolAxis.ok ? success({ ...removeFingerPins(pattern), school: key, ownSchool: undefined }) : schoolAxis;
  };

const getCurrentPair = ({ school }: Pattern): readonly [Digit, Digit] => {
  const found = /^alternation:([ima])-([ima])$/.exec(school);
  return found ? [found[1] as Digit, found[2] as Digit] : ['i', 'm'];
};

const leadingFingerAxis: VariationAxis = {
  key: 'lead',
  name: message('drill-axis.lead.name'),
  values: (pattern) => {
    const fingerPairAxis = getCurrentPair(pattern);
    return [fingerPairAxis, [fingerPairAxis[1], fingerPairAxis[0]] as const].map(([a, b]) => ({
      key: a,
      name: message('drill-axis.lead.option', { finger: fingerName(a) }),
      apply: (one: Pattern) => assignSchool(`alternation:${a}-${b}`)(one),
    }));
  },
};

const pair: VariationAxis = {
  key: 'pair',
  name: message('drill-axis.pair.name'),
  values: () =>
    FINGER_PAIRS.map(([a, b]) => ({
      key: `${a}-${b}`,
      name: message('drill-axis.pair.option', { first: fingerName(a), second: fingerName(b) }),
      apply: assignSchool(`alternation:${a}-${b}`),
    })),
};

/** Moves the thumb's strokes that are on one string to another. */
const moveThumbToString =
  (string: number) =>
  (pattern: Pattern): Result<Pattern> => {
    const ids = findThumbStrokes(pattern);
    const thumb = pattern.strokes.filter(({ id }) => ids.has(id));
    if (thumb.length === 0)
      return failure(createProblem('cannot-transform', { problem: message('reason.no-thumb-on-bass') }));
    return applyEditTo(pattern, {
      kind: 'put',
      strokes: thumb.map(({ role: _role, ...stroke }) => ({ ...stroke, string })),
    });
  };

const thumbStringAxis: VariationAxis = {
  key: 'pulse string',
  name: message('drill-axis.pulse-string.name'),
  values: ({ instrument }) =>
    listBassStrings(instrument).map((string) => ({
      key: String(string),
      name: message('drill-axis.pulse-string.option', { string }),
      apply: moveThumbToString(string),
    })),
};

const stringSetAxis: VariationAxis = {
  key: 'strings',
  name: message('drill-axis.strings.name'),
  values: (pattern) => {
    const used = pattern.strokes.filter(({ role }) => !role).map(({ string }) => string);
    // Where every stroke follows the chord, or there is none, no string set can be moved.
    if (used.length === 0) return [{ key: '0', name: message('drill-axis.unchanged'), apply: keepPattern }];
    const [top, bottom] = [Math.min(...used), Math.max(...used)];
    const room = Array.from({ length: stringCount(pattern.instrument) + top - bottom }, (_, index) => index + 1 - top);
    return room.map((by) => ({
      key: String(by),
      name: message('drill-axis.strings.option', { from: bottom + by, to: top + by }),
      apply: by === 0 ? keepPattern : applyTransform(moveStrings(by)),
    }));
  },
};

const directionAxis: VariationAxis = {
  key: 'direction',
  name: message('drill-axis.direction.name'),
  values: () => [
    { key: 'forward', name: message('drill-axis.unchanged'), apply: keepPattern },
    { key: 'backward', name: message('drill-axis.direction.backwards'), apply: applyTransform(reverseStrokes) },
    { key: 'mirrored', name: message('drill-axis.direction.mirrored'), apply: applyTransform(mirrorStrings) },
  ],
};

/** Schools that are tried on an axis: one of each kind that plays with the same things in the hand. */
const listSchoolsWithSameGrip = (pattern: Pattern): readonly string[] => {
  const now = SCHOOLS_AND_VARIANTS.find(({ key }) => key === pattern.school);
  const fingers = ['one-per-string', 'three-finger', 'alternation', 'rolling'];
  const picks = ['hybrid', 'alternate', 'economy', 'hybrid-legato'];
  return now?.grips.some((grip) => grip.startsWith('flat')) ? picks : fingers;
};

const school: VariationAxis = {
  key: 'school',
  name: message('drill-axis.school.name'),
  values: (pattern) =>
    listSchoolsWithSameGrip(pattern).flatMap((key) => {
      const found = findSchool(key);
      return found.ok ? [{ key, name: found.value.name, apply: assignSchool(key) }] : [];
    }),
};

/** Each stroke drawn out or together so that the beat holds more or fewer of them. */
const changeSubdivision =
  (parts: number) =>
  (pattern: Pattern): Result<Pattern> => {
    const to = ticksPerBeat(pattern.metre) / parts;
    const from = subdivisionTicks(pattern);
    const length = (patternLength(pattern) / from) * to;
    const bars = Math.max(1, Math.ceil(length / (patternLength(pattern) / pattern.bars)));
    const strokes = pattern.strokes.map((stroke) => ({ ...stroke, at: (stroke.at / from) * to }));
    if (strokes.some(({ at }) => !Number.isInteger(at)))
      return failure(createProblem('cannot-transform', { problem: message('reason.notes-off-grid') }));
    const { divisions: _divisions, ...plain } = pattern;
    return success({ ...plain, subdivision: parts, bars, strokes });
  };

const subdivisionAxis: VariationAxis = {
  key: 'subdivision',
  name: message('drill-axis.subdivision.name'),
  values: ({ metre }) =>
    [2, 3, 4, 6]
      .filter((parts) => isSubdivisionPossible(metre, parts))
      .map((parts) => ({
        key: String(parts),
        name: message('drill-axis.subdivision.option', { parts }),
        apply: changeSubdivision(parts),
      })),
};

/** All axes a drill grid can have. */
export const VARIATION_AXES: readonly VariationAxis[] = [
  displacementAxis,
  thumbDisplacementAxis,
  leadingFingerAxis,
  pair,
  thumbStringAxis,
  stringSetAxis,
  directionAxis,
  school,
  subdivisionAxis,
];
