import { expect, openStudio, test, violations } from './studio.ts';
import { beginSong } from './song-studio.ts';

test('endings, a bar of another metre, a melody, a section’s tempo; a lick to the next chord', async ({ page }) => {
  await beginSong(page, 'Ferry lane', '| C | F | G | C |');
  await page.locator('.part').first().hover();
  await page
    .getByRole('button', { name: /once more$/ })
    .first()
    .click();
  await page.getByRole('button', { name: /another ending the last time/ }).click();
  const ending = page.getByRole('group', { name: 'Ending of time 2' });
  await ending.getByRole('button', { name: /Bar 1/ }).click();
  await page.getByLabel('Metre of the bar').selectOption('2/4');
  await expect(ending.getByText('2/4')).toBeVisible();
  await page
    .getByRole('button', { name: /^Bar 1, C/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Lick to the next chord' }).click();
  await expect(page.getByText(/The lick of C is repeated for F, 5 frets up/)).toBeVisible();
  await page.getByRole('button', { name: 'Melody', exact: true }).click();
  const bench = page.getByRole('dialog', { name: 'The melody over this bar' });
  await bench.getByRole('application').press('Enter');
  await bench.getByRole('button', { name: 'Into this bar only' }).click();
  await expect(page.getByRole('button', { name: /^Bar 1, C.*with a melody/ })).toBeVisible();
  await page.getByLabel(/^Tempo of/).fill('60');
  await page.keyboard.press('Enter');
  await expect(page.locator('.section-tempo-own')).toBeVisible();
  expect(await violations(page)).toEqual([]);
});

test('easier versions are kept as songs, other schools compared, motifs go to a set', async ({ page }) => {
  await beginSong(page, 'Ferry lane', '| C | F | G | C |');
  await page.getByRole('button', { name: 'Compare ceilings by section' }).click();
  await expect(page.getByRole('region', { name: 'In other schools' }).getByRole('article')).toHaveCount(4);
  await page.getByRole('button', { name: 'All of it to a drill set' }).click();
  await expect(page.getByText(/in the set “Ferry lane”/)).toBeVisible();
  await page.getByRole('button', { name: 'keep it: the thumb alone, as a song' }).click();
  await expect(page.getByLabel('Name of the song')).toHaveValue('Ferry lane, the thumb alone');
});

test('harmonics: what each string sounds, a cascade by clicking, in a tuning of one’s own, to the bench', async ({
  page,
}) => {
  await openStudio(page);
  await page.goto('/songs');
  await page.getByRole('link', { name: 'Harmonics' }).click();
  await expect(page.getByText('Together they make')).toContainText('G major');
  await page.getByRole('button', { name: 'Begin anew' }).click();
  await page.getByRole('button', { name: /String 6, touched over fret 15: G3/ }).click();
  await page.getByRole('button', { name: /String 2, fret 3, as it is/ }).click();
  await expect(page.getByRole('list', { name: 'Cascade' }).getByRole('listitem')).toHaveCount(2);
  expect(await violations(page)).toEqual([]);
  await page.getByLabel('Tuning').selectOption('another tuning …');
  await page.getByLabel('Notes from the lowest string up').fill('E B E G# B E');
  await expect(page.getByText(/Strings 5, 4, 3 go up/)).toBeVisible();
  await page.getByRole('button', { name: 'Tune so' }).click();
  await expect(page.getByLabel('Tuning')).toHaveValue('E B E G♯ B E');
  await page.getByRole('button', { name: 'To the bench' }).click();
  await expect(page.getByLabel('Name of the pattern')).toHaveValue(/Cascade over/);
  await expect(page.getByLabel('Tuning')).toHaveValue('E B E G♯ B E');
});

test('favourite shapes stand first, and necks turn round for a left-handed player', async ({ page }) => {
  await openStudio(page);
  await page.goto('/harmonics');
  await page.getByRole('button', { name: /^Shape/ }).click();
  await page.getByLabel('Chord symbol or frets').fill('Am7/G');
  const shapes = page.getByRole('list', { name: /Shapes/ }).getByRole('listitem');
  await expect(shapes.nth(2)).toContainText('Am7/G');
  const liked = shapes.nth(2).getByRole('button', { name: /at hand/ });
  const name = await liked.getAttribute('aria-label');
  await liked.click();
  await expect(shapes.first().getByRole('button', { name: /at hand/ })).toHaveAttribute('aria-label', name ?? '');
  await page.keyboard.press('Escape');
  // Changed before what was asked for has come: what comes late does not take it back.
  let come = (): void => undefined;
  const late = new Promise<void>((resolve) => (come = resolve));
  await page.route('**/api/settings', async (route) => {
    if (route.request().method() === 'GET') await late;
    await route.continue();
  });
  await page.goto('/set-up/drawing');
  const turned = page.getByLabel('as a left-handed player sees them');
  await turned.check();
  const kept = page.waitForResponse(
    (answer) => answer.url().endsWith('/api/settings') && answer.request().method() === 'PUT',
  );
  come();
  await kept;
  await expect(turned).toBeChecked();
  await expect(page.locator('.neck g').first()).toHaveAttribute('transform', /scale\(-1/);
  expect(await violations(page)).toEqual([]);
  // Changed again while the change before is still being saved: what that one comes back with is out of date.
  let save = (): void => undefined;
  const saved = new Promise<void>((resolve) => (save = resolve));
  await page.route('**/api/settings', async (route) => {
    if (route.request().method() === 'PUT') await saved;
    await route.continue();
  });
  let answers = 0;
  page.on('response', (answer) => {
    if (answer.url().endsWith('/api/settings') && answer.request().method() === 'PUT') answers += 1;
  });
  await turned.uncheck();
  await turned.check();
  await turned.uncheck();
  save();
  // All three are saved, one after another.
  await expect.poll(() => answers).toBe(3);
  await expect(turned).not.toBeChecked();
  await page.reload();
  await expect(turned).not.toBeChecked();
});
