import { validatePattern } from '../pattern/index.ts';
import { createSkillFigure } from './skill-figures.ts';
import { listSkillUses } from './list-skill-uses.ts';
import { SKILLS, withPrerequisites } from './skill.ts';

test.each(SKILLS)('the figure for $code shows it, and beside it only what comes before', ({ code }) => {
  const figure = createSkillFigure(code);
  expect(validatePattern(figure)).toEqual([]);
  const found = listSkillUses(figure).map((use) => use.code);
  expect(found).toContain(code);
  const known = new Set(withPrerequisites([code]));
  expect(found.filter((other) => !known.has(other))).toEqual([]);
});

test('what comes before a skill is never harder, and never comes after itself', () => {
  for (const { code, difficulty, needs } of SKILLS)
    for (const need of needs) {
      const before = SKILLS.find((skill) => skill.code === need);
      expect(before?.difficulty).toBeLessThanOrEqual(difficulty);
      expect(withPrerequisites([need])).not.toContain(code);
    }
});
