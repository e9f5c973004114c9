import { createSeededRandom } from '../../sound/index.ts';
import { SKILL_CODES, type SkillCode } from '../skill.ts';
import { createSkillFigure } from '../skill-figures.ts';
import { drawLearner, playPass, sleep, LEARNING_LAWS } from '../simulation/skill-learner.ts';
import { createFigureDemand, type FigureDemand } from './figure-demand.ts';
import {
  createSkillBeliefs,
  followPractice,
  foreseeFigure,
  listSkillBeliefs,
  restUntil,
  type SkillAttempts,
} from './mastery-model.ts';

const demandOf = (code: SkillCode): FigureDemand => createFigureDemand(createSkillFigure(code));
const TREMOLO = demandOf('tremolo');

const attempts = (demand: FigureDemand, clean: number, slipped: number, day = 0): SkillAttempts => ({
  day,
  demand,
  tempo: demand.tempo,
  clean,
  slipped,
});

const chanceOf = (beliefs: Parameters<typeof listSkillBeliefs>[0], code: SkillCode): number =>
  listSkillBeliefs(beliefs).find((one) => one.code === code)?.chance ?? 0;

const demands = SKILL_CODES.map(demandOf);

test('what is foreseen falls with the tempo, figure by figure', () => {
  const beliefs = createSkillBeliefs();
  for (const demand of demands) {
    const chances = [0.5, 0.75, 1, 1.5, 2].map(
      (share) => foreseeFigure(beliefs, demand, demand.tempo * share).probability,
    );
    expect([...chances].sort((a, b) => b - a)).toEqual(chances);
  }
});

test('a clean pass never lowers, and a slip never raises, what is believed of the skills it asked for', () => {
  for (const demand of demands) {
    const before = createSkillBeliefs();
    const clean = followPractice(before, [attempts(demand, 5, 0)]);
    const slipped = followPractice(before, [attempts(demand, 0, 5)]);
    for (const { code } of demand.uses) {
      expect(chanceOf(clean, code)).toBeGreaterThan(chanceOf(before, code));
      expect(chanceOf(slipped, code)).toBeLessThan(chanceOf(before, code));
    }
  }
});

test('a slip at a known place is put down to what is there', () => {
  const before = createSkillBeliefs();
  const one = attempts(TREMOLO, 0, 4);
  const placed = followPractice(before, [{ ...one, slippedOn: Array.from({ length: 4 }, () => ['p-a'] as const) }]);
  const unplaced = followPractice(before, [one]);
  expect(chanceOf(placed, 'p-a')).toBeLessThan(chanceOf(unplaced, 'p-a'));
  expect(chanceOf(placed, 'tremolo')).toBeGreaterThan(chanceOf(unplaced, 'tremolo'));
});

test('one skill says something of others: more of its kind than of another', () => {
  const before = createSkillBeliefs();
  const after = followPractice(before, [attempts(demandOf('m-a'), 12, 0)]);
  const gain = (code: SkillCode): number =>
    (after.mean[SKILL_CODES.indexOf(code)] as number) - (before.mean[SKILL_CODES.indexOf(code)] as number);
  expect(gain('m-a')).toBeGreaterThan(gain('a-m'));
  expect(gain('a-m')).toBeGreaterThan(gain('palm-mute'));
  expect(gain('palm-mute')).toBeGreaterThan(0);
});

test('days without practice lower what is believed, and add to the doubt', () => {
  const quick = { ...attempts(TREMOLO, 60, 2, 0), tempo: TREMOLO.tempo * 3 };
  const now = followPractice(createSkillBeliefs(), [quick]);
  const later = restUntil(now, 90);
  const soon = restUntil(now, 1);
  expect(chanceOf(later, 'tremolo')).toBeLessThan(chanceOf(soon, 'tremolo'));
  const doubtOf = (beliefs: typeof now) => listSkillBeliefs(beliefs).find(({ code }) => code === 'tremolo')?.doubt ?? 0;
  expect(doubtOf(later)).toBeGreaterThan(doubtOf(soon));
  expect(later.lastDay).toEqual(now.lastDay);
});

test('variances stay positive through a year of random practice', () => {
  const random = createSeededRandom(11);
  let beliefs = createSkillBeliefs();
  for (let day = 0; day < 365; day += 1) {
    const demand = demands[Math.floor(random() * demands.length)] as FigureDemand;
    const clean = Math.floor(random() * 20);
    beliefs = followPractice(beliefs, [attempts(demand, clean, Math.floor(random() * 20), day)]);
  }
  for (const { chance, doubt } of listSkillBeliefs(beliefs)) {
    expect(doubt).toBeGreaterThan(0);
    expect(Number.isFinite(chance)).toBe(true);
  }
});

test('of passes foreseen at about 80 %, 76 to 84 % come true, whatever the law of learning', () => {
  const found = { passes: 0, clean: 0 };
  for (const law of LEARNING_LAWS)
    for (let student = 0; student < 20; student += 1) {
      const random = createSeededRandom(700 + student);
      const learner = drawLearner(law, random, 1.2 * random() - 0.2);
      let beliefs = createSkillBeliefs();
      for (let day = 0; day < 60; day += 1) {
        if (day % 4 === 0) sleep(learner, random);
        const demand = demands[Math.floor(random() * demands.length)] as FigureDemand;
        const tempo = demand.tempo * (0.5 + 2 * random());
        const { probability } = foreseeFigure(beliefs, demand, tempo);
        const passes = Array.from({ length: 8 }, () => playPass(learner, demand, tempo, random));
        const clean = passes.filter(Boolean).length;
        if (day >= 12 && Math.abs(probability - 0.8) < 0.05) {
          found.passes += 8;
          found.clean += clean;
        }
        beliefs = followPractice(beliefs, [{ day: Math.floor(day / 4), demand, tempo, clean, slipped: 8 - clean }]);
      }
    }
  expect(found.passes).toBeGreaterThan(400);
  expect(found.clean / found.passes).toBeGreaterThan(0.76);
  expect(found.clean / found.passes).toBeLessThan(0.84);
});
