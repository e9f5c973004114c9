import fc from 'fast-check';
import { editArbitrary, patternArbitrary } from '../../test/arbitraries.ts';
import { judge } from '../analysis/index.ts';
import { edit, type Edit } from '../edit/index.ts';
import { valueOrThrow } from '../errors/index.ts';
import { readFigure } from '../formats/index.ts';
import type { Pattern } from '../pattern/index.ts';
import { seededRandom } from '../sound/index.ts';
import { SCHOOLS, newFingeringMemory, type FingeringMemory } from './index.ts';

const after = (pattern: Pattern, change: Edit): Pattern => {
  const done = edit(pattern, change);
  return done.ok ? done.value.document : pattern;
};

/** The whole of it is part of `npm run test:hard`. */
const HARD = process.env.TEST_HARD === '1';

const FIGURES = ['6 3 4 2 6 1 4 3', '5 3 4 2 5 1 4 2', '6 4 3 2 1 2 3 4', '5+1 3 2 3 4 3 2 3'];

const longPattern = (school: string, bars: number, cyclic: boolean): Pattern => {
  const random = seededRandom(bars);
  const figure = Array.from({ length: bars * 2 }, () => FIGURES[Math.floor(random() * FIGURES.length)]).join(' ');
  return { ...valueOrThrow(readFigure(figure, { tempo: 100, subdivision: 4, school })).pattern, cyclic };
};

/** Passes that the last answer worked out anew, and those there are. */
const stepsWorked = ({ first }: FingeringMemory): readonly [number, number] =>
  [...first.sweeps.values()].reduce<readonly [number, number]>(
    ([worked, all], { worked: here, steps }) => [worked + here, all + steps.length],
    [0, 0],
  );

/** An edit of one stroke: to another string, taken out, or put between two. */
const smallEdit = (pattern: Pattern, [place, kind, string]: readonly [number, number, number]): Edit => {
  const stroke = pattern.strokes[place % pattern.strokes.length];
  if (!stroke) return { kind: 'setTempo', tempo: pattern.tempo };
  if (kind === 0) return { kind: 'remove', ids: [stroke.id] };
  if (kind === 1) return { kind: 'put', strokes: [{ id: `new-${place}-${string}`, at: stroke.at, string }] };
  return { kind: 'put', strokes: [{ ...stroke, pin: kind === 2 ? 'i' : undefined, accent: kind === 3 || undefined }] };
};

describe('what was worked out before changes no answer', () => {
  test('any edits of any patterns', () => {
    fc.assert(
      fc.property(
        patternArbitrary.chain((pattern) =>
          fc.record({ pattern: fc.constant(pattern), edits: fc.array(editArbitrary(pattern), { maxLength: 5 }) }),
        ),
        ({ pattern, edits }) => {
          const memory = newFingeringMemory();
          judge(pattern, { memory });
          edits.reduce((state, change) => {
            const next = after(state, change);
            expect(judge(next, { memory })).toEqual(judge(next));
            return next;
          }, pattern);
        },
      ),
      { numRuns: HARD ? 60 : 25 },
    );
  });

  test.each([
    ...SCHOOLS.map(({ key }) => [key, 12, true] as const),
    ['one-per-string', 12, false] as const,
    ['hybrid:pick-alternating', 12, true] as const,
  ])('one stroke after another in a long pattern: %s, %i bars, round %j', (school, bars, cyclic) => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(200), fc.nat(4), fc.integer({ min: 1, max: 6 })), { minLength: 1, maxLength: 6 }),
        (edits) => {
          const memory = newFingeringMemory();
          let state = longPattern(school, bars, cyclic);
          judge(state, { memory });
          for (const change of edits) {
            state = after(state, smallEdit(state, change));
            expect(judge(state, { memory })).toEqual(judge(state));
          }
        },
      ),
      { numRuns: HARD ? 8 : 2 },
    );
  });
});

test('an edit in the middle costs as much as it is long, not as the piece is', () => {
  const memory = newFingeringMemory();
  const pattern = longPattern('one-per-string', 60, true);
  judge(pattern, { memory });
  const stroke = pattern.strokes[400];
  judge(after(pattern, { kind: 'put', strokes: [{ ...(stroke as NonNullable<typeof stroke>), string: 1 }] }), {
    memory,
  });
  const [worked, all] = stepsWorked(memory);
  expect(all).toBeGreaterThan(1500);
  expect(worked / all).toBeLessThan(0.05);
});
