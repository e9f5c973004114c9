import { readFileSync } from 'node:fs';
import { newSong, writeSongFile } from '@fleet-wren/core';
import { beginSong } from './song-studio.ts';
import { expect, openStudio, test, violations } from './studio.ts';
import type { Page } from '@playwright/test';

const saved = (page: Page) => expect(page.locator('.saving')).toHaveText('saved');

const bars = (page: Page) => page.locator('.song-bar');

test('a song from a pasted chart: read before it is kept, judged as a whole', async ({ page }) => {
  await openStudio(page);
  await page.goto('/songs');
  await page.getByRole('button', { name: 'Begin the first song' }).click();
  await page.getByLabel('Begin from').selectOption('own');
  await page.getByRole('textbox', { name: 'Chord chart' }).fill('Verse:\n| C | Gq |');
  await expect(page.getByRole('alert')).toContainText('Line 2, column 7: “Gq” is no chord');
  await expect(page.getByRole('button', { name: 'Begin this song' })).toBeDisabled();
  await page.getByRole('textbox', { name: 'Chord chart' }).fill('Verse:\n| C | G |\nChorus:\n| F . G . | C | x2');
  await expect(page.getByLabel('What was read')).toContainText('Chorus');
  expect(await violations(page)).toEqual([]);
  await page.getByRole('button', { name: 'Begin this song' }).click();
  await expect(bars(page)).toHaveCount(4);
  await expect(page.getByRole('navigation', { name: 'Form' })).toContainText('Chorus×2');
  await expect(page.getByLabel('What there is to learn')).toContainText('then 6 of 6 bars');
  expect(await violations(page)).toEqual([]);
});

test('by keyboard alone: bars are walked, repeated, moved, taken out, and taken back', async ({ page }) => {
  await beginSong(page, 'Low water', '| C | G | Am | F |');
  await page.locator('.song-sections').click({ position: { x: 5, y: 5 } });
  await page.keyboard.press('ArrowRight');
  await expect(bars(page).nth(1)).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('Shift+ArrowRight');
  await expect(page.getByRole('heading', { name: 'Bars 2 to 3' })).toBeVisible();
  await page.keyboard.press('Control+d');
  await expect(bars(page)).toHaveCount(6);
  await page.keyboard.press('Delete');
  await expect(bars(page)).toHaveCount(4);
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('Alt+ArrowRight');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(bars(page)).toHaveCount(4);
  await saved(page);
  await page.reload();
  await expect(bars(page)).toHaveCount(4);
});

test('by mouse: chords, a shape, a figure from a pattern, and how far a change goes', async ({ page }) => {
  await beginSong(page, 'Low water', '| C | G | Am | F |');
  await bars(page).nth(2).click();
  await page.getByLabel('Chords of the bar').fill('Dm . G7 .');
  await page.getByLabel('Chords of the bar').press('Enter');
  await expect(bars(page).nth(2)).toHaveAccessibleName(/Dm G7/);
  await page.getByLabel('Chords of the bar').fill('Dm Qx');
  await page.getByLabel('Chords of the bar').press('Enter');
  await expect(page.getByRole('alert')).toContainText('“Qx” is no chord');
  await page.getByTitle('Another shape for Dm, wherever it comes').click();
  await expect(page.getByLabel('Shapes, the easiest first').getByRole('listitem').first()).toBeVisible();
  expect(await violations(page)).toEqual([]);
  await page
    .getByRole('button', { name: /^Take Dm/ })
    .nth(1)
    .click();
  await page.getByLabel('A change goes').selectOption('everywhere');
  await page.getByLabel('Figure', { exact: true }).selectOption('rest');
  await expect(page.getByText('Nothing sets a tempo ceiling yet.')).toBeVisible();
  await page.getByRole('button', { name: 'Take back' }).click();
  await page.getByLabel('A change goes').selectOption('here');
  await page.getByLabel('Figure', { exact: true }).selectOption('rest');
  await expect(page.getByLabel('What there is to learn')).toContainText('3 bars');
  await saved(page);
});

test('the form: a section once more, out of the form, and copied', async ({ page }) => {
  await beginSong(page, 'Low water', 'Verse:\n| C | G |\nChorus:\n| F | C |');
  const form = page.getByRole('navigation', { name: 'Form' });
  await form.getByRole('button', { name: /A Verse/ }).hover();
  await form.getByRole('button', { name: 'Verse once more' }).click();
  await expect(form).toContainText('Verse×2');
  await expect(page.getByLabel('What there is to learn')).toContainText('of 6 bars');
  await page.getByRole('button', { name: 'Copy Chorus' }).click();
  await expect(bars(page)).toHaveCount(6);
  await page.getByRole('button', { name: 'Take Verse out' }).click();
  await expect(bars(page)).toHaveCount(4);
  await expect(form).not.toContainText('Verse');
});

