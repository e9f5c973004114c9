import { say } from '@fleet-wren/wording';
import { expect, newStudio, test, violations } from './studio.ts';

test('a new studio shows three first steps, loads the demo, and removes it again', async ({ page }) => {
  await newStudio(page);
  await page.goto('/today');
  const steps = page.getByRole('region', { name: say('first-steps.title') });
  await expect(steps.getByRole('listitem')).toHaveCount(3);
  await expect(steps.getByRole('link', { name: say('first-steps.pattern-library') })).toBeVisible();
  expect(await violations(page)).toEqual([]);
  await steps.getByRole('button', { name: say('demo.load') }).click();
  await expect(page.getByText(say('demo.there'))).toBeVisible();
  await expect(steps).toBeHidden();
  await expect(page.getByRole('region', { name: say('students.wall') })).toContainText('Bertil Quay');
  await page.getByRole('button', { name: say('demo.remove') }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: say('demo.remove') })
    .click();
  await expect(page.getByText(say('demo.removed'))).toBeVisible();
  await expect(steps).toBeVisible();
});

test('the first steps are ticked off one by one, and go away when they are done', async ({ page }) => {
  await newStudio(page);
  await page.goto('/today');
  const steps = page.getByRole('region', { name: say('first-steps.title') });
  const done = steps.getByText(say('first-steps.done'), { exact: true });
  await steps.getByRole('button', { name: say('first-steps.hand-keep') }).click();
  await expect(done).toHaveCount(1);
  await steps.getByRole('button', { name: say('first-steps.pattern-blank') }).click();
  await expect(page.locator('.threads')).toBeVisible();
  await page.goto('/today');
  await expect(done).toHaveCount(2);
  await steps.getByRole('link', { name: say('first-steps.student-add') }).click();
  await page.getByLabel(say('students.new-students-name')).fill('Imre Sallow');
  await page.getByRole('button', { name: say('students.add-student'), exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Imre Sallow', level: 1 })).toBeVisible();
  await page.goto('/today');
  await expect(page.getByRole('heading', { name: say('common.today'), level: 1 })).toBeVisible();
  await expect(page.getByText(say('first-steps.title'))).toBeHidden();
});

test('help finds words and keys; a “?” on the bench explains a view and leads there', async ({ page, bench }) => {
  await bench.put('5 3');
  await page.getByRole('button', { name: say('help.about', { term: say('glossary.fingers-view.term') }) }).click();
  await expect(page.getByRole('tooltip')).toContainText(say('glossary.fingers-view.text'));
  await page.getByRole('link', { name: say('help.more') }).click();
  await expect(page.getByRole('heading', { name: say('help.title') })).toBeVisible();
  await expect(bench.threads).toBeHidden();
  expect(await violations(page)).toEqual([]);
  const search = page.getByLabel(say('help.search'));
  await search.fill('pinch');
  await expect(page.getByRole('term').first()).toBeVisible();
  await expect(page.getByText(say('glossary.pinch.text'))).toBeVisible();
  await expect(page.getByText(say('glossary.pin.text'))).toBeHidden();
  await search.fill('Ctrl+Z');
  await expect(page.getByRole('heading', { name: say('help.shortcuts') })).toBeVisible();
  await expect(page.getByText(say('glossary.pinch.text'))).toBeHidden();
  await search.fill('zzzz');
  await expect(page.getByText(say('help.none-found', { search: 'zzzz' }))).toBeVisible();
});
