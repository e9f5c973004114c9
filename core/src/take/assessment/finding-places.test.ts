import { valueOrThrow } from '../../errors/index.ts';
import { parseStringNotation } from '../../formats/index.ts';
import { createPatternReference, createTakeReference, locateFinding } from '../index.ts';
import type { AlignedStroke } from '../model/take-alignment.ts';

const { score, digits } = createPatternReference(valueOrThrow(parseStringNotation('5 3 2 1', { tempo: 60 })).pattern);
const asked = createTakeReference(score, digits, 3);
const idOf = (index: number): string => asked.strokes[index]?.strokeId ?? '';

/** Each stroke heard where it is asked, but for some. */
const heard = (changes: Readonly<Record<number, Partial<AlignedStroke>>>) => ({
  strokes: asked.strokes.map(({ onset }, index): AlignedStroke => {
    const plain = {
      asked: index,
      at: onset,
      pulse: onset,
      sure: true,
      decibels: 0,
      level: 0,
      instead: null,
      confidence: 1,
    };
    return { ...plain, what: 'matched', ...changes[index] };
  }),
});

const { passSeconds } = asked;
const onsetOf = (index: number): number => asked.strokes[index]?.onset ?? 0;

test('the pass in which a place goes worst comes first, a lost note before any delay', () => {
  const late = { at: onsetOf(6) + 0.1 };
  const missed = { at: null, what: 'missed' } as const;
  const spans = locateFinding({ strokes: [idOf(2)] }, asked, heard({ 6: late, 10: missed }));
  expect(spans.map(({ pass }) => pass)).toEqual([2, 1, 0]);
  expect(spans[0]?.from).toBeCloseTo(2 * passSeconds + onsetOf(2) - 0.25, 6);
  expect(spans[0]?.to).toBeCloseTo(2 * passSeconds + onsetOf(2) + 0.6, 6);
});

test('a pass in which nothing of it was played is left out; nothing begins before the take', () => {
  const unplayed = { at: null, what: 'unplayed' } as const;
  const spans = locateFinding({ strokes: [idOf(0)] }, asked, heard({ 4: unplayed }));
  expect(spans.map(({ pass }) => pass)).toEqual([0, 2]);
  expect(spans[0]?.from).toBe(0);
});

test('what is about the whole take is nowhere in particular', () => {
  expect(locateFinding({ strokes: [] }, asked, heard({}))).toEqual([]);
});
