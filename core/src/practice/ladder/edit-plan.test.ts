import { sayMessage } from '@fleet-wren/wording';
import fc from 'fast-check';
import { valueOrThrow } from '../../errors/index.ts';
import { parseStringNotation } from '../../formats/index.ts';
import {
  addCustomStage,
  limitPlanTempo,
  updateStage,
  checkPlan,
  removeStage,
  createLadder,
  moveStage,
  toLadderPlan,
  computeProgress,
  listRemovedStages,
  restoreStage,
  type LadderPlan,
} from '../index.ts';

const { pattern } = valueOrThrow(parseStringNotation('5 3 2 3', { tempo: 90, subdivision: 2 }));
const ladder = valueOrThrow(createLadder(pattern, { target: 96 }));
const plan = toLadderPlan(ladder);
const keys = ({ stages }: LadderPlan): string => stages.map(({ key }) => key).join(' ');

describe('arranging a ladder', () => {
  test('as it was made nothing follows but what the ladder said itself', () => {
    expect(checkPlan(ladder, plan)).toEqual([]);
  });

  test('a stage dropped is said by the one it prepared, and can be taken up at its place', () => {
    const without = removeStage(plan, 'thumb');
    expect(keys(without)).not.toContain('thumb');
    expect(checkPlan(ladder, without).map(sayMessage)).toEqual([
      '“Fingers only” now starts without “Thumb only”, which prepares for it.',
    ]);
    expect(listRemovedStages(ladder, without).map(({ key }) => key)).toEqual(['thumb']);
    expect(restoreStage(ladder, without, 'thumb')).toEqual(plan);
  });

  test('whatever is dropped and in whatever order it is taken up again: the plan as it was', () => {
    const all = plan.stages.map(({ key }) => key);
    fc.assert(
      fc.property(fc.shuffledSubarray(all, { maxLength: all.length - 1 }), fc.nat(), (dropped, seed) => {
        const without = dropped.reduce(removeStage, plan);
        const back = dropped
          .map((key, index) => ({ key, by: (index * 7919 + seed) % 101 }))
          .sort((a, b) => a.by - b.by);
        expect(back.reduce((now, { key }) => restoreStage(ladder, now, key), without)).toEqual(plan);
      }),
    );
  });

  test('the last stage of all stays', () => {
    const one = { ...plan, stages: plan.stages.slice(0, 1) };
    expect(removeStage(one, plan.stages[0]?.key ?? '')).toBe(one);
  });

  test('moving keeps every stage, and says where what prepares comes after', () => {
    const moved = moveStage(plan, 'thumb', plan.stages.length - 1);
    expect(keys(moved).split(' ').sort()).toEqual(keys(plan).split(' ').sort());
    expect(moved.stages.at(-1)?.key).toBe('thumb');
    expect(checkPlan(ladder, moved).map(sayMessage)).toContain(
      '“Fingers only” now comes before “Thumb only”, which prepares for it.',
    );
    expect(moveStage(plan, 'nothing of the kind', 0)).toBe(plan);
  });

  test('a tempo pinned beyond the hand says so, and one below the target that it ends there', () => {
    const ceiling = Math.floor(ladder.maxTempo ?? 0);
    const beyond = updateStage(plan, 'tempo', { tempos: [ceiling + 20] });
    expect(checkPlan(ladder, beyond).map(sayMessage)).toEqual([
      `“Up to tempo” at ${ceiling + 20} bpm is above this hand’s max tempo there (${ceiling} bpm).`,
      expect.stringMatching(/^Limited by: (thumb|index|middle).*\.$/),
    ]);
    const low = updateStage(plan, 'tempo', { tempos: [70] });
    expect(checkPlan(ladder, low).map(sayMessage)).toEqual(['The fastest stage is 70 bpm; the target is 96 bpm.']);
  });

  test('a stage of the teacher’s own has a key of its own, the whole figure’s ceiling, and can be practised', () => {
    const two = addCustomStage(addCustomStage(plan, { name: 'For somebody', tempo: 80 }), {
      name: 'Outside',
      tempo: 84,
    });
    const own = two.stages.slice(-2);
    expect(own.map(({ key }) => key)).toEqual(['own-1', 'own-2']);
    expect(own[0]?.ceiling).toBe(plan.stages.find(({ key }) => key === 'tempo')?.ceiling);
    const alone = { ...two, stages: own };
    const clean = (number: number) =>
      ({ id: `c${number}`, at: number, kind: 'clean', stage: 'own-1', tempo: 80 }) as const;
    expect(computeProgress(alone, [1, 2, 3, 4, 5].map(clean)).stage).toBe(1);
  });

  test('a remark of the teacher’s own is kept with its stage', () => {
    const changed = updateStage(plan, 'muted', { remark: 'As if somebody slept next door.' });
    expect(changed.stages.filter(({ remark }) => remark).map(({ key }) => key)).toEqual(['muted']);
  });
});

test('nothing is played faster than a limit, and what is slower stays', () => {
  const stage = (key: string, ...tempos: readonly number[]) => ({ key, name: key, gate: 5, tempos });
  const plan = { target: 90, stages: [stage('a', 50), stage('b', 80), stage('c', 60, 70, 80, 90), stage('d')] };
  expect(limitPlanTempo(plan, 70).stages.map(({ tempos }) => tempos)).toEqual([[50], [70], [60, 70], []]);
  expect(limitPlanTempo(plan, 90)).toEqual(plan);
});
