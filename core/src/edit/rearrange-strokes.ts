import { message } from '../message/index.ts';
import { failure, createProblem, success, type Problem, type Result } from '../errors/index.ts';
import { stringCount } from '../instrument/index.ts';
import {
  PATTERN_LIMITS,
  compareByTimeThenString,
  describeLength,
  patternLength,
  moveBySlots,
  describePosition,
  type BeatSubdivision,
  type Pattern,
  type Stroke,
} from '../pattern/index.ts';
import { beatsPerBar, changeBeats, unitsPerBeat, ticksPerBar, ticksPerBeat } from '../time/index.ts';
import { undefinedIfEmpty, type IdGenerator } from './ids.ts';
import { remapChords, setChords } from './chord-edits.ts';
import { createMetreEdits } from './create-pattern-edits.ts';
import type { AnyPatternEdit } from './pattern-edit.ts';

const taken = (pattern: Pattern, strokes: readonly Stroke[], leaving: ReadonlySet<string>): Problem | undefined => {
  const places = new Set(
    pattern.strokes.filter(({ id }) => !leaving.has(id)).map(({ at, string }) => `${at}/${string}`),
  );
  for (const { at, string } of strokes) {
    if (places.has(`${at}/${string}`))
      return createProblem('string-taken', { string, where: describePosition(pattern, at) });
    places.add(`${at}/${string}`);
  }
  return undefined;
};

/** A stroke on another string is no longer the chord's bass, and its fret is another one's. */
const onString = (stroke: Stroke, string: number): Stroke => {
  if (string === stroke.string) return stroke;
  const { role: _role, fret: _fret, ...rest } = stroke;
  return { ...rest, string };
};

/**
 * The edit that moves strokes together by some parts of the beat and strings, as one. Errors: `string-taken`,
 * `stroke-outside-length` and `string-missing` where they would not all fit.
 * @example
 * valueOrThrow(
 *   applyPatternEdit(
 *     valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *     valueOrThrow(
 *       createMoveEdit(
 *         valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *         [valueOrThrow(parseStringNotation('5 3 2 3')).pattern.strokes[0].id],
 *         0,
 *         1,
 *       ),
 *     ),
 *   ),
 * ).document.strokes[0].string // => 6
 */
export const createMoveEdit = (
  pattern: Pattern,
  ids: readonly string[],
  parts: number,
  strings: number,
): Result<AnyPatternEdit> => {
  const leaving = new Set(ids);
  const chosen = pattern.strokes.filter(({ id }) => leaving.has(id));
  const anchor = chosen[0];
  if (!anchor) return success({ kind: 'batch', edits: [] });
  const shift = parts === 0 ? 0 : moveBySlots(pattern, anchor.at, parts) - anchor.at;
  const moved = chosen.map((stroke) => onString({ ...stroke, at: stroke.at + shift }, stroke.string + strings));
  const length = patternLength(pattern);
  const outside = moved.find(({ at }) => at < 0 || at >= length);
  if (outside || (parts !== 0 && shift === 0))
    return failure(
      createProblem('stroke-outside-length', { where: message('place.edge'), length: describeLength(pattern) }),
    );
  const off = moved.find(({ string }) => string < 1 || string > stringCount(pattern.instrument));
  if (off)
    return failure(
      createProblem('string-missing', {
        string: off.string,
        strings: stringCount(pattern.instrument),
        where: describePosition(pattern, off.at),
      }),
    );
  const clash = taken(pattern, moved, leaving);
  return clash
    ? failure(clash)
    : success({
        kind: 'batch',
        edits: [
          { kind: 'remove', ids: [...ids] },
          { kind: 'put', strokes: moved },
        ],
      });
};

/**
 * Strokes taken up to be put down elsewhere: times from the first of them.
 * @example
 * copyStrokes(valueOrThrow(parseStringNotation('5 3 2 3')).pattern, [
 *   valueOrThrow(parseStringNotation('5 3 2 3')).pattern.strokes[1].id,
 * ]).length // => 1
 */
export const copyStrokes = (pattern: Pattern, ids: readonly string[]): readonly Stroke[] => {
  const chosen = pattern.strokes.filter(({ id }) => ids.includes(id));
  const first = Math.min(...chosen.map(({ at }) => at));
  return chosen.map((stroke) => ({ ...stroke, at: stroke.at - first }));
};

/**
 * The edit that puts copied strokes down from a tick on, under new names; what is there on their strings gives way.
 * Error: `stroke-outside-length` where they reach beyond the end, `string-missing` where the neck has no such string.
 * @example
 * valueOrThrow(
 *   applyPatternEdit(
 *     valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *     valueOrThrow(
 *       createPasteEdit(
 *         valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *         copyStrokes(valueOrThrow(parseStringNotation('5 3 2 3')).pattern, [
 *           valueOrThrow(parseStringNotation('5 3 2 3')).pattern.strokes[0].id,
 *         ]),
 *         210,
 *         createIdGenerator(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 *       ),
 *     ),
 *   ),
 * ).document.strokes.length // => 5
 */
export const createPasteEdit = (
  pattern: Pattern,
  strokes: readonly Stroke[],
  at: number,
  newId: IdGenerator,
): Result<AnyPatternEdit> => {
  const fresh = strokes.map((stroke) => ({ ...stroke, id: newId(), at: stroke.at + at }));
  const outside = fresh.find((stroke) => stroke.at >= patternLength(pattern));
  if (outside)
    return failure(
      createProblem('stroke-outside-length', { where: message('place.end'), length: describeLength(pattern) }),
    );
  const off = fresh.find(({ string }) => string > stringCount(pattern.instrument));
  if (off)
    return failure(
      createProblem('string-missing', {
        string: off.string,
        strings: stringCount(pattern.instrument),
        where: describePosition(pattern, off.at),
      }),
    );
  const places = new Set(fresh.map((stroke) => `${stroke.at}/${stroke.string}`));
  const gone = pattern.strokes.filter((stroke) => places.has(`${stroke.at}/${stroke.string}`)).map(({ id }) => id);
  return success({
    kind: 'batch',
    edits: [
      { kind: 'remove', ids: gone },
      { kind: 'put', strokes: fresh },
    ],
  });
};

