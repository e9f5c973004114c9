import fc from 'fast-check';
import { strikerOf, handOrder, type Digit } from '../pattern/index.ts';
import { ABLE_ADULT, SCHOOLS, eventsOf, solve, totalCost, type Digits, type School, type Task, type TaskStroke } from './index.ts';

/** Every assignment of digits, found without the solver's own enumeration: all words over the school's digits. */
const allWords = (task: Task): Digits[] =>
  task.strokes.reduce<Digits[]>(
    (words, { pin }) => words.flatMap((word) => (pin ? [pin] : task.school.digits).map((digit) => [...word, digit])),
    [[]],
  );

const permitted = (task: Task, digits: Digits): boolean =>
  eventsOf(task.strokes).every(({ strokes }) =>
    strokes.every((index) => {
      const { string, pin } = task.strokes[index] as TaskStroke;
      const setting = { string, strings: task.strings, together: strokes.length };
      return pin !== undefined || task.school.permits(digits[index] as Digit, setting);
    }),
  );

/** At one time no striker plays twice and no fingers stand crossed. */
const playable = (task: Task, digits: Digits): boolean =>
  eventsOf(task.strokes).every(({ strokes }) => {
    const used = strokes.map((index) => digits[index] as Digit);
    const distinct = new Set(used.map(strikerOf)).size === used.length;
    return distinct && used.every((digit, place) => place === 0 || handOrder(used[place - 1] as Digit) <= handOrder(digit));
  });

const leastByForce = (task: Task): number =>
  Math.min(...allWords(task).filter((word) => permitted(task, word) && playable(task, word)).map((word) => totalCost(task, word)));

const isFlatPickOnly = (school: School): boolean => school.digits.every((digit) => strikerOf(digit) === 'pick');

const eventArbitrary = (school: School) =>
  isFlatPickOnly(school)
    ? fc.integer({ min: 1, max: 6 }).map((string) => [string])
    : fc.oneof(
        { weight: 3, arbitrary: fc.integer({ min: 1, max: 6 }).map((string) => [string]) },
        { weight: 1, arbitrary: fc.tuple(fc.integer({ min: 4, max: 6 }), fc.integer({ min: 1, max: 2 })) },
      );

const taskArbitrary = (school: School): fc.Arbitrary<Task> =>
  fc
    .record({
      events: fc.array(eventArbitrary(school), { minLength: 1, maxLength: 6 }),
      gaps: fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 6, maxLength: 6 }),
      cyclic: fc.boolean(),
      tempo: fc.integer({ min: 40, max: 220 }),
      pin: fc.option(fc.record({ stroke: fc.nat(5), digit: fc.constantFrom(...school.digits) }), { nil: undefined }),
    })
    .map(({ events, gaps, cyclic, tempo, pin }) => {
      const times = gaps.map((_, index) => gaps.slice(0, index).reduce((sum, gap) => sum + gap, 0) * 210);
      const strokes = events.flatMap((strings, index) => strings.map((string): TaskStroke => ({ at: times[index] ?? 0, string })));
      const pinned = strokes.map((stroke, index) => (pin?.stroke === index ? { ...stroke, pin: pin.digit } : stroke));
      const length = (times[events.length - 1] ?? 0) + 420;
      return { strokes: pinned, length, cyclic, secondsPerTick: 60 / tempo / 840, strings: 6, school, hand: ABLE_ADULT };
    });

describe('the exact optimum (paradigm: Sayegh, Computer Music Journal 13(3), 1989) equals brute force', () => {
  test.each(SCHOOLS.map((school) => [school.key, school] as const))('in the school %s', (_key, school) => {
    fc.assert(
      fc.property(taskArbitrary(school), (task) => {
        fc.pre(task.strokes.length <= 6);
        const least = leastByForce(task);
        fc.pre(Number.isFinite(least));
        const answer = solve(task, String);
        expect(answer.cost).toBeCloseTo(least, 6);
        expect(totalCost(task, answer.digits)).toBeCloseTo(answer.cost, 6);
      }),
      { seed: 1989, numRuns: 40 },
    );
  });
});

describe('laws of the solver', () => {
  const school = SCHOOLS[0] as School;

  test('a cycle turned to another start keeps its fingering', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 4, maxLength: 9 }), fc.nat(8), (strings, turn) => {
        const by = turn % strings.length;
        const taskFor = (order: number[]): Task => ({
          strokes: order.map((string, index) => ({ at: index * 210, string })),
          length: order.length * 210, cyclic: true, secondsPerTick: 60 / 90 / 840, strings: 6, school, hand: ABLE_ADULT,
        });
        const turned = [...strings.slice(by), ...strings.slice(0, by)];
        expect(solve(taskFor(turned), String).cost).toBeCloseTo(solve(taskFor(strings), String).cost, 6);
      }),
      { seed: 3, numRuns: 60 },
    );
  });

  test('a pin never lowers the cost, and is kept', () => {
    fc.assert(
      fc.property(taskArbitrary(school), fc.constantFrom<Digit>('p', 'i', 'm', 'a'), (task, pin) => {
        const free = { ...task, strokes: task.strokes.map(({ at, string }) => ({ at, string })) };
        const pinned = { ...free, strokes: free.strokes.map((stroke, index) => (index === 0 ? { ...stroke, pin } : stroke)) };
        const answer = solve(pinned, String);
        expect(answer.digits[0]).toBe(pin);
        expect(answer.cost).toBeGreaterThanOrEqual(solve(free, String).cost - 1e-9);
      }),
      { seed: 4, numRuns: 60 },
    );
  });
});
