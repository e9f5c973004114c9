import { say } from '@fleet-wren/wording';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import type { Download, Page } from '@playwright/test';
import { expect, openStudio, test, violations } from './studio.ts';

const contentOf = async (page: Page, label: string): Promise<{ name: string; content: Buffer }> => {
  await page.getByRole('button', { name: say('bench.export') }).click();
  const [download]: [Download, void] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: label }).click(),
  ]);
  return { name: download.suggestedFilename(), content: readFileSync(await download.path()) };
};

test('sign in to the demo studio, search, and sign out', async ({ page }) => {
  await page.goto('/');
  await page.getByLabel(say('sign-in.email')).fill('teacher@fleet-wren.example');
  await page.getByLabel(say('sign-in.password')).fill('wrong');
  await page.getByRole('button', { name: say('sign-in.sign-in') }).click();
  await expect(page.getByRole('alert')).toHaveText('The email address or the password is wrong.');
  await page.getByLabel(say('sign-in.password')).fill('seven reeds at dusk');
  await page.getByRole('button', { name: say('sign-in.sign-in') }).click();
  await expect(page.getByRole('heading', { name: say('common.today'), exact: true })).toBeVisible();
  await page.getByRole('link', { name: say('common.patterns') }).click();
  await expect(page.getByRole('listitem')).toHaveCount(12);
  await page.getByLabel(say('common.search-patterns')).fill('ferry');
  await expect(page.getByRole('listitem')).toHaveCount(2);
  await page.getByLabel(say('common.search-patterns')).fill('no such thing');
  await expect(
    page.getByText(say('patterns.none-match', { search: 'no such thing', narrowed: 'false' })),
  ).toBeVisible();
  await page.getByRole('link', { name: say('common.students') }).click();
  await expect(page.getByRole('link', { name: 'Ottoline Marsh' })).toBeVisible();
  await page.getByRole('button', { name: say('common.sign-out') }).click();
  await expect(page.getByRole('heading', { name: say('sign-in.sign-in') })).toBeVisible();
});

test('a studio is opened at the door, and its desk is empty', async ({ page }) => {
  await page.goto('/register');
  await page.getByLabel(say('sign-in.studio-name')).fill('Lock house');
  await page.getByLabel(say('sign-in.your-name')).fill('Nell Sluice');
  await page.getByLabel(say('sign-in.email')).fill(`${randomUUID()}@lock.example`);
  await page.getByLabel(say('sign-in.password')).fill('a password long enough');
  await page.getByRole('button', { name: say('sign-in.create-studio') }).click();
  const codes = page.getByRole('dialog', { name: say('shell.save-your-recovery-codes') });
  await expect(codes.getByRole('listitem')).toHaveCount(8);
  expect(await violations(page)).toEqual([]);
  await codes.getByRole('button', { name: say('shell.i-saved-them') }).click();
  await expect(codes).toBeHidden();
  await expect(page.getByRole('heading', { name: say('common.today'), exact: true })).toBeVisible();
  await page.getByRole('link', { name: say('common.patterns'), exact: true }).click();
  await expect(page.getByText(say('patterns.create-your-first-pattern'))).toBeVisible();
});

test('duplicate, delete, and take the deletion back', async ({ bench }) => {
  const { page } = bench;
  await bench.click(0, 5);
  await bench.saved();
  await page.getByRole('link', { name: say('common.patterns') }).click();
  await page.getByRole('button', { name: say('patterns.more-actions-for', { name: 'New pattern' }) }).click();
  await page.getByRole('button', { name: say('common.duplicate') }).click();
  expect(await bench.strokes()).toEqual(['beat 1, string 5, thumb']);
  await page.getByRole('link', { name: say('common.patterns') }).click();
  await expect(page.getByRole('listitem')).toHaveCount(2);
  await page.getByRole('button', { name: say('patterns.more-actions-for', { name: 'New pattern (copy)' }) }).click();
  await page.getByRole('button', { name: say('common.delete') }).click();
  await expect(page.getByRole('listitem')).toHaveCount(1);
  await page.getByRole('button', { name: say('common.undo') }).click();
  await expect(page.getByRole('listitem')).toHaveCount(2);
});