const shiftedDivisions = ({ divisions = [] }: Pattern, beat: number, by: number): readonly BeatSubdivision[] =>
  divisions
    .filter((division) => by > 0 || division.beat !== beat)
    .map((division) => (division.beat >= beat ? { ...division, beat: division.beat + by } : division))
    .sort((a, b) => a.beat - b.beat);

/**
 * The frame after a beat was put in or taken out: of a single bar its metre changes, of several their number if it
 * must.
 */
const frameWith = (pattern: Pattern, by: 1 | -1, lastTick: number): Pick<Pattern, 'metre' | 'bars'> => {
  const { metre, bars } = pattern;
  if (bars === 1) return { bars, metre: changeBeats(metre, by) };
  const needed = Math.max(1, Math.ceil((lastTick + 1) / ticksPerBar(metre)));
  return { metre, bars: by > 0 ? Math.max(bars, needed) : bars };
};

/** Where a chord goes on when a beat is put in or taken out: one in the beat that goes holds from its beginning. */
const shiftedByBeat = ({ metre }: Pattern, at: number, beat: number, by: 1 | -1): number => {
  const ticks = ticksPerBeat(metre);
  const from = beat * ticks;
  if (by > 0) return at >= from && at > 0 ? at + ticks : at;
  return at > from ? Math.max(from, at - ticks) : at;
};

const settled = (pattern: Pattern, strokes: readonly Stroke[], beat: number, by: 1 | -1): AnyPatternEdit => {
  const frame = frameWith(pattern, by, Math.max(0, ...strokes.map(({ at }) => at)));
  const divisions = shiftedDivisions(pattern, beat, by).filter(
    (division) => division.beat < beatsPerBar(frame.metre) * frame.bars,
  );
  return {
    kind: 'batch',
    edits: [
      { kind: 'remove', ids: pattern.strokes.map(({ id }) => id) },
      { kind: 'setSpan', begins: undefined, ends: undefined },
      ...createMetreEdits(frame),
      { kind: 'setDivisions', divisions: undefinedIfEmpty(divisions) },
      ...setChords(
        pattern,
        remapChords(pattern, (at) => shiftedByBeat(pattern, at, beat, by), patternLength(frame)),
      ),
      { kind: 'put', strokes: [...strokes].sort(compareByTimeThenString) },
    ],
  };
};

/**
 * The edit that puts an empty beat in before the one at a tick: a bar by itself grows by a beat, of several bars what
 * follows moves on. Error: `cannot-transform` where a bar would have too many beats.
 * @example
 * valueOrThrow(
 *   applyPatternEdit(
 *     valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *     valueOrThrow(createInsertBeatEdit(valueOrThrow(parseStringNotation('5 3 2 3')).pattern, 0)),
 *   ),
 * ).document.metre.beats // => 2
 */
export const createInsertBeatEdit = (pattern: Pattern, at: number): Result<AnyPatternEdit> => {
  const ticks = ticksPerBeat(pattern.metre);
  const beat = Math.floor(at / ticks);
  const most = PATTERN_LIMITS.beats - unitsPerBeat(pattern.metre);
  const full = pattern.bars === 1 ? pattern.metre.beats > most : pattern.bars >= PATTERN_LIMITS.bars;
  if (full) return failure(createProblem('cannot-transform', { problem: message('reason.beat-no-room') }));
  return success(
    settled(
      pattern,
      pattern.strokes.map((stroke) => (stroke.at >= beat * ticks ? { ...stroke, at: stroke.at + ticks } : stroke)),
      beat,
      1,
    ),
  );
};

/**
 * The edit that takes the beat at a tick out with its strokes; what follows moves up. Error: `cannot-transform` for the
 * only beat.
 * @example
 * createDeleteBeatEdit(createPattern('P'), 0).ok // => true
 */
export const createDeleteBeatEdit = (pattern: Pattern, at: number): Result<AnyPatternEdit> => {
  const ticks = ticksPerBeat(pattern.metre);
  const beat = Math.floor(at / ticks);
  if (pattern.bars === 1 && beatsPerBar(pattern.metre) === 1)
    return failure(createProblem('cannot-transform', { problem: message('reason.beat-only-one') }));
  const left = pattern.strokes
    .filter((stroke) => Math.floor(stroke.at / ticks) !== beat)
    .map((stroke) => (stroke.at > beat * ticks ? { ...stroke, at: stroke.at - ticks } : stroke));
  return success(settled(pattern, left, beat, -1));
};

/**
 * The edit that cuts one beat in its own number of parts, or like the others again.
 * @example
 * valueOrThrow(applyPatternEdit(createPattern('P'), createSubdivideBeatEdit(createPattern('P'), 0, 3))).document
 *   .divisions[0].parts // => 3
 */
export const createSubdivideBeatEdit = (pattern: Pattern, at: number, parts: number): AnyPatternEdit => {
  const beat = Math.floor(at / ticksPerBeat(pattern.metre));
  const others = (pattern.divisions ?? []).filter((division) => division.beat !== beat);
  const divisions =
    parts === pattern.subdivision ? others : [...others, { beat, parts }].sort((a, b) => a.beat - b.beat);
  return { kind: 'setDivisions', divisions: undefinedIfEmpty(divisions) };
};
