import type { Page } from '@playwright/test';
import { PATTERN_LIBRARY, type Pattern } from '@fleet-wren/core';
import { say } from '@fleet-wren/wording';
import { expect, newStudio, test, violations } from './studio.ts';

interface Named {
  readonly id: string;
  readonly name: string;
}

const goal = PATTERN_LIBRARY.find(({ key }) => key === 'tremolo') ?? PATTERN_LIBRARY[4];

test('from a goal to what comes next: marked, assigned, left out, planned', async ({ page }) => {
  await newStudio(page);
  const pattern: Pattern = { ...(goal?.pattern as Pattern), name: 'Rain on the lock' };
  await page.request.post('/api/patterns', { data: { pattern } });
  const body = { name: 'Perrin Vale', about: {} };
  const student = (await (await page.request.post('/api/students', { data: body })).json()) as Named;

  await page.goto(`/students/${student.id}`);
  await page.getByRole('link', { name: say('course.skills') }).click();
  await expect(page.getByText(say('course.nothing-heard', { name: student.name }))).toBeVisible();
  const map = page.getByRole('region', { name: say('course.map') });

  await page.getByRole('button', { name: say('course.choose-pattern') }).click();
  await page.getByRole('button', { name: /Rain on the lock/ }).click();
  await expect(page.getByRole('heading', { name: say('course.map-toward', { goal: pattern.name }) })).toBeVisible();
  expect(await violations(page)).toEqual([]);

  const steady = map.getByRole('button', { name: /^Steady thumb,/ });
  await expect(steady).toHaveAccessibleName(/next|later/);
  await steady.focus();
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: say('course.has-it', { name: student.name }) }).click();
  await expect(steady).toHaveAccessibleName(`Steady thumb, ${say('course.state-known')}`);

  const next = page.getByRole('region', { name: say('course.next') });
  const first = next.getByRole('listitem').first();
  const name = (await first.getByRole('heading').textContent()) ?? '';
  await first.getByRole('button', { name: say('course.assign') }).click();
  await expect(first.getByText(say('course.assigned-already'))).toBeVisible();
  const assigned = (await (await page.request.get(`/api/students/${student.id}/assignments`)).json()) as Named[];
  expect(assigned.map((one) => one.name)).toEqual([name]);

  const why = page.getByRole('button', { name: /^Not this: / });
  const second = next.getByRole('listitem').filter({ has: why });
  const declined = (await second.first().getByRole('heading').textContent()) ?? '';
  await second.first().getByRole('button').last().click();
  await page.getByRole('button', { name: say('course.not-this-figure') }).click();
  await expect(next.getByRole('heading', { name: declined, exact: true })).toHaveCount(0);
  await next.getByRole('button', { name: say('course.suggest-all-again') }).click();
  await expect(next.getByRole('heading', { name: declined, exact: true })).toBeVisible();

  // Too hard: what is suggested next is likelier to be clean than anything before.
  const chances = async (): Promise<number[]> =>
    (await next.getByText(/% likely/).allTextContents()).map((text) => Number(/(\d+)%/.exec(text)?.[1]));
  const before = Math.max(...(await chances()));
  for (let press = 0; press < 2; press += 1) {
    await second.first().getByRole('button').last().click();
    await page.getByRole('button', { name: say('course.too-hard') }).click();
    await expect(next.getByText(/Easier than usual/)).toBeVisible();
  }
  await expect.poll(async () => Math.max(...(await chances()))).toBeGreaterThanOrEqual(before);
  await next.getByRole('button', { name: say('course.suggest-all-again') }).click();
  await expect(next.getByText(/Easier than usual/)).toHaveCount(0);

  const course = page.getByRole('region', { name: say('course.plan') });
  await course.getByLabel(say('course.weeks')).selectOption('52');
  await course.getByLabel(say('course.minutes')).selectOption('300');
  await expect(course.getByRole('row').nth(1)).toContainText(say('course.week', { week: 1 }));

  await course.getByRole('link', { name: say('course.sheet') }).click();
  const title = say('course.sheet-title', { name: student.name, goal: pattern.name });
  await expect(page.getByRole('heading', { name: title })).toBeVisible();
  await expect(page.getByText(/300 minutes a week/)).toBeVisible();
  await expect(page.locator('.course-figure .threads').first()).toBeVisible();
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('navigation')).toHaveCount(0);
});

