import { message } from '../message/index.ts';
import { sayProblems, sayMessage } from '@fleet-wren/wording';
import fc from 'fast-check';
import { analysePattern } from '../analysis/index.ts';
import { valueOrThrow } from '../errors/index.ts';
import { parseStringNotation } from '../formats/index.ts';
import { ABLE_ADULT_HAND, HAND_PRESETS } from '../fingering/index.ts';
import { createSeededRandom } from '../sound/index.ts';
import type { Pattern } from '../pattern/index.ts';
import {
  DEFAULT_STUDENT,
  normaliseEvents,
  createLadder,
  toLadderPlan,
  planSession,
  computeProgress,
  parsePracticeEvent,
  simulatePractice,
  listTempoSteps,
  findWeakStages,
  type PracticeLadder,
  type LadderPlan,
  type PracticeEvent,
  type SessionItem,
  type SessionPlan,
  WARM_UP_ADVICE,
} from './index.ts';

const figure = (text: string, tempo = 90): Pattern =>
  valueOrThrow(parseStringNotation(text, { tempo, subdivision: 2 })).pattern;
const ladder = (text: string, target: number, more = {}): PracticeLadder =>
  valueOrThrow(createLadder(figure(text), { target, ...more }));

describe('tempo steps rise in equal strain', () => {
  // By hand: ceiling 120, from 60 in steps of 8.4.
  test.each<[number, number | null, readonly number[]]>([
    [100, 120, [60, 68, 77, 85, 94, 100]],
    [60, 120, [36, 44, 53, 60]],
    [80, null, [40, 46, 51, 57, 62, 68, 74, 80]],
    [20, 400, [20]],
  ])('to %d under a ceiling of %p', (target, ceiling, steps) => {
    expect(listTempoSteps(target, ceiling)).toEqual(steps);
  });

  test('they never fall, end at the target, and no step is more than one and a half of 7 % of the ceiling and a rounding', () => {
    fc.assert(
      fc.property(fc.integer({ min: 20, max: 300 }), fc.integer({ min: 30, max: 500 }), (target, ceiling) => {
        const steps = listTempoSteps(target, ceiling);
        expect(steps.at(-1)).toBe(target);
        steps.slice(1).forEach((tempo, index) => {
          const rise = tempo - (steps[index] as number);
          expect(rise).toBeGreaterThan(0);
          expect(rise).toBeLessThanOrEqual(1.5 * 0.07 * ceiling + 1);
        });
      }),
    );
  });
});

describe('a ladder', () => {
  const FIGURES = ['5 3 2 3', '6 4 3 2 1 2 3 4', '5+1 3 2 3', '6 3 4 2 6 1 4 3', '3 2 1 2', '5 5 5 5'];

  test.each(FIGURES)('%s: every stage can be played by the hand at each of its tempos', (text) => {
    for (const hand of HAND_PRESETS) {
      const { stages } = ladder(text, 96, { hand });
      for (const { pattern, tempos } of stages.filter((stage) => stage.pattern.strokes.length > 0))
        for (const tempo of tempos) {
          const ceiling = analysePattern({ ...pattern, tempo }, { hand }).limit?.maxTempo ?? Infinity;
          expect(tempo).toBeLessThanOrEqual(Math.max(ceiling, 20) + 1e-6);
        }
    }
  });

  test('parts keep the digits of the whole, and their gates and reasons', () => {
    const whole = figure('5 3 2 3 5 3 1 3');
    const { digits } = analysePattern({ ...whole, cyclic: true });
    const { stages } = valueOrThrow(createLadder(whole, { target: 80 }));
    const thumb = stages.find(({ kind }) => kind === 'thumb');
    expect(thumb?.gate).toBe(5);
    expect(thumb?.pattern.strokes.map(({ pin }) => pin)).toEqual(thumb?.pattern.strokes.map(({ id }) => digits[id]));
    expect(stages.find(({ kind }) => kind === 'memory')?.gate).toBe(10);
    expect(
      stages.every(({ reason, remark }) => sayMessage(reason).endsWith('.') && sayMessage(remark).endsWith('.')),
    ).toBe(true);
    expect(stages.at(-1)?.tempos.at(-1)).toBe(80);
  });

  test('the plan carries the hand it was made for, so that the same stages come again', () => {
    const slow = HAND_PRESETS[0];
    const whole = figure('6 4 3 2 1 2 3 4');
    const made = valueOrThrow(createLadder(whole, { target: 90, hand: slow }));
    const kept = JSON.parse(JSON.stringify(toLadderPlan(made))) as LadderPlan;
    expect(valueOrThrow(createLadder(whole, { target: 90, hand: kept.hand })).stages).toEqual(made.stages);
    expect(toLadderPlan(valueOrThrow(createLadder(whole, { target: 90 }))).hand).toBeUndefined();
  });

  test('what a pattern does not need is left out, with the reason', () => {
    const { skippedStages } = ladder('3 2 1 2', 80);
    expect(skippedStages.find(({ kind }) => kind === 'thumb')?.reason.code).toBe('stage.thumb.none');
    expect(skippedStages.find(({ kind }) => kind === 'bursts')?.reason.code).toBe('stage.bursts.other-method');
    expect(ladder('5 3 2 3', 80, { method: 'bursts' }).stages.map(({ kind }) => kind)).toContain('bursts');
  });

  test('a target beyond 92 % of the ceiling says so, why, and what instead; the ladder stays within reach', () => {
    const made = ladder('6 4 3 2 1 2 3 4', 300);
    expect(made.warning?.limitReason.code).toMatch(/^limit\./);
    expect(made.warning?.suggestions.at(-1)).toEqual(
      message('target-offer.lower-target', { target: made.warning?.reachableTarget ?? 0 }),
    );
    expect(Math.max(...made.stages.flatMap(({ tempos }) => tempos))).toBeLessThanOrEqual(
      Math.floor(made.maxTempo ?? 0),
    );
    expect(ladder('6 4 3 2 1 2 3 4', 60).warning).toBeNull();
  });

  test.each<[Pattern, number, RegExp]>([
    [{ ...figure('5 3'), strokes: [] }, 80, /nothing to practise/],
    [figure('5 3 2 3'), 5, /20 and 400/],
    [figure('5 3 2 3'), Number.NaN, /20 and 400/],
  ])('what cannot be climbed is refused', (pattern, target, words) => {
    const made = createLadder(pattern, { target });
    expect(made.ok ? '' : sayProblems(made.problems)).toMatch(words);
  });
});

