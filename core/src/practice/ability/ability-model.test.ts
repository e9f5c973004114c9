import { createSeededRandom, sampleNormal, type RandomSource } from '../../sound/index.ts';
import { ABILITY_MODEL, estimateAbilities, predictCleanProbability, type ConstraintHistory } from './ability-model.ts';
import type { StrainAttempts } from './session-filter.ts';

interface Truth {
  readonly ability: number;
  readonly sharpness: number;
  readonly daySpread: number;
}

/** Sessions of somebody whose attempts fall off as sharply as said, at strains around the ability. */
const practise = (
  random: RandomSource,
  { ability, sharpness, daySpread }: Truth,
  { sessions, attempts }: { readonly sessions: number; readonly attempts: number },
): ConstraintHistory => ({
  supposed: ABILITY_MODEL.priorMean,
  sessions: Array.from({ length: sessions }, (_, index) => {
    const form = ability + daySpread * sampleNormal(random);
    const rows = Array.from({ length: attempts }, (): StrainAttempts => {
      const strain = Math.exp(ability) * (0.8 + 0.35 * random());
      const clean = random() < 0.98 / (1 + Math.exp(sharpness * (Math.log(strain) - form)));
      return { strain, clean: clean ? 1 : 0, slipped: clean ? 0 : 1 };
    });
    return { day: index * 2, attempts: rows };
  }),
});

test('half of the attempts are clean at the ability, fewer beyond', () => {
  expect(predictCleanProbability(Math.log(0.8), 0.8)).toBeCloseTo(0.5, 12);
  expect(predictCleanProbability(0, 1.1)).toBeLessThan(predictCleanProbability(0, 0.9));
});

test.each([6, 8, 12, 18])(
  'of intervals of 95 %% nine in ten and more hold the truth where the sharpness is %d',
  (sharpness) => {
    const random = createSeededRandom(sharpness);
    const inside = Array.from({ length: 200 }, () => {
      const hand = 0.2 * sampleNormal(random);
      const truths = [0, 1, 2].map(() => ABILITY_MODEL.priorMean + hand + 0.14 * sampleNormal(random));
      const histories = truths.map((ability) =>
        practise(random, { ability, sharpness, daySpread: 0.03 }, { sessions: 4, attempts: 15 }),
      );
      return estimateAbilities(histories, 7).map(
        ({ now }, index) => Math.abs(now.mean - (truths[index] as number)) < 1.96 * Math.sqrt(now.variance),
      );
    }).flat();
    const share = inside.filter(Boolean).length / inside.length;
    expect(share).toBeGreaterThan(0.92);
  },
);

test('a digit hardly heard is taken to be like the others of its hand', () => {
  const random = createSeededRandom(3);
  const slow = { ability: ABILITY_MODEL.priorMean - 0.3, sharpness: 12, daySpread: 0 };
  const known = [1, 2, 3].map(() => practise(random, slow, { sessions: 6, attempts: 30 }));
  const hardly = practise(random, slow, { sessions: 1, attempts: 1 });
  const alone = estimateAbilities([hardly], 12)[0]?.now.mean ?? 0;
  const among = estimateAbilities([...known, hardly], 12)[3]?.now.mean ?? 0;
  expect(among - ABILITY_MODEL.priorMean).toBeLessThan(-0.2);
  expect(alone).toBeGreaterThan(among);
});

test('four slips say little', () => {
  const slips = {
    supposed: ABILITY_MODEL.priorMean,
    sessions: [{ day: 0, attempts: [{ strain: 0.5, clean: 0, slipped: 4 }] }],
  };
  const [heard] = estimateAbilities([slips], 0);
  expect(Math.sqrt(heard?.now.variance ?? 0)).toBeGreaterThan(0.12);
  expect(Math.exp(ABILITY_MODEL.priorMean - (heard?.now.mean ?? 0))).toBeLessThan(2.2);
});

test('days without practice bring doubt back, not much more than there was at first', () => {
  const history = practise(
    createSeededRandom(1),
    { ability: -0.2, sharpness: 12, daySpread: 0 },
    { sessions: 3, attempts: 40 },
  );
  const doubt = (today: number): number => estimateAbilities([history], today)[0]?.now.variance ?? 0;
  expect(doubt(60)).toBeGreaterThan(doubt(5));
  expect(doubt(100_000)).toBeLessThan(1.05 * (ABILITY_MODEL.handVariance + ABILITY_MODEL.digitVariance));
});
