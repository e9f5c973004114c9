import { createPasteEdit, createResizeEdit, type AnyPatternEdit, type IdGenerator } from '../edit/index.ts';
import { success, type Result } from '../errors/index.ts';
import type { FigureText } from '../formats/index.ts';
import { PATTERN_LIMITS, type Pattern, type Stroke } from '../pattern/index.ts';
import { ticksPerBar } from '../time/index.ts';

const barsFor = ({ metre }: Pattern, ticks: number): number =>
  Math.min(PATTERN_LIMITS.bars, Math.max(1, Math.ceil(ticks / ticksPerBar(metre))));

const named = ({ strokes }: Pick<FigureText, 'strokes'>): readonly Stroke[] =>
  strokes.map((stroke) => ({ ...stroke, id: '' }));

/**
 * The edit that puts a figure down from a tick on; the pattern grows by bars where it is too short, and what is on its
 * strings at its times gives way. Errors: `stroke-outside-length` beyond the longest pattern, `string-missing`.
 * @example
 * createPutFigureEdit(
 *   createPattern('P'),
 *   valueOrThrow(readFigureText('5 3 2 3', createPattern('P'))),
 *   0,
 *   createIdGenerator(createPattern('P')),
 * ).ok // => true
 */
export const createPutFigureEdit = (
  pattern: Pattern,
  figure: FigureText,
  at: number,
  newId: IdGenerator,
): Result<AnyPatternEdit> => {
  const bars = Math.max(pattern.bars, barsFor(pattern, at + figure.length));
  const pasted = createPasteEdit({ ...pattern, bars }, named(figure), at, newId);
  if (!pasted.ok || bars === pattern.bars) return pasted;
  return success({ kind: 'batch', edits: [createResizeEdit(pattern, { bars }), pasted.value] });
};

/**
 * The edit that puts a figure in the place of everything on the bench: as many bars as it takes.
 * @example
 * createReplaceByFigureEdit(
 *   createPattern('P', { bars: 4 }),
 *   valueOrThrow(readFigureText('5 3 2 3', createPattern('P'))),
 *   createIdGenerator(createPattern('P')),
 * ).ok // => true
 */
export const createReplaceByFigureEdit = (
  pattern: Pattern,
  figure: FigureText,
  newId: IdGenerator,
): Result<AnyPatternEdit> => {
  const bars = barsFor(pattern, figure.length);
  const pasted = createPasteEdit({ ...pattern, strokes: [], bars }, named(figure), 0, newId);
  if (!pasted.ok) return pasted;
  const remove: AnyPatternEdit = { kind: 'remove', ids: pattern.strokes.map(({ id }) => id) };
  const resize = createResizeEdit({ ...pattern, strokes: [] }, { bars });
  return success({ kind: 'batch', edits: [remove, ...(bars === pattern.bars ? [] : [resize]), pasted.value] });
};
