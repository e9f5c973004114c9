import { valueOrThrow } from '../../errors/index.ts';
import { parseStringNotation } from '../../formats/index.ts';
import { message } from '../../message/index.ts';
import { createSeededRandom } from '../../sound/index.ts';
import { createLadder, toLadderPlan, type LadderPlan } from '../ladder/ladder.ts';
import { simulateMotorLearning, type MotorLearner } from '../simulation/motor-learner.ts';
import { detectStuck } from './detect-stuck.ts';
import { MILLISECONDS_PER_DAY } from './practice-snapshot.ts';
import { computeProgress } from './progress.ts';
import type { PracticeEvent } from './practice-event.ts';

const PLAN: LadderPlan = {
  target: 80,
  stages: [{ key: 'tempo', name: 'Tempo', gate: 10, tempos: [60, 70, 80], ceiling: 100 }],
};

/** Passes of a day in order: `c` is clean, `s` slipped. */
const day = (number: number, passes: string, tempo = 60): readonly PracticeEvent[] =>
  [...passes].map((pass, index) => ({
    id: `${number}-${index}-${tempo}`,
    at: number * MILLISECONDS_PER_DAY + index * 20_000,
    kind: pass === 'c' ? ('clean' as const) : ('slipped' as const),
    stage: 'tempo',
    tempo,
  }));

const diagnose = (...events: readonly (readonly PracticeEvent[])[]) =>
  detectStuck(PLAN, computeProgress(PLAN, events.flat()));

const HALF = 'cs'.repeat(15);

/** Every third day. */
const FOUR_WEEKS = Array.from({ length: 11 }, (_, index) => index * 3);

describe('nobody is called stuck', () => {
  test('after many slips in half a minute, or in two sessions', () => {
    expect(diagnose(day(0, 's'.repeat(40)))).toBeNull();
    expect(diagnose(day(0, 's'.repeat(40)), day(9, 's'.repeat(40)))).toBeNull();
  });

  test('within a week, however many sessions', () =>
    expect(diagnose(...[0, 1, 2, 3, 4, 5].map((number) => day(number, HALF)))).toBeNull());

  test('with a tempo that was never passed before in that time', () => {
    const flat = FOUR_WEEKS.map((number) => day(number, HALF));
    expect(diagnose(...flat)).not.toBeNull();
    expect(diagnose(...flat, day(34, 'c'.repeat(10)))).toBeNull();
  });

  test('whose passes become cleaner from session to session', () => {
    const shares = [0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8];
    const rising = shares.map((share, index) =>
      day(index * 3, Array.from({ length: 30 }, (_, pass) => (pass % 10 < share * 10 ? 'c' : 's')).join('')),
    );
    expect(diagnose(...rising)).toBeNull();
  });
});

test('what to change goes by the cause', () => {
  expect(diagnose(...FOUR_WEEKS.map((number) => day(number, HALF)))?.why).toBe('plateau');
  expect(diagnose(...FOUR_WEEKS.map((number) => day(number, 's'.repeat(10))))?.why).toBe('outOfReach');
  const few = Array.from({ length: 40 }, (_, index) => day(index * 2, 'cscsccsc'));
  expect(diagnose(...few)?.why).toBe('littlePractice');
  const jump = FOUR_WEEKS.map((number) => [...day(number, 'ccccccccsccccs'), ...day(number, 'ssssscssssss', 70)]);
  const climbed = day(-1, 'c'.repeat(10));
  expect(diagnose(climbed, ...jump)?.why).toBe('tempoJump');
});

test('most slips at one place: that place is what to work on, not the tightest change', () => {
  const at = (events: readonly PracticeEvent[], ticks: readonly number[]): readonly PracticeEvent[] =>
    events.map((event, index) =>
      event.kind === 'slipped'
        ? { ...event, slip: { reason: 'marked', tick: ticks[Math.floor(index / 2) % ticks.length] } }
        : event,
    );
  const cause = message('constraint.two-fingers', { fingers: 'm–a' });
  const days = FOUR_WEEKS.map((number) => day(number, HALF));
  const stuckAt = (...ticks: number[]) =>
    detectStuck(PLAN, computeProgress(PLAN, days.map((one) => at(one, ticks)).flat()), cause);
  expect(stuckAt(840)?.why).toBe('onePlace');
  expect(JSON.stringify(stuckAt(840))).not.toContain('constraint.two-fingers');
  // Spread over four places nothing stands out.
  expect(stuckAt(0, 420, 840, 1260)?.why).toBe('plateau');
});

test('what is said has the sessions, the days and the share of clean passes', () =>
  expect(diagnose(...[0, 3, 6, 9].map((number) => day(number, 's'.repeat(10))))?.message.params).toEqual({
    stage: 'Tempo',
    sessions: 4,
    days: 10,
    tempo: 60,
    share: 0,
  }));

describe('learners who are not simulated by our own rules', () => {
  const figure = valueOrThrow(parseStringNotation('5 3 2 3 5 3 1 3')).pattern;
  const plan = toLadderPlan(valueOrThrow(createLadder(figure, { target: 110 })));
  const healthy: MotorLearner = {
    skill: -0.5,
    asymptote: 0.3,
    slowGain: 0.003,
    fastGain: 0.002,
    retention: 60,
    spread: 0.12,
    daySpread: 0.03,
    lapses: 0.01,
    attempts: 40,
  };

  /** The session at which the learner was first called stuck, -1 for never. */
  const watch = (learner: MotorLearner, seed: number) => {
    const days = Array.from({ length: 28 }, (_, index) => Math.floor((index * 7) / 3));
    const { events } = simulateMotorLearning(plan, learner, { days, random: createSeededRandom(seed) });
    const until = (last: number) => events.filter(({ at }) => at < (last + 1) * MILLISECONDS_PER_DAY);
    return days.findIndex((last) => detectStuck(plan, computeProgress(plan, until(last))) !== null);
  };
  const SEEDS = Array.from({ length: 12 }, (_, index) => index + 1);

  test('who get on are never called stuck', () =>
    expect(SEEDS.filter((seed) => watch(healthy, seed) >= 0)).toEqual([]));

  test('who have come to the end of what they can do are found', () => {
    const halted = { ...healthy, skill: -0.8, asymptote: -0.4, slowGain: 0.005 };
    expect(SEEDS.filter((seed) => watch(halted, seed) < 0)).toEqual([]);
  });

  test('who stop learning from one day to the next are found, and not before', () => {
    const [stop, attempts] = [10, 40];
    const watchStopping = (seed: number): number => {
      let played = 0;
      const stopping = {
        ...healthy,
        attempts,
        skill: -0.65,
        fastGain: 0,
        get slowGain() {
          return (played += 1) > stop * attempts ? 0 : 0.0015;
        },
      };
      return watch(stopping, seed);
    };
    expect(SEEDS.filter((seed) => watchStopping(seed) < stop)).toEqual([]);
  });
});