/** How likely the goal is said to be clean today, in per cent. */
const goalChance = async (page: Page): Promise<number> => {
  const text = await page.getByText(/% likely clean at \d+ bpm today/).textContent();
  return Number(/(\d+)%/.exec(text ?? '')?.[1]);
};

test('a week from suggestion to replanned course: passes make skills known and the goal likelier', async ({ page }) => {
  await newStudio(page);
  const pattern: Pattern = { ...(goal?.pattern as Pattern), name: 'Rain on the lock' };
  const kept = (await (await page.request.post('/api/patterns', { data: { pattern } })).json()) as Named;
  const body = { name: 'Junia Weir', about: { goal: { kind: 'pattern', id: kept.id } } };
  const student = (await (await page.request.post('/api/students', { data: body })).json()) as Named;
  await page.goto(`/students/${student.id}/skills`);
  const next = page.getByRole('region', { name: say('course.next') });
  await next
    .getByRole('button', { name: say('course.assign') })
    .first()
    .click();
  await expect(next.getByText(say('course.assigned-already'))).toBeVisible();
  const before = await goalChance(page);
  const course = page.getByRole('region', { name: say('course.plan') });
  const planned = await course.getByRole('table').textContent();

  const [item] = (await (await page.request.get(`/api/students/${student.id}/assignments`)).json()) as {
    readonly id: string;
    readonly plan: { readonly stages: readonly { readonly key: string; readonly tempos: readonly number[] }[] };
  }[];
  const stage = item?.plan.stages.find(({ key }) => key === 'tempo');
  const events = Array.from({ length: 40 }, (_, index) => ({
    assignment: item?.id,
    event: {
      id: crypto.randomUUID(),
      at: Date.now() - 60_000 * (41 - index),
      kind: 'clean',
      stage: 'tempo',
      tempo: stage?.tempos.at(-1),
    },
  }));
  await page.request.post(`/api/students/${student.id}/events`, { data: { events } });
  await page.reload();
  await expect(page.getByText(say('course.map-how'))).toBeVisible();
  const known = page.getByRole('button', { name: new RegExp(`, ${say('course.state-known')}$`) });
  await expect(known.first()).toBeVisible();
  expect(await goalChance(page)).toBeGreaterThan(before);
  expect(await course.getByRole('table').textContent()).not.toBe(planned);
});

test('the studio’s skills: who has what, what patterns teach, a hole filled, what is played alike', async ({
  page,
}) => {
  await newStudio(page);
  for (const name of ['Quay steps', 'Quay steps, quick'])
    await page.request.post('/api/patterns', { data: { pattern: { ...(goal?.pattern as Pattern), name } } });
  await page.request.post('/api/students', { data: { name: 'Hedda Lock', about: { knownSkills: ['thumb-steady'] } } });
  await page.goto('/students');
  await page.getByRole('link', { name: say('course.studio') }).click();
  await expect(page.getByRole('link', { name: 'Hedda Lock' })).toBeVisible();
  await expect(page.locator('title', { hasText: 'Hedda Lock: Steady thumb, known' })).toHaveCount(1);
  const alike = page.getByRole('region', { name: say('course.alike') });
  await expect(alike.getByRole('link')).toHaveCount(2);
  const hole = page.getByRole('listitem').filter({ hasText: 'Little finger' });
  await hole.getByRole('button', { name: say('course.coverage-add') }).click();
  await expect(hole.getByRole('link', { name: 'Little finger' })).toBeVisible();
  expect(await violations(page)).toEqual([]);
});
