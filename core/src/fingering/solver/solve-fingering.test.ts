import { message, type Message } from '../../message/index.ts';
import fc from 'fast-check';
import { actuatorOf, handPosition, type Digit } from '../../pattern/index.ts';
import {
  ABLE_ADULT_HAND,
  SCHOOLS,
  SCHOOLS_AND_VARIANTS,
  groupIntoEvents,
  buildCustomSchool,
  solveFingering,
  solveKBest,
  sumCosts,
  type Fingering,
  type School,
  type FingeringTask,
  type TaskStroke,
} from '../index.ts';
import { valueOrThrow } from '../../errors/index.ts';

const place = (at: number): Message => message('place.beat', { beat: at });

/** Every assignment of digits, found without the solver's own enumeration: all words over the school's digits. */
const allWords = (task: FingeringTask): Fingering[] =>
  task.strokes.reduce<Fingering[]>(
    (words, { pin, isSlurred }) =>
      words.flatMap((word) => (isSlurred ? [null] : pin ? [pin] : task.school.digits).map((digit) => [...word, digit])),
    [[]],
  );

const permitted = (task: FingeringTask, digits: Fingering): boolean =>
  groupIntoEvents(task.strokes).every(({ strokes }) =>
    strokes.every((index) => {
      const { string, pin, isInBassLine } = task.strokes[index] as TaskStroke;
      const setting = { string, strings: task.strings, together: strokes.length, line: isInBassLine };
      return pin !== undefined || task.school.isDigitAllowed(digits[index] as Digit, setting);
    }),
  );

/** At one time no striker plays twice and no fingers stand crossed. */
const playable = (task: FingeringTask, digits: Fingering): boolean =>
  groupIntoEvents(task.strokes).every(({ strokes }) => {
    const used = strokes.map((index) => digits[index] as Digit);
    const distinct = new Set(used.map(actuatorOf)).size === used.length;
    return (
      distinct &&
      used.every((digit, place) => place === 0 || handPosition(used[place - 1] as Digit) <= handPosition(digit))
    );
  });

/** All costs there are, least first. */
const costsByForce = (task: FingeringTask): readonly number[] =>
  allWords(task)
    .filter((word) => permitted(task, word) && playable(task, word))
    .map((word) => sumCosts(task, word))
    .sort((a, b) => a - b);

const isFlatPickOnly = (school: School): boolean => school.digits.every((digit) => actuatorOf(digit) === 'pick');

const eventArbitrary = (school: School) =>
  isFlatPickOnly(school) || school.digits.length < 3
    ? fc.integer({ min: 1, max: 6 }).map((string) => [string])
    : fc.oneof(
        { weight: 3, arbitrary: fc.integer({ min: 1, max: 6 }).map((string) => [string]) },
        { weight: 1, arbitrary: fc.tuple(fc.integer({ min: 4, max: 6 }), fc.integer({ min: 1, max: 2 })) },
      );

/** Marks that weigh on the solver, at most one a stroke. */
const markArbitrary: fc.Arbitrary<Partial<TaskStroke>> = fc.oneof(
  { weight: 6, arbitrary: fc.constant({}) },
  {
    weight: 1,
    arbitrary: fc.constantFrom<Partial<TaskStroke>>(
      { accent: true },
      { isSlurred: true },
      { rake: true },
      { isLeadStroke: true },
      { isOffGrid: true },
      { isInBassLine: true },
    ),
  },
);

const taskArbitrary = (school: School): fc.Arbitrary<FingeringTask> =>
  fc
    .record({
      events: fc.array(eventArbitrary(school), { minLength: 1, maxLength: 7 }),
      gaps: fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 7, maxLength: 7 }),
      marks: fc.array(markArbitrary, { minLength: 14, maxLength: 14 }),
      loop: fc.boolean(),
      tempo: fc.integer({ min: 40, max: 220 }),
      pin: fc.option(fc.record({ stroke: fc.nat(5), digit: fc.constantFrom(...school.digits) }), { nil: undefined }),
    })
    .map(({ events, gaps, marks, loop, tempo, pin }) => {
      const times = gaps.map((_, index) => gaps.slice(0, index).reduce((sum, gap) => sum + gap, 0) * 210);
      const strokes = events.flatMap((strings, index) =>
        strings.map((string): TaskStroke => ({
          at: times[index] ?? 0,
          time: ((times[index] ?? 0) * 60) / tempo / 840,
          string,
        })),
      );
      const marked = strokes.map((stroke, index) => ({ ...stroke, ...marks[index] }));
      const pinned = marked.map((stroke, index) => (pin?.stroke === index ? { ...stroke, pin: pin.digit } : stroke));
      const length = (times[events.length - 1] ?? 0) + 420;
      return {
        strokes: pinned,
        seconds: (length * 60) / tempo / 840,
        ticks: length,
        loop,
        strings: 6,
        school,
        hand: ABLE_ADULT_HAND,
      };
    });