const PLAN: LadderPlan = {
  target: 80,
  stages: [
    { key: 'position', name: 'Position', gate: 0, tempos: [] },
    { key: 'thumb', name: 'Thumb', gate: 3, tempos: [50] },
    { key: 'tempo', name: 'Tempo', gate: 10, tempos: [50, 60, 70, 80] },
  ],
};

let ids = 0;
const event = (kind: PracticeEvent['kind'], stage?: string, tempo?: number, at = (ids += 1) * 1000): PracticeEvent => ({
  id: `e${(ids += 1)}`,
  at,
  kind,
  ...(stage === undefined ? {} : { stage }),
  ...(tempo === undefined ? {} : { tempo }),
});
const times = (count: number, make: () => PracticeEvent): readonly PracticeEvent[] =>
  Array.from({ length: count }, make);

describe('how an item stands', () => {
  const begun = [event('done', 'position'), ...times(3, () => event('clean', 'thumb', 50))];

  test('clean times in a row pass a stage; a slip begins the count anew', () => {
    expect(computeProgress(PLAN, begun.slice(0, 3))).toMatchObject({ stage: 1, streak: 2 });
    expect(computeProgress(PLAN, begun)).toMatchObject({ stage: 2, step: 0, tempo: 50, streak: 0 });
    const slipped = [...begun.slice(0, 3), event('slipped', 'thumb', 50)];
    expect(computeProgress(PLAN, slipped)).toMatchObject({ stage: 1, streak: 0 });
  });

  test('ten a step, five at the top; two gates in a row without a slip skip one', () => {
    const ten = (tempo: number) => times(10, () => event('clean', 'tempo', tempo));
    const slip = event('slipped', 'tempo', 60);
    const first = [...begun, ...ten(50)];
    expect(computeProgress(PLAN, first)).toMatchObject({ step: 2, tempo: 70 });
    const spoilt = [
      ...begun.slice(0, -1),
      event('slipped', 'thumb', 50),
      ...times(3, () => event('clean', 'thumb', 50)),
    ];
    const second = [...spoilt, event('slipped', 'tempo', 50), ...ten(50)];
    expect(computeProgress(PLAN, second)).toMatchObject({ step: 1, tempo: 60 });
    expect(slip.tempo).toBe(60);
    const top = [...first, ...ten(70), ...times(5, () => event('clean', 'tempo', 80))];
    expect(computeProgress(PLAN, top)).toMatchObject({ stage: 3, tempo: null });
  });

  test('three slips without half a gate between them lead two tempos back', () => {
    const at70 = [...begun, ...times(10, () => event('clean', 'tempo', 50))];
    const slips = times(3, () => event('slipped', 'tempo', 70));
    expect(computeProgress(PLAN, [...at70, ...slips])).toMatchObject({ step: 0, tempo: 50, slips: 0 });
    expect(computeProgress(PLAN, [...at70, ...slips]).fallbacks).toHaveLength(1);
  });

  test('attempts are counted by stage, and where most slip is said', () => {
    const events = [...times(9, () => event('clean', 'thumb', 40)), ...times(6, () => event('slipped', 'thumb', 40))];
    const easy = times(30, () => event('clean', 'tempo', 40));
    const { attempts } = computeProgress(PLAN, [...events, ...easy, event('slipped', 'tempo', 40)]);
    expect(attempts).toEqual([
      { key: 'thumb', clean: 9, slipped: 6 },
      { key: 'tempo', clean: 30, slipped: 1 },
    ]);
    expect(findWeakStages(attempts)).toEqual([{ key: 'thumb', clean: 9, slipped: 6, share: 0.4 }]);
  });

  test('an attempt that is taken back was none', () => {
    const wrong = event('slipped', 'thumb', 50);
    const events = [...begun.slice(0, 3), wrong, { ...event('undone'), of: wrong.id }];
    expect(computeProgress(PLAN, events)).toMatchObject({ stage: 1, streak: 2 });
  });

  test('the order of arrival does not matter, and hearing it twice changes nothing', () => {
    const kinds = fc.constantFrom<PracticeEvent['kind']>(
      'clean',
      'clean',
      'clean',
      'slipped',
      'done',
      'undone',
      'minutes',
    );
    const arbitrary = fc.array(
      fc.record({
        id: fc.integer({ min: 0, max: 60 }).map((n) => `x${n}`),
        at: fc.integer({ min: 0, max: 50 }).map((n) => n * 3_600_000),
        kind: kinds,
        stage: fc.constantFrom('position', 'thumb', 'tempo'),
        tempo: fc.constantFrom(50, 60, 70, 80),
        of: fc.integer({ min: 0, max: 60 }).map((n) => `x${n}`),
      }),
      { maxLength: 60 },
    );
    fc.assert(
      fc.property(arbitrary, fc.integer(), (given, seed) => {
        // Events of one name are one event.
        const events = [...new Map(given.map((one) => [one.id, one])).values()];
        const random = createSeededRandom(seed);
        const shuffled = [...events].sort(() => random() - 0.5);
        expect(computeProgress(PLAN, shuffled)).toEqual(computeProgress(PLAN, events));
        expect(computeProgress(PLAN, [...events, ...shuffled])).toEqual(computeProgress(PLAN, events));
      }),
    );
  });
});