test('a song is heard, whole and in part, and taken to the bench', async ({ page }) => {
  await beginSong(page, 'Low water', '| C | G |');
  await page.getByRole('button', { name: 'chosen bars' }).click();
  await page.getByRole('button', { name: 'Play' }).click();
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible();
  await page.getByRole('button', { name: 'Stop' }).click();
  await page.getByRole('button', { name: 'To the bench', exact: true }).click();
  await expect(page.getByLabel('Name of the pattern')).toHaveValue('Low water, a part');
});

test('two windows on one song: the later one is told, and nothing is overwritten', async ({ page, context }) => {
  await beginSong(page, 'Low water', '| C | G |');
  await saved(page);
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(other.getByText('a minute is the ceiling')).toBeVisible();
  const setTempo = async (window: Page, tempo: string): Promise<void> => {
    await window.getByLabel('Tempo, beats a minute').fill(tempo);
    await window.getByLabel('Tempo, beats a minute').press('Enter');
  };
  await setTempo(other, '96');
  await saved(other);
  await setTempo(page, '70');
  await expect(page.getByRole('dialog')).toContainText('This song was changed in another window');
  await page.getByRole('button', { name: 'Take the other' }).click();
  await expect(page.getByLabel('Tempo, beats a minute')).toHaveValue('96');
});

test('any chord on the bench: its shapes by ease, or a shape written as frets', async ({ bench }) => {
  const { page } = bench;
  await page.getByLabel('Chord', { exact: true }).selectOption('…');
  await page.getByLabel('Chord symbol or frets').fill('F#m7b5');
  await expect(page.getByRole('button', { name: /^Take F#m7b5/ }).first()).toBeVisible();
  await page.getByLabel('Chord symbol or frets').fill('F#m7b5x');
  await expect(page.getByRole('alert')).toContainText('“x” is not known');
  await page.getByLabel('Chord symbol or frets').fill('x 3 2 0 1 0');
  await page.getByRole('button', { name: /^Take x 3 2 0 1 0/ }).click();
  await expect(page.locator('.bench-chord')).toContainText('× 3 2 0 1 0');
});

test('a school is learnt from pins, shown with what it changes, and kept', async ({ page }) => {
  await openStudio(page);
  await page.goto('/set-up/schools');
  await page.getByRole('button', { name: 'Learn one from your pins' }).click();
  await page.getByRole('button', { name: 'Learn from the pins' }).click();
  await expect(page.getByRole('alert')).toContainText('There are no pins to learn from');
});

test('a song on paper: what is on screen is what is printed, without the frame around it', async ({ page }) => {
  await beginSong(page, 'Low water', 'Verse:\n| C | G |\nChorus:\n| F | C | x2');
  await page.getByRole('button', { name: 'Take away' }).click();
  await page.getByRole('link', { name: 'A sheet to print' }).click();
  const paper = page.getByLabel('Sheet: Low water');
  await expect(paper).toContainText('What there is to learn');
  await expect(paper.getByRole('img', { name: /^Notation, line 1 of/ })).toBeVisible({ timeout: 20_000 });
  await expect(paper).toContainText('Chorus ×2');
  await page.getByLabel('For', { exact: true }).fill('Junia Weir');
  await expect(paper).toContainText('for Junia Weir');
  expect(await violations(page)).toEqual([]);
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('navigation', { name: 'Rooms' })).toBeHidden();
  await expect(page.getByRole('button', { name: 'Print' })).toBeHidden();
  await expect(paper).toBeVisible();
});

test('a studio is exported as one file and restored into an empty one', async ({ page, browser }) => {
  await beginSong(page, 'Low water', '| C | G |');
  await saved(page);
  await page.goto('/set-up/archive');
  expect(await violations(page)).toEqual([]);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export studio' }).click(),
  ]);
  const file = await download.path();
  const other = await (await browser.newContext()).newPage();
  await openStudio(other);
  await other.goto('/set-up/archive');
  await other.getByLabel('Backup to restore').setInputFiles({
    name: 'archive.ndjson',
    mimeType: 'application/x-ndjson',
    buffer: readFileSync(file),
  });
  await expect(other.getByText('Restored: 0 students, 1 document, 0 practice entries, 0 takes.')).toBeVisible();
  await other.goto('/songs');
  await expect(other.getByRole('link', { name: 'Low water' })).toBeVisible();
});