const own = valueOrThrow(
  buildCustomSchool({
    id: 'test',
    name: 'Own',
    base: 'rolling',
    digits: ['p', 'i', 'm', 'c'],
    homes: { c: [1], i: [3, 2] },
    weights: { cross: 5, home: 1.1, confined: 2 },
  }),
);

/** The whole of it is part of `npm run test:hard`. */
const HARD = process.env.TEST_HARD === '1';

describe('the exact optimum (paradigm: Sayegh, Computer Music Journal 13(3), 1989) equals brute force', () => {
  test.each([...SCHOOLS_AND_VARIANTS, own].map((school) => [school.key, school] as const))(
    'in the school %s',
    (_key, school) => {
      fc.assert(
        fc.property(taskArbitrary(school), (task) => {
          fc.pre(task.strokes.length <= (school.digits.length > 4 ? 5 : school.digits.length > 3 ? 6 : 7));
          const [least] = costsByForce(task);
          fc.pre(least !== undefined);
          const answer = solveFingering(task, place);
          expect(answer.cost).toBeCloseTo(least as number, 6);
          expect(sumCosts(task, answer.digits)).toBeCloseTo(answer.cost, 6);
        }),
        { seed: 1989, numRuns: HARD ? 60 : 16 },
      );
    },
  );
});

describe('the best few answers equal those of brute force', () => {
  test.each(SCHOOLS.filter(({ key }) => key !== 'pick-legato').map((school) => [school.key, school] as const))(
    'in the school %s',
    (_key, school) => {
      fc.assert(
        fc.property(taskArbitrary(school), fc.integer({ min: 1, max: 5 }), (task, count) => {
          fc.pre(task.strokes.length <= 5);
          const costs = costsByForce(task);
          fc.pre(costs.length > 0);
          const answers = solveKBest(task, place, count);
          expect(answers).toHaveLength(Math.min(count, costs.length));
          answers.forEach(({ cost, digits }, rank) => {
            expect(cost).toBeCloseTo(costs[rank] as number, 6);
            expect(sumCosts(task, digits)).toBeCloseTo(cost, 6);
          });
          expect(new Set(answers.map(({ digits }) => digits.join())).size).toBe(answers.length);
        }),
        { seed: 77, numRuns: HARD ? 40 : 14 },
      );
    },
  );
});

describe('laws of the solver', () => {
  const school = SCHOOLS[0] as School;

  test('a cycle turned to another start keeps its fingering', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 4, maxLength: 9 }),
        fc.nat(8),
        (strings, turn) => {
          const by = turn % strings.length;
          const taskFor = (order: number[]): FingeringTask => ({
            strokes: order.map((string, index) => ({ at: index * 210, time: index / 6, string })),
            seconds: order.length / 6,
            ticks: order.length * 140,
            loop: true,
            strings: 6,
            school,
            hand: ABLE_ADULT_HAND,
          });
          const turned = [...strings.slice(by), ...strings.slice(0, by)];
          expect(solveFingering(taskFor(turned), place).cost).toBeCloseTo(
            solveFingering(taskFor(strings), place).cost,
            6,
          );
        },
      ),
      { seed: 3, numRuns: 60 },
    );
  });

  test('a pin never lowers the cost, and is kept', () => {
    fc.assert(
      fc.property(taskArbitrary(school), fc.constantFrom<Digit>('p', 'i', 'm', 'a'), (task, pin) => {
        const free = { ...task, strokes: task.strokes.map(({ at, time, string }) => ({ at, time, string })) };
        const pinned = {
          ...free,
          strokes: free.strokes.map((stroke, index) => (index === 0 ? { ...stroke, pin } : stroke)),
        };
        const answer = solveFingering(pinned, place);
        expect(answer.digits[0]).toBe(pin);
        expect(answer.cost).toBeGreaterThanOrEqual(solveFingering(free, place).cost - 1e-9);
      }),
      { seed: 4, numRuns: 60 },
    );
  });

  test('a slurred stroke is nobody’s, and costs the picking hand nothing', () => {
    fc.assert(
      fc.property(taskArbitrary(school), (task) => {
        const slurred: TaskStroke = { at: 105, time: 0.01, string: 2, isSlurred: true };
        const strokes = [...task.strokes.map(({ at, time, string }) => ({ at, time, string }))];
        const bare = { ...task, strokes };
        const at = strokes.filter((stroke) => stroke.at < 105).length;
        const withSlur = { ...task, strokes: [...strokes.slice(0, at), slurred, ...strokes.slice(at)] };
        const answer = solveFingering(withSlur, place);
        expect(answer.digits[at]).toBeNull();
        expect(answer.cost).toBeCloseTo(solveFingering(bare, place).cost, 9);
      }),
      { seed: 5, numRuns: 40 },
    );
  });
});