describe('events from outside', () => {
  const now = 1_000_000_000_000;
  const good = { id: 'a', at: now, kind: 'clean', stage: 'thumb', tempo: 60 };

  test('what can be is taken', () => expect(parsePracticeEvent(good).ok).toBe(true));

  test.each<[string, unknown, RegExp]>([
    ['of no time a clock shows', { ...good, at: 1e15 }, /no valid date/],
    ['without its stage', { id: 'a', at: now, kind: 'clean' }, /stage/],
    ['an impossible tempo', { ...good, tempo: 9000 }, /9000/],
    ['600 years of minutes', { id: 'a', at: now, kind: 'minutes', minutes: 1e9 }, /minutes/],
    ['an unknown kind', { ...good, kind: 'flown' }, /kind/],
    ['no object', 'clean', /./],
  ])('%s is refused', (_name, value, words) => {
    const read = parsePracticeEvent(value);
    expect(read.ok).toBe(false);
    expect(sayProblems(read.ok ? [] : read.problems)).toMatch(words);
  });

  test('a clock that jumps back is put in order by what it says', () => {
    const jumped = [
      { id: 'b', at: 20, kind: 'rest' },
      { id: 'a', at: 10, kind: 'rest' },
    ] as const;
    expect(normaliseEvents(jumped).map(({ id }) => id)).toEqual(['a', 'b']);
  });
});

