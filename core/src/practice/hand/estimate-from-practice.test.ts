import { sayMessage } from '@fleet-wren/wording';
import fc from 'fast-check';
import { analysePattern } from '../../analysis/index.ts';
import { valueOrThrow } from '../../errors/index.ts';
import { ABLE_ADULT_HAND, HAND_PRESETS, createHandProfile, type HandProfile } from '../../fingering/index.ts';
import { parseStringNotation } from '../../formats/index.ts';
import { createSeededRandom } from '../../sound/index.ts';
import type { Pattern } from '../../pattern/index.ts';
import {
  ABILITY_MODEL,
  MILLISECONDS_PER_DAY,
  estimateConstraints,
  predictCleanProbability,
  describeConstraint,
  findLimitingConstraint,
  proposeHandCorrection,
  createLadder,
  toLadderPlan,
  computeTimeFactor,
  type LadderPlan,
  type PracticeEvent,
} from '../index.ts';

const figure = (text: string): Pattern =>
  valueOrThrow(parseStringNotation(text, { tempo: 90, subdivision: 2 })).pattern;

/** A plan of one stage whose ceiling, for the hand it is made for, is 100. */
const planned = (constraint: string, more: Partial<LadderPlan> = {}): LadderPlan => ({
  target: 100,
  stages: [{ key: 'tempo', name: 'Up to tempo', gate: 5, tempos: [60], ceiling: 100, constraint }],
  ...more,
});

/** Attempts of a hand that is slower than an able adult by a factor, at tempos round about where half are clean. */
const attempts = (slow: number, count: number, seed = 7): readonly PracticeEvent[] => {
  const random = createSeededRandom(seed);
  const mean = ABILITY_MODEL.priorMean - Math.log(slow);
  return Array.from({ length: count }, (_, index) => {
    const tempo = Math.round((60 + 40 * random()) / slow);
    const clean = random() < predictCleanProbability(mean, tempo / 100);
    return { id: `e${index}`, at: index * 3_600_000, kind: clean ? 'clean' : 'slipped', stage: 'tempo', tempo };
  });
};

const slow = (scale: number): HandProfile =>
  valueOrThrow(
    createHandProfile({ key: 'slow', name: 'Slow', scale: { p: scale, i: scale, m: scale, a: scale, c: scale } }),
  );

describe('what a hand is held up by', () => {
  test('a thumb alone follows only itself', () => {
    expect(findLimitingConstraint(analysePattern({ ...figure('6'), cyclic: true }))).toBe('p');
  });

  test.each([
    ['p', 'thumb, repeated'],
    ['i m', 'index and middle alternating'],
    ['pick', 'pick, repeated'],
  ])('%s is said as “%s”', (constraint, words) => {
    expect(sayMessage(describeConstraint(constraint))).toBe(words);
  });

  test('nothing, where nothing follows anything', () => {
    expect(findLimitingConstraint(analysePattern({ ...figure('6'), cyclic: false }))).toBeNull();
  });

  test('a hand half as quick again takes 1.5 times as long in everything', () => {
    for (const constraint of ['p', 'm', 'i m', 'm a', 'pick'])
      expect(computeTimeFactor({ ...slow(1.5), scale: { ...slow(1.5).scale, pick: 1.5 } }, constraint)).toBeCloseTo(
        1.5,
        9,
      );
  });

  test('two in turn go by the slower of them', () => {
    const hand = valueOrThrow(createHandProfile({ key: 'x', name: 'X', scale: { i: 1, m: 1.3 } }));
    expect(computeTimeFactor(hand, 'i m')).toBeCloseTo(1.3, 9);
  });

  test('a plan keeps the ceiling and the constraint of each stage that has strokes', () => {
    const { stages } = toLadderPlan(valueOrThrow(createLadder(figure('5 3 2 3'), { target: 90 })));
    const tempo = stages.find(({ key }) => key === 'tempo');
    expect(tempo?.ceiling).toBeGreaterThan(90);
    expect(tempo?.constraint).toMatch(/^(p|i|m|a|i m|p i|p m|m a|p a|i a)$/);
    expect(stages.find(({ key }) => key === 'position')?.constraint).toBeNull();
  });
});

