import { message, type Message } from '../../message/index.ts';
import fc from 'fast-check';
import { editArbitrary, patternArbitrary } from '../../../test/arbitraries.ts';
import { analysePattern } from '../../analysis/index.ts';
import { applyPatternEdit, type AnyPatternEdit } from '../../edit/index.ts';
import { valueOrThrow } from '../../errors/index.ts';
import { parseStringNotation } from '../../formats/index.ts';
import type { Pattern, Stroke } from '../../pattern/index.ts';
import { createSeededRandom } from '../../sound/index.ts';
import {
  SCHOOLS,
  groupIntoEvents,
  createFingeringCache,
  solveFingering,
  createTaskFromPattern,
  sumCosts,
  type FingeringTask,
} from '../index.ts';
import { getTransitionTable } from './transition-tables.ts';
import { buildTrellis } from './trellis.ts';
import { type TrellisColumn } from './trellis-column.ts';

const place = (at: number): Message => message('place.beat', { beat: at });

const after = (pattern: Pattern, change: AnyPatternEdit): Pattern => {
  const done = applyPatternEdit(pattern, change);
  return done.ok ? done.value.document : pattern;
};

/** The whole of it is part of `npm run test:hard`. */
const HARD = process.env.TEST_HARD === '1';

const FIGURES = ['6 3 4 2 6 1 4 3', '5 3 4 2 5 1 4 2', '6 4 3 2 1 2 3 4', '5+1 3 2 3 4 3 2 3'];

const longPattern = (school: string, bars: number, cyclic: boolean): Pattern => {
  const random = createSeededRandom(bars);
  const figure = Array.from({ length: bars * 2 }, () => FIGURES[Math.floor(random() * FIGURES.length)]).join(' ');
  return { ...valueOrThrow(parseStringNotation(figure, { tempo: 100, subdivision: 4, school })).pattern, cyclic };
};

/** An edit of one stroke: to another string, taken out, or put between two. */
const smallEdit = (pattern: Pattern, [place, kind, string]: readonly [number, number, number]): AnyPatternEdit => {
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
          const memory = createFingeringCache();
          analysePattern(pattern, { cache: memory });
          edits.reduce((state, change) => {
            const next = after(state, change);
            expect(analysePattern(next, { cache: memory })).toEqual(analysePattern(next));
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
          const memory = createFingeringCache();
          let state = longPattern(school, bars, cyclic);
          analysePattern(state, { cache: memory });
          for (const change of edits) {
            state = after(state, smallEdit(state, change));
            expect(analysePattern(state, { cache: memory })).toEqual(analysePattern(state));
          }
        },
      ),
      { numRuns: HARD ? 8 : 2 },
    );
  });
});

test('an edit in the middle costs as much as it is long, not as the piece is', () => {
  const memory = createFingeringCache();
  const pattern = longPattern('one-per-string', 60, true);
  analysePattern(pattern, { cache: memory });
  const stroke = pattern.strokes[400] as Stroke;
  const before = { ...memory.statistics };
  analysePattern(after(pattern, { kind: 'put', strokes: [{ ...stroke, string: 1, pin: 'c' }] }), { cache: memory });
  const [steps, worked] = [memory.statistics.steps - before.steps, memory.statistics.computed - before.computed];
  expect(steps).toBeGreaterThan(1500);
  expect(worked).toBeGreaterThan(0);
  expect(worked / steps).toBeLessThan(0.05);
});

/**
 * The least cost by a plain pass over pairs of costs, for a line: nothing remembered, nothing cut, sums in full. The
 * state is the last three choices by name.
 */
const leastByHand = (task: FingeringTask): number => {
  const { columns } = buildTrellis(task, groupIntoEvents(task.strokes));
  let states = new Map<string, { readonly cost: number; readonly last: readonly number[] }>([
    ['', { cost: 0, last: [] }],
  ]);
  columns.forEach((stage, at) => {
    const next = new Map<string, { readonly cost: number; readonly last: readonly number[] }>();
    for (const { cost, last } of states.values())
      stage.options.forEach((_, option) => {
        let between = 0;
        let sum = cost + (stage.stateCost[option] as number);
        for (let back = 1; back <= Math.min(3, at); back += 1) {
          const link = stage.transitions[back - 1];
          const from = last[last.length - back] as number;
          if (link) sum += getTransitionTable(link, between)[from * stage.options.length + option] as number;
          between |= (columns[at - back] as TrellisColumn).actuators[from] as number;
        }
        const choice = [...last, option].slice(-3);
        const known = next.get(choice.join());
        if (!known || sum < known.cost) next.set(choice.join(), { cost: sum, last: choice });
      });
    states = next;
  });
  return Math.min(...[...states.values()].map(({ cost }) => cost));
};

test.each(SCHOOLS.map(({ key }) => key))('long lines cost what a pass without any memory finds: %s', (school) => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 30, maxLength: 60 }), (strings) => {
      const text = strings.join(' ');
      const line = {
        ...valueOrThrow(parseStringNotation(text, { tempo: 110, subdivision: 4, school })).pattern,
        cyclic: false,
      };
      const task = createTaskFromPattern(line);
      const answer = solveFingering(task, place);
      expect(answer.cost).toBeCloseTo(leastByHand(task), 6);
      expect(sumCosts(task, answer.digits)).toBeCloseTo(answer.cost, 6);
    }),
    { numRuns: HARD ? 40 : 6 },
  );
});