describe('a sitting', () => {
  const item = fc.record<SessionItem>({
    id: fc.uuid(),
    name: fc.string({ minLength: 1, maxLength: 20 }),
    stage: fc.option(
      fc.record({
        key: fc.constant('thumb'),
        name: fc.constant('Thumb'),
        tempo: fc.option(fc.constant(60), { nil: null }),
      }),
      { nil: null },
    ),
    isStuck: fc.boolean(),
    isDue: fc.boolean(),
    isNew: fc.boolean(),
  });

  const minutesOn = ({ blocks }: SessionPlan, id: string): number =>
    blocks.filter(({ item: one, kind }) => one === id && kind === 'stage').reduce((sum, line) => sum + line.minutes, 0);
  const made = (id: string, more: Partial<SessionItem> = {}): SessionItem => ({
    id,
    name: id,
    stage: { name: 'Thumb', tempo: 60 },
    isStuck: false,
    isDue: false,
    isNew: false,
    ...more,
  });
  const plan = (items: readonly SessionItem[], minutes: number) =>
    valueOrThrow(planSession(items, { minutes, discomfort: false }));

  test('a new piece has two minutes of position, and the rest of the time for what comes next', () => {
    const first = made('A', {
      isNew: true,
      stage: { name: 'Position', tempo: null },
      next: { name: 'Thumb', tempo: 50 },
    });
    expect(plan([first], 20).blocks.map(({ name, minutes }) => `${minutes} ${sayMessage(name)}`)).toEqual([
      '1 Hand position',
      '2 A: Position',
      '5 A: Thumb, 50 bpm',
      '6 A: Thumb, 50 bpm',
      '6 A: Thumb, 50 bpm',
    ]);
  });

  test('blocks of two pieces alternate, what is new comes first', () => {
    const stages = plan([made('A'), made('B', { isNew: true })], 40).blocks.filter(({ kind }) => kind === 'stage');
    expect(stages.map(({ item: one }) => one).join('')).toBe('BABA');
  });

  test('an hour and a half is not one stage: no more than 24 minutes of it, with rests between', () => {
    const { blocks, minutes } = plan([made('A')], 90);
    expect(minutesOn({ blocks, minutes, caution: WARM_UP_ADVICE }, 'A')).toBe(24);
    expect(blocks.some(({ kind }) => kind === 'rest')).toBe(true);
    expect(minutes).toBeLessThan(90);
  });

  test('reviews and the hard spot come between the blocks of one piece', () => {
    const kinds = plan([made('A', { isStuck: true, isDue: true })], 45).blocks.map(({ kind }) => kind);
    expect(kinds.join(' ')).toBe('position warm-up stage review rest stage hard-spot rest stage whole');
  });

  test('never exceeds its minutes, begins with position and warm-up, and rests at least every twenty minutes', () => {
    fc.assert(
      fc.property(
        fc.array(item, { minLength: 1, maxLength: 12 }),
        fc.integer({ min: 5, max: 120 }),
        fc.boolean(),
        (items, minutes, discomfort) => {
          const plan = valueOrThrow(planSession(items, { minutes, discomfort }));
          expect(plan.minutes).toBeLessThanOrEqual(minutes);
          expect(plan.blocks[0]?.kind).toBe('position');
          expect(plan.blocks.every((line) => line.minutes >= 1 && sayMessage(line.reason).length > 0)).toBe(true);
          let since = 0;
          for (const line of plan.blocks) {
            since = line.kind === 'rest' ? 0 : since + line.minutes;
            expect(since).toBeLessThanOrEqual(20);
            expect(line.minutes).toBeLessThanOrEqual(8);
          }
          for (const { id } of items) expect(minutesOn(plan, id)).toBeLessThanOrEqual(24);
          if (discomfort) expect(plan.caution.code).toBe('session.caution-after-pain');
        },
      ),
    );
  });

  test.each([0, 4, 121, 600, Number.NaN])('%d minutes are none', (minutes) => {
    const one = { id: 'a', name: 'A', stage: null, isStuck: false, isDue: false, isNew: true };
    expect(planSession([one], { minutes, discomfort: false }).ok).toBe(false);
  });
});

describe('invented students', () => {
  const made = ladder('5 3 2 3 5 3 1 3', 190);
  const plan = toLadderPlan(made);
  const weeks = (student: typeof DEFAULT_STUDENT, seed: number, days = 84) =>
    simulatePractice(made, student, { from: 0, days, random: createSeededRandom(seed) });

  test('a sensible one climbs the whole ladder in twelve weeks', () => {
    const through = Array.from(
      { length: 20 },
      (_, seed) => computeProgress(plan, weeks(DEFAULT_STUDENT, seed).events).stage,
    );
    expect(through.filter((stage) => stage === plan.stages.length).length).toBeGreaterThanOrEqual(17);
  });

  test('forty of them for twelve weeks, and no attempt above what the hand can do', () => {
    const hand = ABLE_ADULT_HAND;
    const most = new Map(
      made.stages.map(({ key, pattern }) => [key, analysePattern(pattern, { hand }).limit?.maxTempo ?? Infinity]),
    );
    for (let seed = 0; seed < 40; seed += 1)
      for (const { stage = '', tempo = 0 } of weeks(DEFAULT_STUDENT, seed).events)
        expect(tempo).toBeLessThanOrEqual((most.get(stage) ?? Infinity) + 1e-6);
  });
});