describe('what practice says of a hand', () => {
  test.each([1, 1.3, 0.85])('attempts of a hand %d times as slow are heard as that', (factor) => {
    const [heard] = estimateConstraints([{ plan: planned('m'), events: attempts(factor, 400) }], 400 * 3_600_000);
    expect(heard?.constraint).toBe('m');
    expect(heard?.attempts).toBe(400);
    expect(Math.abs(Math.log((heard?.slowness ?? 0) / factor))).toBeLessThan(0.08);
  });

  test('a ladder made for a slower hand is held against that hand', () => {
    // Its ceilings are that hand's: the same strain there is a slower hand, not a better one.
    const events = attempts(1, 400);
    const [able] = estimateConstraints([{ plan: planned('m'), events }], 0);
    const [slower] = estimateConstraints([{ plan: planned('m', { hand: slow(1.4) }), events }], 0);
    expect((slower?.slowness ?? 0) / (able?.slowness ?? 1)).toBeCloseTo(1.4, 6);
  });

  test('constraints are kept apart, and what a plan says nothing of is left aside', () => {
    const old = { target: 60, stages: [{ key: 'tempo', name: 'Up to tempo', gate: 5, tempos: [60] }] };
    const found = estimateConstraints(
      [
        { plan: planned('m'), events: attempts(1, 40) },
        { plan: planned('i m'), events: attempts(1.3, 40, 9).map((one) => ({ ...one, id: `b${one.id}` })) },
        { plan: old, events: attempts(2, 40) },
      ],
      0,
    );
    expect(found.map(({ constraint }) => constraint).sort()).toEqual(['i m', 'm']);
  });

  test('whatever order they arrive in, and however often: the same', () => {
    const events = attempts(1.2, 60);
    const once = estimateConstraints([{ plan: planned('m'), events }], 0);
    fc.assert(
      fc.property(fc.shuffledSubarray([...events], { minLength: events.length }), (shuffled) => {
        expect(estimateConstraints([{ plan: planned('m'), events: [...shuffled, ...events.slice(0, 9)] }], 0)).toEqual(
          once,
        );
      }),
      { numRuns: 20 },
    );
  });

  test('the more is heard the less doubt, and days without practice bring some back', () => {
    const doubt = (count: number, later = 0): number =>
      estimateConstraints(
        [{ plan: planned('m'), events: attempts(1, count) }],
        count * 3_600_000 + later * MILLISECONDS_PER_DAY,
      )[0]?.doubt ?? 0;
    expect(doubt(200)).toBeLessThan(doubt(20));
    expect(doubt(200, 60)).toBeGreaterThan(doubt(200));
  });

  test('each day with attempts has its own figure', () => {
    const [heard] = estimateConstraints([{ plan: planned('m'), events: attempts(1, 72) }], 0);
    expect(heard?.days.map(({ day }) => day)).toEqual([0, 1, 2]);
    expect(heard?.days.at(-1)?.slowness).toBe(heard?.slowness);
  });
});

describe('a hand corrected by practice', () => {
  const heard = (constraint: string, factor: number, count = 400) =>
    estimateConstraints([{ plan: planned(constraint), events: attempts(factor, count) }], 0);

  test('a digit takes the scale that was heard; the others stay', () => {
    const abilities = heard('m', 1.3);
    const corrected = proposeHandCorrection(ABLE_ADULT_HAND, abilities);
    expect(corrected?.hand.scale.m).toBeCloseTo(abilities[0]?.slowness ?? 0, 6);
    expect(corrected?.hand.scale.i).toBe(1);
    expect(corrected?.corrections.map(({ constraint }) => constraint)).toEqual(['m']);
    expect(createHandProfile({ ...(corrected?.hand as HandProfile) }).ok).toBe(true);
  });

  test('after that nothing is left to correct', () => {
    for (const constraint of ['m', 'i m', 'm a', 'p']) {
      const abilities = heard(constraint, 1.3);
      expect(
        proposeHandCorrection(proposeHandCorrection(ABLE_ADULT_HAND, abilities)?.hand as HandProfile, abilities),
      ).toBeNull();
    }
  });

  test('few attempts, or a hand as it was taken to be, correct nothing', () => {
    expect(proposeHandCorrection(ABLE_ADULT_HAND, heard('m', 1.3, 8))).toBeNull();
    expect(
      proposeHandCorrection(
        ABLE_ADULT_HAND,
        heard('m', 1).map((one) => ({ ...one, slowness: 1.02 })),
      ),
    ).toBeNull();
    expect(proposeHandCorrection(HAND_PRESETS[0] as HandProfile, [])).toBeNull();
  });
});
