import { PATTERN_LIBRARY } from '../../library/index.ts';
import { createFigureDemand } from '../mastery/figure-demand.ts';
import { createSkillBeliefs, mergeWeakest, followPractice, foreseeFigure } from '../mastery/mastery-model.ts';
import { createSkillFigure } from '../skill-figures.ts';
import { SKILLS, SKILL_CODES, withPrerequisites } from '../skill.ts';
import { planCourse } from './plan-course.ts';
import { listMissingSkills, listSkillStates } from './skill-states.ts';
import { suggestFigures, type CourseFigure } from './suggest-figures.ts';

const shelf: readonly CourseFigure[] = PATTERN_LIBRARY.map(({ key, pattern }) => ({
  id: key,
  demand: createFigureDemand(pattern),
}));
const small: readonly CourseFigure[] = SKILL_CODES.map((code) => ({
  id: `skill-${code}`,
  demand: createFigureDemand(createSkillFigure(code)),
}));
const figures = [...shelf, ...small].filter(({ demand }) => demand.uses.length > 0);
const targets = shelf.slice(-12).map(({ demand }) => ({ demand, tempo: demand.tempo }));
const levels = [-2, -1, 0, 1, 2, 3];

test('no suggestion has more than one new skill; all are clean seven to eight and a half times in ten, or none', () => {
  for (const level of levels)
    for (const target of [undefined, ...targets]) {
      const beliefs = createSkillBeliefs(level);
      const states = listSkillStates(beliefs);
      const suggested = suggestFigures(beliefs, figures, target ? { target } : {});
      const inside = suggested.filter(({ chance }) => chance >= 0.7 && chance <= 0.85);
      expect([0, suggested.length]).toContain(inside.length);
      for (const { id, newSkills, chance, tempo } of suggested) {
        expect(newSkills.length).toBeLessThanOrEqual(1);
        for (const code of newSkills) expect(states.get(code)).toBe('next');
        const { demand } = figures.find((figure) => figure.id === id) as CourseFigure;
        expect(foreseeFigure(beliefs, demand, tempo).probability).toBeCloseTo(chance, 6);
      }
    }
});

test('there is something to practise for every level but the one that has it all', () => {
  for (const level of levels)
    for (const target of targets) {
      const beliefs = createSkillBeliefs(level);
      const isThere = foreseeFigure(beliefs, target.demand, target.tempo).probability > 0.85;
      if (!isThere) expect(suggestFigures(beliefs, figures, { target }).length).toBeGreaterThan(0);
    }
});

test('what the teacher does not want is not suggested again', () => {
  const beliefs = createSkillBeliefs(0);
  const first = suggestFigures(beliefs, figures).map(({ id }) => id);
  const next = suggestFigures(beliefs, figures, { declined: new Set(first) }).map(({ id }) => id);
  expect(next.filter((id) => first.includes(id))).toEqual([]);
  const introduced = suggestFigures(createSkillBeliefs(-1), figures, { count: 20 }).flatMap((one) => one.newSkills);
  expect(introduced.length).toBeGreaterThan(0);
  const without = suggestFigures(createSkillBeliefs(-1), figures, { count: 20, declinedSkills: new Set(introduced) });
  expect(without.flatMap((one) => one.newSkills).filter((code) => introduced.includes(code))).toEqual([]);
});

test('the skills a target needs and the student lacks come with what is before them, in order', () => {
  const missing = listMissingSkills(createSkillBeliefs(-3), createFigureDemand(createSkillFigure('tremolo')));
  expect(missing).toEqual(withPrerequisites(['tremolo', 'p-a', 'a-m', 'm-i', 'one-string']));
  missing.forEach((code, place) => {
    const needs = SKILLS.find((skill) => skill.code === code)?.needs ?? [];
    for (const need of needs.filter((one) => missing.includes(one) && one !== code))
      if (SKILLS.find((skill) => skill.code === need)?.kind === SKILLS.find((skill) => skill.code === code)?.kind)
        expect(missing.indexOf(need)).toBeLessThan(place);
  });
});

