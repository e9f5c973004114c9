import { message, type Message } from '../message/index.ts';
import { failure, createProblem, type Problem, type Result } from '../errors/index.ts';
import { remapChords, setChords, type AnyPatternEdit } from '../edit/index.ts';
import { PATTERN_LIMITS, scaledFrame, type Pattern } from '../pattern/index.ts';
import { ticksPerBar } from '../time/index.ts';
import { keepFingering } from './keep-fingering.ts';
import { createReplaceEdit, type PatternTransform } from './transform.ts';

const refuse = (why: Message): Problem => createProblem('cannot-transform', { problem: why });

const rewritten = (pattern: Pattern, result: Parameters<typeof createReplaceEdit>[2]): Result<AnyPatternEdit> => {
  const edit = createReplaceEdit(pattern, [], result);
  return edit.ok ? keepFingering(pattern, edit.value) : edit;
};

/** Everything in notes so many times as long. */
const scaled = (pattern: Pattern, factor: number): Result<AnyPatternEdit> => {
  const { bars, place, begins, ends, endings } = scaledFrame(pattern, factor);
  const edits: readonly AnyPatternEdit[] = [
    { kind: 'setBars', bars },
    ...setChords(pattern, remapChords(pattern, place, bars * ticksPerBar(pattern.metre))),
    { kind: 'setSpan', begins, ends },
    { kind: 'setEndings', endings },
  ];
  const strokes = pattern.strokes.map((stroke) => ({ ...stroke, at: place(stroke.at) }));
  return rewritten(pattern, { strokes, edits });
};

const cutBeats = ({ divisions }: Pattern): boolean => (divisions?.length ?? 0) > 0;

/**
 * Writes everything in notes twice as long: one bar becomes two at the same tempo, and nobody plays another note. It
 * is about the whole pattern.
 * @example
 * valueOrThrow(
 *   applyPatternEdit(
 *     valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *     valueOrThrow(
 *       doubleNoteValues(
 *         valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *         [],
 *         createIdGenerator(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 *       ),
 *     ),
 *   ),
 * )
 *   .document.strokes.map(({ at, string }) => `${at}/${string}`)
 *   .join(' ') // => '0/5 420/3 840/2 1260/3'
 */
export const doubleNoteValues: PatternTransform = (pattern) => {
  if (cutBeats(pattern)) return failure(refuse(message('reason.augment-divided-beats')));
  if (pattern.bars * 2 > PATTERN_LIMITS.bars)
    return failure(refuse(message('reason.augment-too-long', { limit: PATTERN_LIMITS.bars })));
  return scaled(pattern, 2);
};

/**
 * Writes everything in notes half as long: two bars become one at the same tempo, and nobody plays another note. It is
 * about the whole pattern.
 * @example
 * halveNoteValues(createPattern('P', { bars: 3 }), [], String).ok // => false
 */
export const halveNoteValues: PatternTransform = (pattern) => {
  if (cutBeats(pattern)) return failure(refuse(message('reason.diminish-divided-beats')));
  if (pattern.bars % 2 === 1) return failure(refuse(message('reason.diminish-odd-bars')));
  if (pattern.strokes.some(({ at }) => at % 2 === 1)) return failure(refuse(message('reason.diminish-too-fine')));
  return scaled(pattern, 0.5);
};
