import { message, type Message } from '../message/index.ts';
import { failure, createProblem, success, type Problem } from '../errors/index.ts';
import { findThumbStrokes } from '../fingering/index.ts';
import { isBassString } from '../instrument/index.ts';
import { findBassString, rankAlternateBassStrings } from '../harmony/index.ts';
import {
  patternLength,
  findStringOfRole,
  voicingAt,
  type Pattern,
  type ChordRole,
  type Stroke,
} from '../pattern/index.ts';
import { offbeatTicks, beatsPerBar, ticksPerBeat } from '../time/index.ts';
import { selectStrokes, createReplaceEdit, wrapTick, type PatternTransform } from './transform.ts';

type StrokeTest = (stroke: Stroke) => boolean;

/** Which strokes are the thumb's: by who plays them, not by their strings. */
const createThumbTest = (pattern: Pattern): StrokeTest => {
  const thumb = findThumbStrokes(pattern);
  return ({ id }) => thumb.has(id);
};

const refuse = (why: Message): Problem => createProblem('cannot-transform', { problem: why });

const timesOf = (strokes: readonly Stroke[]): readonly number[] =>
  [...new Set(strokes.map(({ at }) => at))].sort((a, b) => a - b);

const noThumb = refuse(message('reason.no-thumb-on-bass'));
const noFingers = refuse(message('reason.no-finger-notes'));

/**
 * Leaves every other stroke of the thumb's pulse out.
 * @example
 * halveThumbPulse(
 *   valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *   [],
 *   createIdGenerator(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 * ).ok // => false
 */
export const halveThumbPulse: PatternTransform = (pattern, ids) => {
  const isThumb = createThumbTest(pattern);
  const chosen = selectStrokes(pattern, ids);
  const times = timesOf(chosen.filter(isThumb));
  if (times.length < 2) return failure(noThumb);
  return createReplaceEdit(pattern, ids, {
    strokes: chosen.filter((stroke) => !isThumb(stroke) || times.indexOf(stroke.at) % 2 === 0),
  });
};

/**
 * Puts a thumb stroke half-way between each two of its pulse, on the string that alternates with the bass.
 * @example
 * doubleThumbPulse(
 *   valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *   [],
 *   createIdGenerator(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 * ).ok // => true
 */
export const doubleThumbPulse: PatternTransform = (pattern, ids, newName) => {
  const isThumb = createThumbTest(pattern);
  const chosen = selectStrokes(pattern, ids);
  const times = timesOf(chosen.filter(isThumb));
  if (times.length === 0) return failure(noThumb);
  const length = patternLength(pattern);
  const taken = new Set(pattern.strokes.map((stroke) => `${stroke.at}/${stroke.string}`));
  const added = times.flatMap((at, index): Stroke[] => {
    const middle = wrapTick(Math.round((at + (times[index + 1] ?? (times[0] as number) + length)) / 2), length);
    const string = findStringOfRole(pattern.instrument, voicingAt(pattern, middle), 'alternate');
    if (string === null || taken.has(`${middle}/${string}`)) return [];
    return [{ id: newName(), at: middle, string, role: 'alternate' }];
  });
  return createReplaceEdit(pattern, ids, { strokes: [...chosen, ...added] });
};

/**
 * Moves pinched fingers half a beat off the thumb; or, where nothing is pinched, those half a beat off back on to it.
 * @example
 * togglePinch(
 *   valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *   [],
 *   createIdGenerator(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 * ).ok // => true
 */
export const togglePinch: PatternTransform = (pattern, ids) => {
  const isThumb = createThumbTest(pattern);
  const chosen = selectStrokes(pattern, ids);
  const half = offbeatTicks(pattern.metre);
  const length = patternLength(pattern);
  const thumbs = new Set(timesOf(chosen.filter(isThumb)));
  if (thumbs.size === 0) return failure(noThumb);
  const fingers = chosen.filter((stroke) => !isThumb(stroke));
  const pinched = fingers.some(({ at }) => thumbs.has(at));
  const moved = (stroke: Stroke): Stroke => {
    if (isThumb(stroke)) return stroke;
    if (pinched) return thumbs.has(stroke.at) ? { ...stroke, at: wrapTick(stroke.at + half, length) } : stroke;
    return thumbs.has(wrapTick(stroke.at - half, length))
      ? { ...stroke, at: wrapTick(stroke.at - half, length) }
      : stroke;
  };
  return createReplaceEdit(pattern, ids, { strokes: chosen.map(moved) });
};

const roleOf = (pattern: Pattern, { at, string, role }: Stroke): ChordRole => {
  if (role) return role;
  const voicing = voicingAt(pattern, at);
  const [alternate] = rankAlternateBassStrings(pattern.instrument, voicing);
  if (string === findBassString(pattern.instrument, voicing)) return 'bass';
  return string === alternate ? 'alternate' : 'second alternate';
};

