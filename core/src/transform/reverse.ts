import { patternLength, type Pattern, type Slur, type Stroke } from '../pattern/index.ts';
import { selectStrokes, createReplaceEdit, type PatternTransform } from './transform.ts';

const BACK: Readonly<Record<Slur, Slur>> = {
  'hammer-on': 'pull-off',
  'pull-off': 'hammer-on',
  slide: 'slide',
  tap: 'tap',
};

const withSlur = (stroke: Stroke, slur: Slur | undefined): Stroke => {
  const { slur: _old, ...plain } = stroke;
  return slur ? { ...plain, slur } : plain;
};

/**
 * Whether a slur leads round the end of a cycle to the first stroke of a string: then, played backwards, it leads on
 * to the one that was last. Elsewhere a slur on the first comes from a stroke that is not turned, and keeps its kind.
 */
const comesRound = (pattern: Pattern, chosen: readonly Stroke[]): boolean =>
  pattern.cyclic && chosen.length === pattern.strokes.length;

/**
 * The strokes of one string with their slurs turned round: what led from one to the next leads back from the next to
 * the one, so that the first of a slurred group, which was struck, is now slurred to, and its last is struck.
 */
const turnedSlurs = (line: readonly Stroke[], round: boolean): readonly Stroke[] => {
  const first = line[0]?.slur;
  return line.map((stroke, index) => {
    const next = line[index + 1];
    if (next) return withSlur(stroke, next.slur && BACK[next.slur]);
    return withSlur(stroke, first && round ? BACK[first] : first);
  });
};

/** Ends of a slurred group change their pins: the digit that struck its first strikes what was its last. */
const movedPins = (line: readonly Stroke[]): readonly Stroke[] => {
  const moved = line.map((stroke) => ({ ...stroke }));
  for (let start = 0, end: number; start < line.length; start = end) {
    end = start + 1;
    while (line[end]?.slur) end += 1;
    const [a, b] = [moved[start] as { pin?: Stroke['pin'] }, moved[end - 1] as { pin?: Stroke['pin'] }];
    if (a === b) continue;
    const [pinA, pinB] = [a.pin, b.pin];
    delete a.pin;
    delete b.pin;
    if (pinB) a.pin = pinB;
    if (pinA) b.pin = pinA;
  }
  return moved;
};

const byString = (strokes: readonly Stroke[]): readonly (readonly Stroke[])[] => {
  const lines = new Map<number, Stroke[]>();
  for (const stroke of strokes) lines.set(stroke.string, [...(lines.get(stroke.string) ?? []), stroke]);
  return [...lines.values()];
};

/**
 * Plays strokes backwards between the first and the last of them. A hammer-on becomes a pull-off and belongs to the
 * other of its two notes. Twice is the same.
 * @example
 * valueOrThrow(
 *   applyPatternEdit(
 *     valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *     valueOrThrow(
 *       reverseStrokes(
 *         valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *         [],
 *         createIdGenerator(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 *       ),
 *     ),
 *   ),
 * )
 *   .document.strokes.map(({ at, string }) => `${at}/${string}`)
 *   .join(' ') // => '0/3 210/2 420/3 630/5'
 */
export const reverseStrokes: PatternTransform = (pattern, ids) => {
  const chosen = selectStrokes(pattern, ids);
  const times = chosen.map(({ at }) => at);
  const sum = times.reduce((least, at) => Math.min(least, at), patternLength(pattern)) + Math.max(0, ...times);
  const round = comesRound(pattern, chosen);
  const turned = byString(chosen).flatMap((line) => turnedSlurs(movedPins(line), round));
  return createReplaceEdit(pattern, ids, { strokes: turned.map((stroke) => ({ ...stroke, at: sum - stroke.at })) });
};