test('a course comes nearer to its target, ends when it is likely clean, and begins with what is held', () => {
  for (const target of targets) {
    const beliefs = createSkillBeliefs(0);
    const held = [{ id: 'skill-p-i', tempo: 60, minutes: 20, newSkills: [] }];
    const course = planCourse(beliefs, figures, { target, weeks: 52, minutes: 90, held });
    expect(course.weeks[0]?.items[0]?.id).toBe('skill-p-i');
    const chances = course.weeks.map(({ chance }) => chance);
    expect(chances.at(-1)).toBeGreaterThanOrEqual(chances[0] as number);
    if (course.reachedIn !== null) expect(chances.at(-1)).toBeGreaterThanOrEqual(0.8);
    for (const { items } of course.weeks) expect(items.reduce((sum, { minutes }) => sum + minutes, 0)).toBeLessThan(95);
  }
});

test('more minutes a week never make a course longer by much', () => {
  const target = targets[0] as (typeof targets)[number];
  const weeksAt = (minutes: number): number =>
    planCourse(createSkillBeliefs(0), figures, { target, weeks: 52, minutes }).reachedIn ?? 52;
  expect(weeksAt(150)).toBeLessThanOrEqual(weeksAt(60) + 1);
});

test('whoever has practised a target cleanly has it', () => {
  const target = targets[0] as (typeof targets)[number];
  const passes = { day: 0, demand: target.demand, tempo: target.tempo, clean: 60, slipped: 1 };
  const beliefs = followPractice(createSkillBeliefs(), [passes]);
  expect(planCourse(beliefs, figures, { target, weeks: 4, minutes: 60 }).reachedIn).toBe(0);
});

test('what is held and not among the figures comes first, and nothing that asks for the same beside it', () => {
  const figure = { id: 'library', demand: createFigureDemand(createSkillFigure('p-i')) };
  const held = { id: 'assigned', demand: createFigureDemand(createSkillFigure('p-i')) };
  const course = planCourse(createSkillBeliefs(), [figure], {
    target: { demand: createFigureDemand(createSkillFigure('tremolo')), tempo: 90 },
    weeks: 1,
    minutes: 90,
    held: [{ id: 'assigned', tempo: 60, minutes: 0, newSkills: [] }],
    heldFigures: [held],
  });
  expect(course.weeks[0]?.items.map(({ id }) => id)).toEqual(['assigned']);
  expect(course.weeks[0]?.items[0]?.minutes).toBe(90);
});

test.each([0.66, 0.72, 0.86])(
  'a teacher who finds it too hard or too easy gets figures about a chance of %f',
  (aim) => {
    const beliefs = createSkillBeliefs(0);
    for (const { chance } of suggestFigures(beliefs, figures, { aim, count: 6 })) {
      expect(chance).toBeGreaterThan(aim - 0.09);
      expect(chance).toBeLessThan(aim + 0.08);
    }
  },
);

test('a plan for a group asks nobody for what is beyond the weakest of them', () => {
  const [strong, weak] = [createSkillBeliefs(1.5), createSkillBeliefs(-1)];
  const together = mergeWeakest([strong, weak]);
  const alone = suggestFigures(weak, figures, { count: 6 }).map(({ id, tempo }) => `${id} ${tempo}`);
  expect(suggestFigures(together, figures, { count: 6 }).map(({ id, tempo }) => `${id} ${tempo}`)).toEqual(alone);
  const mixed = mergeWeakest([
    { ...strong, mean: strong.mean.map((value, index) => (index === 0 ? value - 3 : value)) },
    { ...strong, mean: strong.mean.map((value, index) => (index === 1 ? value - 2 : value)) },
  ]);
  expect([...mixed.mean.slice(0, 3)]).toEqual([
    (strong.mean[0] as number) - 3,
    (strong.mean[1] as number) - 2,
    strong.mean[2],
  ]);
});