/**
 * Binds the thumb's strokes to the chord's bass and what alternates with it, so that they follow when it changes.
 * @example
 * valueOrThrow(
 *   applyPatternEdit(
 *     valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *     valueOrThrow(
 *       bindThumbToChordRoles(
 *         valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *         [],
 *         createIdGenerator(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 *       ),
 *     ),
 *   ),
 * )
 *   .document.strokes.map(({ at, string }) => `${at}/${string}`)
 *   .join(' ') // => '0/5 210/3 420/2 630/3'
 */
export const bindThumbToChordRoles: PatternTransform = (pattern, ids) => {
  const isThumb = createThumbTest(pattern);
  const chosen = selectStrokes(pattern, ids);
  const isBass = (stroke: Stroke): boolean => isThumb(stroke) && isBassString(pattern.instrument, stroke.string);
  if (!chosen.some(isBass)) return failure(noThumb);
  const bound = chosen.map((stroke) => (isBass(stroke) ? { ...stroke, role: roleOf(pattern, stroke) } : stroke));
  const stringOf = ({ at, string, role }: Stroke): number =>
    (role && findStringOfRole(pattern.instrument, voicingAt(pattern, at), role)) ?? string;
  const placed = bound.map((stroke) => ({ ...stroke, string: stringOf(stroke) }));
  return createReplaceEdit(pattern, ids, { strokes: placed });
};

/** Who of the hand a transform is for: the other one stays as it is. */
export type HandPart = 'thumb' | 'fingers';

/**
 * A transform for the thumb's strokes or the fingers' only, by who plays them; the others stay where they are.
 * @example
 * valueOrThrow(
 *   applyPatternEdit(
 *     valueOrThrow(parseStringNotation('5 3 4 2')).pattern,
 *     valueOrThrow(
 *       applyToHandPart('fingers', reverseStrokes)(
 *         valueOrThrow(parseStringNotation('5 3 4 2')).pattern,
 *         [],
 *         createIdGenerator(valueOrThrow(parseStringNotation('5 3 4 2')).pattern),
 *       ),
 *     ),
 *   ),
 * )
 *   .document.strokes.map(({ at, string }) => `${at}/${string}`)
 *   .join(' ') // => '0/5 210/2 420/4 630/3'
 */
export const applyToHandPart =
  (part: HandPart, transform: PatternTransform): PatternTransform =>
  (pattern, ids, newId) => {
    const isThumb = createThumbTest(pattern);
    const own = selectStrokes(pattern, ids).filter((stroke) => isThumb(stroke) === (part === 'thumb'));
    if (own.length === 0) return failure(part === 'thumb' ? noThumb : noFingers);
    return transform(
      pattern,
      own.map(({ id }) => id),
      newId,
    );
  };

/**
 * Keeps the thumb's strokes only, or takes them out.
 * @example
 * valueOrThrow(
 *   applyPatternEdit(
 *     valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *     valueOrThrow(
 *       keepHandPart('fingers')(
 *         valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *         [],
 *         createIdGenerator(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 *       ),
 *     ),
 *   ),
 * )
 *   .document.strokes.map(({ at, string }) => `${at}/${string}`)
 *   .join(' ') // => '210/3 420/2 630/3'
 */
export const keepHandPart =
  (kept: 'thumb' | 'fingers'): PatternTransform =>
  (pattern, ids) => {
    const isThumb = createThumbTest(pattern);
    const left = selectStrokes(pattern, ids).filter((stroke) => isThumb(stroke) === (kept === 'thumb'));
    return left.length === 0
      ? failure(refuse(message('reason.transform-leaves-nothing', { kept })))
      : createReplaceEdit(pattern, ids, { strokes: left });
  };

/**
 * Lays a thumb stroke on each beat that has none on a bass string: bass and alternate in turn.
 * @example
 * addThumbPulse(createPattern('P'), [], createIdGenerator(createPattern('P'))).ok // => true
 */
export const addThumbPulse: PatternTransform = (pattern, _ids, newName) => {
  const isThumb = createThumbTest(pattern);
  const beat = ticksPerBeat(pattern.metre);
  const taken = new Set(pattern.strokes.filter(isThumb).map(({ at }) => at));
  const added = Array.from({ length: beatsPerBar(pattern.metre) * pattern.bars }, (_, index) => index)
    .filter((index) => !taken.has(index * beat))
    .flatMap((index): Stroke[] => {
      const role: ChordRole = index % 2 === 0 ? 'bass' : 'alternate';
      const string = findStringOfRole(pattern.instrument, voicingAt(pattern, index * beat), role);
      const clash = pattern.strokes.some((stroke) => stroke.at === index * beat && stroke.string === string);
      return string === null || clash ? [] : [{ id: newName(), at: index * beat, string, role }];
    });
  return added.length === 0
    ? failure(refuse(message('reason.thumb-already-on-beats')))
    : success({ kind: 'put', strokes: added });
};