test('take it away as tablature, MIDI and JSON, and bring the JSON in again', async ({ bench }) => {
  const { page } = bench;
  await bench.put('5 . . . 3 . . . 2 . . . 1');
  const strokes = await bench.strokes();
  await bench.saved();
  const tab = await contentOf(page, say('common.tablature-txt'));
  expect(tab.name).toBe('new-pattern.txt');
  expect(tab.content.toString()).toMatch(/1 {2}e {2}& {2}a[\s\S]*A {2}5 \|-3-[\s\S]*p +i +m +a/);
  const midi = await contentOf(page, say('common.midi-mid'));
  expect(midi.content.subarray(0, 4).toString()).toBe('MThd');
  const json = await contentOf(page, say('bench.fleet-wren-pattern-json'));
  await page.getByRole('link', { name: say('common.patterns') }).click();
  await page.getByRole('link', { name: say('common.import') }).click();
  await page
    .getByLabel(say('import.file-to-import'))
    .setInputFiles({ name: json.name, mimeType: 'application/json', buffer: json.content });
  await page.getByRole('button', { name: say('import.save-as-pattern'), exact: true }).click();
  await expect(page.getByLabel(say('bench.pattern-name'))).toHaveValue('New pattern');
  expect(await bench.strokes()).toEqual(strokes);
});

test('an address that never was one is said to be none', async ({ page }) => {
  await openStudio(page);
  await page.goto('/patterns/anything');
  await expect(page.getByRole('heading', { name: say('shell.no-page') })).toBeVisible();
  await page.getByRole('link', { name: say('shell.go-to-today') }).click();
  await expect(page.getByRole('heading', { name: say('common.today'), level: 1 })).toBeVisible();
});

test('files that cannot be taken in are refused in a sentence, and nothing is added', async ({ page }) => {
  await openStudio(page);
  const good = JSON.stringify({ format: 'fleet-wren-pattern', version: 1, pattern: { name: 'x' } });
  const files: readonly [string, string, RegExp][] = [
    ['other.json', '{"format": "waltz"}', /not a Fleet Wren file of the right kind/],
    ['cut.json', good.slice(0, 40), /ends early at line 1, column 41/],
    ['new.json', good.replace('"version":1', '"version":7'), /newer version \(format 7/],
    ['holes.json', good, /At pattern\.metre: this field is missing/],
    ['huge.json', ' '.repeat(9_000_000), /9 MB; the limit is 2 million characters/],
  ];
  await page.getByRole('link', { name: say('common.import') }).click();
  for (const [name, content, words] of files) {
    await page
      .getByLabel(say('import.file-to-import'))
      .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(content) });
    await expect(page.getByRole('alert')).toHaveText(words);
  }
  await page.getByRole('link', { name: say('common.all-patterns') }).click();
  await expect(page.getByText(say('patterns.create-your-first-pattern'))).toBeVisible();
});

for (const scheme of ['light', 'dark'] as const)
  test(`axe finds nothing on door, list, bench and overlay, ${scheme}`, async ({ page }) => {
    await page.emulateMedia({ colorScheme: scheme, reducedMotion: 'reduce' });
    await page.goto('/');
    await expect(page.getByRole('heading', { name: say('sign-in.sign-in') })).toBeVisible();
    expect(await violations(page)).toEqual([]);
    await page.getByLabel(say('sign-in.email')).fill('teacher@fleet-wren.example');
    await page.getByLabel(say('sign-in.password')).fill('seven reeds at dusk');
    await page.getByRole('button', { name: say('sign-in.sign-in') }).click();
    await page.getByRole('link', { name: say('common.patterns'), exact: true }).click();
    await expect(page.getByRole('listitem')).toHaveCount(12);
    expect(await violations(page)).toEqual([]);
    await page.getByRole('link', { name: 'Lantern pinches' }).click();
    await expect(page.locator('.threads')).toHaveAttribute('data-judged', 'yes');
    await page.locator('[data-stroke]').nth(4).click();
    await expect(page.getByLabel(say('bench.selected-note'))).toContainText('Next choice');
    expect(await violations(page)).toEqual([]);
    await page.keyboard.press('?');
    await expect(page.getByRole('dialog')).toBeVisible();
    expect(await violations(page)).toEqual([]);
  });
