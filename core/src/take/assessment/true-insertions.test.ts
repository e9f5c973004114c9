import { valueOrThrow } from '../../errors/index.ts';
import { parseStringNotation } from '../../formats/index.ts';
import { createPatternReference, createTakeReference, type AlignedStroke, type InsertedStroke } from '../index.ts';
import { listTrueInsertions } from './true-insertions.ts';

const { score, digits } = createPatternReference(valueOrThrow(parseStringNotation('5 3 2 1', { tempo: 60 })).pattern);
const reference = createTakeReference(score, digits, 6);
const strokes = reference.strokes.map(({ onset }, asked): AlignedStroke => {
  const plain = { asked, at: onset, pulse: onset, sure: true, decibels: 0, level: 0, instead: null, confidence: 1 };
  return { ...plain, what: 'matched' };
});

/** Extra notes after the second stroke of passes. */
const after = (passes: readonly number[], by: number, pitch = 60): readonly InsertedStroke[] =>
  passes.map((pass) => ({ at: (reference.strokes[4 * pass + 1]?.onset ?? 0) + by, pitch, confidence: 0.9 }));

const told = (extras: readonly InsertedStroke[]): readonly InsertedStroke[] =>
  listTrueInsertions({ strokes, extras, cycles: 6 }, reference);

test('what sounds at the same place in pass after pass is the room or the string', () => {
  const echo = after([0, 1, 3, 4], 0.2);
  const note = after([2], 0.2, 64);
  expect(told([...echo, ...note])).toEqual(note);
});

test('notes here and there are notes', () => {
  const notes = [...after([0], 0.1), ...after([2], 0.2), ...after([4], 0.35)];
  expect(told(notes)).toEqual(notes);
  expect(told(after([1, 5], 0.2))).toHaveLength(2);
});