test('the strokes of a bar on a bench of its own: into this bar, or everywhere but here', async ({ page }) => {
  await beginSong(page, 'Low water', '| C | C | C | C |');
  const learn = page.getByLabel('What there is to learn');
  await page.getByRole('button', { name: 'Edit the strokes' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.locator('.threads')).toHaveAttribute('data-judged', 'yes');
  expect(await violations(page)).toEqual([]);
  await page.keyboard.press('Delete');
  await expect(dialog.locator('[data-stroke]')).toHaveCount(7);
  await page.getByRole('button', { name: 'Into this bar only' }).click();
  await expect(learn.getByRole('listitem')).toHaveCount(2);
  await expect(bars(page)).toHaveCount(4);
  await page.getByRole('button', { name: 'Take back' }).click();
  await expect(learn.getByRole('listitem')).toHaveCount(1);
  await page.getByRole('button', { name: 'Edit the strokes' }).click();
  await expect(dialog.locator('.threads')).toHaveAttribute('data-judged', 'yes');
  await page.keyboard.press('Delete');
  await page.getByRole('button', { name: 'Everywhere but here' }).click();
  await expect(learn).toContainText('3 bars');
  await expect(learn).toContainText('one bar');
  await saved(page);
});

test('a bar is pulled to another place, and taken back', async ({ page }) => {
  await beginSong(page, 'Low water', '| C | G | Am | F |');
  const [first, third] = [await bars(page).nth(0).boundingBox(), await bars(page).nth(2).boundingBox()];
  if (!first || !third) throw new Error('There are no bars to pull');
  await page.mouse.move(first.x + 40, first.y + 30);
  await page.mouse.down();
  await page.mouse.move(first.x + 60, first.y + 30, { steps: 3 });
  await page.mouse.move(third.x + 60, third.y + 30, { steps: 8 });
  await page.mouse.up();
  await expect(bars(page).nth(2)).toHaveAccessibleName(/Bar 3, C/);
  await expect(bars(page).nth(0)).toHaveAccessibleName(/Bar 1, G/);
  await page.getByRole('button', { name: 'Take back' }).click();
  await expect(bars(page).nth(0)).toHaveAccessibleName(/Bar 1, C/);
});

test('a song comes in from a file, ours or a chart; what is neither says so', async ({ page }) => {
  await openStudio(page);
  await page.goto('/songs');
  const bring = (name: string, text: string): Promise<void> =>
    page
      .getByLabel('Song, score or chord chart to bring in')
      .setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
  await bring('wrong.json', '{"format": "other"}');
  await expect(page.getByText(/not a Fleet Wren/)).toBeVisible();
  await bring('chart.txt', 'Verse:\n| C | G |');
  await expect(page.getByLabel('What was read')).toContainText('Verse');
  await page.getByRole('dialog').getByLabel('Close').click();
  await bring('song.json', writeSongFile(newSong('Low water')));
  await expect(page.getByLabel('Name of the song')).toHaveValue('Low water');
});

test('a page of shapes: chords as they are named, what cannot be read, notes called as the studio calls them', async ({
  page,
}) => {
  await beginSong(page, 'Alder', '| B7 Am | F C |');
  await page.getByRole('button', { name: 'Take away' }).click();
  await page.getByRole('link', { name: 'A sheet to print' }).click();
  await expect(page.getByRole('img', { name: /^Notation, line 1 of/ })).toBeVisible();
  await page.getByRole('link', { name: 'Shapes', exact: true }).click();
  const sheet = page.getByRole('article', { name: 'Sheet: Shapes' });
  for (const chord of ['B7', 'Am', 'F', 'C'])
    await expect(sheet.locator('figcaption').getByText(chord, { exact: true }).first()).toBeVisible();
  await page.getByLabel('Chords').fill('B7 Qx');
  await page.getByLabel('Of each').selectOption('2');
  await expect(sheet.locator('figcaption')).toHaveText(['B7', 'B7']);
  await expect(sheet).toContainText('“Qx” cannot be read');
  await page.getByLabel('Notes called').selectOption('letters with H');
  await expect(sheet.locator('figcaption')).toHaveText(['H7', 'H7']);
  expect(await violations(page)).toEqual([]);
  await page.getByRole('link', { name: 'Back' }).click();
  await expect(page.getByRole('article', { name: 'Sheet: Alder' })).toContainText('H7');
});
