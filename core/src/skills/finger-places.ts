import { actuatorOf, handPosition, isFinger, type Digit } from '../pattern/index.ts';
import { soleNote, strokeIdsOf, type Figure, type FigureEvent, type FigureNote } from './figure-events.ts';
import { SKILL_CODES, type SkillCode } from './skill.ts';
import type { SkillPlace } from './skill-use.ts';

const TOGETHER: Readonly<Record<'pinch' | 'pluck', readonly (SkillCode | undefined)[]>> = {
  pinch: [undefined, 'pinch-one', 'pinch-two', 'pinch-three', 'pinch-three'],
  pluck: [undefined, undefined, 'pluck-two', 'pluck-three', 'pluck-three'],
};

const isPick = ({ digit }: FigureNote): boolean => actuatorOf(digit) === 'pick';

/** One digit over several strings at a time. */
const isBrushed = ({ notes }: FigureEvent): boolean =>
  notes.some(({ stroke }) => stroke.brush) || new Set(notes.map(({ digit }) => digit)).size < notes.length;

const togetherCode = ({ notes }: FigureEvent): SkillCode | undefined => {
  const fingers = notes.filter(({ digit }) => isFinger(digit)).length;
  if (fingers > 0 && notes.some(isPick)) return 'pick-pinch';
  return TOGETHER[notes.some(({ digit }) => digit === 'p') ? 'pinch' : 'pluck'][fingers];
};

/** What is struck together. */
export const listTogetherPlaces = ({ events }: Figure): readonly SkillPlace[] =>
  events.flatMap((event) => {
    const code = isBrushed(event) ? undefined : togetherCode(event);
    return code ? [{ code, strokeIds: strokeIdsOf(event) }] : [];
  });

const known: ReadonlySet<string> = new Set(SKILL_CODES);

const turnCode = (from: Digit, to: Digit): SkillCode | undefined => {
  if (from === 'c' || to === 'c') return 'little-finger';
  const code = `${from}-${to}`;
  return known.has(code) ? (code as SkillCode) : undefined;
};

/** The digit an event is left by: its finger, the thumb or the pick where no finger plays. */
const leadingNote = ({ notes }: FigureEvent): FigureNote | undefined => {
  const fingers = notes.filter(({ digit }) => isFinger(digit));
  return fingers.length > 0 ? fingers.at(-1) : notes[0];
};

const turnBetween = (before: FigureEvent, after: FigureEvent): SkillCode | undefined => {
  const [from, to] = [leadingNote(before), soleNote(after)];
  if (!from || !to) return undefined;
  if (isPick(from) !== isPick(to) && (isFinger(from.digit) || isFinger(to.digit))) return 'pick-and-finger';
  if (!isFinger(to.digit)) return undefined;
  return from.digit === to.digit ? 'same-finger' : turnCode(from.digit, to.digit);
};

/** Neighbours in time, no more than a beat apart. */
const listNeighbours = ({ course, beat }: Figure): readonly (readonly [FigureEvent, FigureEvent])[] =>
  course.slice(1).flatMap((after, index) => {
    const before = course[index] as FigureEvent;
    return after.at - before.at <= beat ? [[before, after] as const] : [];
  });

/** Which finger follows which. */
export const listTurnPlaces = (figure: Figure): readonly SkillPlace[] =>
  listNeighbours(figure).flatMap(([before, after]) => {
    const code = turnBetween(before, after);
    return code ? [{ code, strokeIds: strokeIdsOf(before, after) }] : [];
  });

/** What two fingers one after another do across the strings. */
const movementCodes = (from: FigureNote, to: FigureNote): readonly SkillCode[] => {
  const fingers = handPosition(to.digit) - handPosition(from.digit);
  const strings = from.stroke.string - to.stroke.string;
  if (fingers === 0) return [];
  if (strings === 0) return ['one-string'];
  const isCrossed = Math.sign(fingers) !== Math.sign(strings);
  return [
    ...(isCrossed ? (['crossed-fingers'] as const) : []),
    ...(Math.abs(strings) > Math.max(1, Math.abs(fingers)) ? (['string-skip'] as const) : []),
  ];
};

const rollCode = (notes: readonly FigureNote[]): SkillCode | undefined => {
  const pairs = notes.slice(1).map((to, index) => {
    const from = notes[index] as FigureNote;
    return [handPosition(to.digit) - handPosition(from.digit), from.stroke.string - to.stroke.string] as const;
  });
  const goes = (way: number): boolean =>
    pairs.every(([fingers, strings]) => Math.sign(fingers) === way && Math.sign(strings) === way);
  if (goes(1)) return 'roll-forward';
  if (goes(-1)) return 'roll-back';
  const isRepeated = notes.every(({ stroke, digit }) => stroke.string === notes[0]?.stroke.string && isFinger(digit));
  return isRepeated && notes.map(({ digit }) => digit).join('') === 'ami' ? 'tremolo' : undefined;
};

const ROLL = 3;

/** How fingers go across the strings, two or three in a row. */
export const listMovementPlaces = (figure: Figure): readonly SkillPlace[] => {
  const { course, beat } = figure;
  const pairs = listNeighbours(figure).flatMap(([before, after]) => {
    const [from, to] = [soleNote(before), soleNote(after)];
    if (!from || !to || !isFinger(from.digit) || !isFinger(to.digit)) return [];
    return movementCodes(from, to).map((code) => ({ code, strokeIds: strokeIdsOf(before, after) }));
  });
  const rolls = course.flatMap((_, index) => {
    const events = course.slice(Math.max(0, index - ROLL + 1), index + 1);
    const notes = events.flatMap((event) => soleNote(event) ?? []);
    const isClose = events.every(({ at }, place) => place === 0 || at - (events[place - 1]?.at ?? 0) <= beat);
    const code = notes.length === ROLL && isClose ? rollCode(notes) : undefined;
    return code ? [{ code, strokeIds: strokeIdsOf(...events) }] : [];
  });
  return [...pairs, ...rolls];
};

/** What the pick does from stroke to stroke. */
export const listPickPlaces = (figure: Figure): readonly SkillPlace[] =>
  listNeighbours(figure).flatMap(([before, after]): readonly SkillPlace[] => {
    const [from, to] = [before.notes.find(isPick), after.notes.find(isPick)];
    if (!from || !to) return [];
    const strokeIds = [from.stroke.id, to.stroke.id];
    const strings = from.stroke.string - to.stroke.string;
    if (from.digit === to.digit) {
      const isSweep = strings === (to.digit === 'down' ? 1 : -1);
      return isSweep ? [{ code: 'pick-sweep', strokeIds }] : [];
    }
    return [{ code: strings === 0 ? 'pick-alternating' : 'pick-crossing', strokeIds }];
  });
