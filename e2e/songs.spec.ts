import { say } from '@fleet-wren/wording';
import { readFileSync } from 'node:fs';
import { createSong, serialiseSong } from '@fleet-wren/core';
import { beginSong } from './song-studio.ts';
import { expect, openStudio, test, violations } from './studio.ts';
import type { Page } from '@playwright/test';

const saved = (page: Page) => expect(page.locator('.saving')).toHaveText(say('common.saved'));

const bars = (page: Page) => page.locator('.song-bar');

test('a song from a pasted chart: read before it is kept, judged as a whole', async ({ page }) => {
  await openStudio(page);
  await page.goto('/songs');
  await page.getByRole('button', { name: say('songs.create-your-first-song') }).click();
  await page.getByLabel(say('settings.start-from')).selectOption('own');
  await page.getByRole('textbox', { name: say('songs.chord-chart') }).fill('Verse:\n| C | Gq |');
  await expect(page.getByRole('alert')).toContainText('Line 2, column 7: “Gq” is not a chord');
  await expect(page.getByRole('button', { name: say('songs.create-song') })).toBeDisabled();
  await page
    .getByRole('textbox', { name: say('songs.chord-chart') })
    .fill('Low water\nplayed at the weir by all of us\nVerse:\n| C | G |\nChorus:\n| F . G . | C | x2');
  await expect(page.getByLabel(say('songs.preview-of-the-song'))).toContainText('Chorus');
  // Nothing of what was pasted is dropped unsaid, and a name that is typed goes before the title of the sheet.
  await expect(page.getByRole('dialog')).toContainText('left out: “played at the weir by all of us”');
  await expect(page.getByLabel(say('songs.name-2'))).toHaveAttribute('placeholder', 'Low water');
  await page.getByLabel(say('songs.name-2')).fill('The weir');
  expect(await violations(page)).toEqual([]);
  await page.getByRole('button', { name: say('songs.create-song') }).click();
  await expect(bars(page)).toHaveCount(4);
  await expect(page.getByLabel(say('songs.song-name'))).toHaveValue('The weir');
  await expect(page.getByRole('navigation', { name: say('songs.form') })).toContainText('Chorus×2');
  await expect(page.getByLabel(say('songs.what-to-learn'))).toContainText('then 6 of 6 bars');
  expect(await violations(page)).toEqual([]);
});

test('by keyboard alone: bars are walked, repeated, moved, taken out, and taken back', async ({ page }) => {
  await beginSong(page, 'Low water', '| C | G | Am | F |');
  await page.locator('.song-sections').click({ position: { x: 5, y: 5 } });
  await page.keyboard.press('ArrowRight');
  await expect(bars(page).nth(1)).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('Shift+ArrowRight');
  await expect(page.getByRole('heading', { name: say('songs.bars', { from: 2, last: 3 }) })).toBeVisible();
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
  await page.getByLabel(say('songs.chords-of-this-bar')).fill('Dm . G7 .');
  await page.getByLabel(say('songs.chords-of-this-bar')).press('Enter');
  await expect(bars(page).nth(2)).toHaveAccessibleName(/Dm G7/);
  await page.getByLabel(say('songs.chords-of-this-bar')).fill('Dm Qx');
  await page.getByLabel(say('songs.chords-of-this-bar')).press('Enter');
  await expect(page.getByRole('alert')).toContainText('“Qx” is not a chord');
  await page.getByTitle(say('songs.change-the-voicing-of-in-the', { id: 'Dm' })).click();
  await expect(page.getByLabel(say('parts.voicings-easiest-first')).getByRole('listitem').first()).toBeVisible();
  expect(await violations(page)).toEqual([]);
  await page
    .getByRole('button', { name: /^Use Dm/ })
    .nth(1)
    .click();
  await page.getByLabel(say('songs.apply-changes-to')).selectOption('everywhere');
  await page.getByLabel(say('songs.pattern'), { exact: true }).selectOption('rest');
  await expect(page.getByText(say('songs.no-tempo-limit-yet'))).toBeVisible();
  await page.getByRole('button', { name: say('common.undo') }).click();
  await page.getByLabel(say('songs.apply-changes-to')).selectOption('here');
  await page.getByLabel(say('songs.pattern'), { exact: true }).selectOption('rest');
  await expect(page.getByLabel(say('songs.what-to-learn'))).toContainText('3 bars');
  await saved(page);
});

test('the form: a section once more, out of the form, and copied', async ({ page }) => {
  await beginSong(page, 'Low water', 'Verse:\n| C | G |\nChorus:\n| F | C |');
  const form = page.getByRole('navigation', { name: say('songs.form') });
  await form.getByRole('button', { name: /A Verse/ }).hover();
  await form.getByRole('button', { name: say('songs.play-one-more-time', { name: 'Verse' }) }).click();
  await expect(form).toContainText('Verse×2');
  await expect(page.getByLabel(say('songs.what-to-learn'))).toContainText('of 6 bars');
  await page.getByRole('button', { name: say('songs.duplicate', { name: 'Chorus' }) }).click();
  await expect(bars(page)).toHaveCount(6);
  await page.getByRole('button', { name: say('songs.delete', { name: 'Verse' }) }).click();
  await expect(bars(page)).toHaveCount(4);
  await expect(form).not.toContainText('Verse');
});

test('a song is heard, whole and in part, and taken to the bench', async ({ page }) => {
  await beginSong(page, 'Low water', '| C | G |');
  await page.getByRole('button', { name: say('songs.selected-bars') }).click();
  await page.getByRole('button', { name: say('common.play') }).click();
  await expect(page.getByRole('button', { name: say('common.stop') })).toBeVisible();
  await page.getByRole('button', { name: say('common.stop') }).click();
  await page.getByRole('button', { name: say('common.open-as-new-pattern'), exact: true }).click();
  await expect(page.getByLabel(say('bench.pattern-name'))).toHaveValue(say('songs.excerpt', { name: 'Low water' }));
});

test('two windows on one song: the later one is told, and nothing is overwritten', async ({ page, context }) => {
  await beginSong(page, 'Low water', '| C | G |');
  await saved(page);
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(other.getByText('bpm max')).toBeVisible();
  const setTempo = async (window: Page, tempo: string): Promise<void> => {
    await window.getByLabel(say('common.tempo-bpm')).fill(tempo);
    await window.getByLabel(say('common.tempo-bpm')).press('Enter');
  };
  await setTempo(other, '96');
  await saved(other);
  await setTempo(page, '70');
  await expect(page.getByRole('dialog')).toContainText(
    say('saving.this-was-changed-in-another-window', { name: 'song' }),
  );
  await page.getByRole('button', { name: say('saving.use-other-version') }).click();
  await expect(page.getByLabel(say('common.tempo-bpm'))).toHaveValue('96');
});

test('any chord on the bench: its shapes by ease, or a shape written as frets', async ({ bench }) => {
  const { page } = bench;
  await page.getByLabel(say('bench.chord'), { exact: true }).selectOption('…');
  await page.getByLabel(say('parts.chord-symbol-or-frets')).fill('F#m7b5');
  await expect(page.getByRole('button', { name: /^Use F#m7b5/ }).first()).toBeVisible();
  await page.getByLabel(say('parts.chord-symbol-or-frets')).fill('F#m7b5x');
  await expect(page.getByRole('alert')).toContainText('“x” is unknown');
  await page.getByLabel(say('parts.chord-symbol-or-frets')).fill('x 3 2 0 1 0');
  await page
    .getByRole('button', { name: /^Use C/ })
    .first()
    .click();
  await expect(page.locator('.bench-chord')).toContainText('× 3 2 0 1 0');
});

test('a school is learnt from pins, shown with what it changes, and kept', async ({ page }) => {
  await openStudio(page);
  await page.goto('/settings/schools');
  await page.getByRole('button', { name: say('settings.learn-from-pins') }).click();
  await page.getByRole('button', { name: say('settings.learn-from-pins') }).click();
  await expect(page.getByRole('alert')).toContainText('No pins to learn from');
});

test('a song on paper: what is on screen is what is printed, without the frame around it', async ({ page }) => {
  await beginSong(page, 'Low water', 'Verse:\n| C | G |\nChorus:\n| F | C | x2');
  await page.getByRole('button', { name: say('bench.export') }).click();
  await page.getByRole('link', { name: say('common.sheet-to-print') }).click();
  const paper = page.getByLabel('Sheet: Low water');
  await expect(paper).toContainText(say('songs.what-to-learn'));
  await expect(paper.getByRole('img', { name: /^Notation, line 1 of/ })).toBeVisible({ timeout: 20_000 });
  await expect(paper).toContainText('Chorus ×2');
  await page.getByLabel(say('drills.student'), { exact: true }).fill('Junia Weir');
  await expect(paper).toContainText('for Junia Weir');
  expect(await violations(page)).toEqual([]);
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('navigation', { name: say('shell.main-menu') })).toBeHidden();
  await expect(page.getByRole('button', { name: say('sheet.print') })).toBeHidden();
  await expect(paper).toBeVisible();
});

test('a studio is exported as one file and restored into an empty one', async ({ page, browser }) => {
  await beginSong(page, 'Low water', '| C | G |');
  await saved(page);
  await page.goto('/settings/backup');
  expect(await violations(page)).toEqual([]);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: say('settings.export-studio') }).click(),
  ]);
  const file = await download.path();
  const other = await (await browser.newContext()).newPage();
  await openStudio(other);
  await other.goto('/settings/backup');
  await other.getByLabel(say('settings.backup-to-restore')).setInputFiles({
    name: 'archive.ndjson',
    mimeType: 'application/x-ndjson',
    buffer: readFileSync(file),
  });
  await expect(
    other.getByText(say('settings.restored', { students: 0, documents: 1, entries: 0, takes: 0 })),
  ).toBeVisible();
  await other.goto('/songs');
  await expect(other.getByRole('link', { name: 'Low water' })).toBeVisible();
});

test('the strokes of a bar on a bench of its own: into this bar, or everywhere but here', async ({ page }) => {
  await beginSong(page, 'Low water', '| C | C | C | C |');
  const learn = page.getByLabel(say('songs.what-to-learn'));
  await page.getByRole('button', { name: say('songs.edit-notes') }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.locator('.threads')).toHaveAttribute('data-judged', 'yes');
  expect(await violations(page)).toEqual([]);
  await page.keyboard.press('Delete');
  await expect(dialog.locator('[data-stroke]')).toHaveCount(7);
  await page.getByRole('button', { name: say('songs.apply-to-this-bar-only') }).click();
  await expect(learn.getByRole('listitem')).toHaveCount(2);
  await expect(bars(page)).toHaveCount(4);
  await page.getByRole('button', { name: say('common.undo') }).click();
  await expect(learn.getByRole('listitem')).toHaveCount(1);
  await page.getByRole('button', { name: say('songs.edit-notes') }).click();
  await expect(dialog.locator('.threads')).toHaveAttribute('data-judged', 'yes');
  await page.keyboard.press('Delete');
  await page.getByRole('button', { name: say('songs.apply-to-all-other-bars') }).click();
  await expect(learn).toContainText('3 bars');
  await expect(learn).toContainText(say('term.bars', { count: 1 }));
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
  await page.getByRole('button', { name: say('common.undo') }).click();
  await expect(bars(page).nth(0)).toHaveAccessibleName(/Bar 1, C/);
});

test('a song comes in from a file, ours or a chart; what is neither says so', async ({ page }) => {
  await openStudio(page);
  await page.goto('/songs');
  const bring = (name: string, text: string): Promise<void> =>
    page
      .getByLabel(say('songs.import-a-song-score-or-chord'))
      .setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
  await bring('wrong.json', '{"format": "other"}');
  await expect(page.getByText(/not a Fleet Wren/)).toBeVisible();
  await bring('chart.txt', 'Verse:\n| C | G |');
  await expect(page.getByLabel(say('songs.preview-of-the-song'))).toContainText('Verse');
  await page.getByRole('dialog').getByLabel('Close').click();
  await bring('song.json', serialiseSong(createSong('Low water')));
  await expect(page.getByLabel(say('songs.song-name'))).toHaveValue('Low water');
});

test('a page of shapes: chords as they are named, what cannot be read, notes called as the studio calls them', async ({
  page,
}) => {
  await beginSong(page, 'Alder', '| B7 Am | F C |');
  await page.getByRole('button', { name: say('bench.export') }).click();
  await page.getByRole('link', { name: say('common.sheet-to-print') }).click();
  await expect(page.getByRole('img', { name: /^Notation, line 1 of/ })).toBeVisible();
  await page.getByRole('link', { name: say('common.chord-diagrams'), exact: true }).click();
  const sheet = page.getByRole('article', { name: say('sheet.sheet', { title: say('common.chord-diagrams') }) });
  for (const chord of ['B7', 'Am', 'F', 'C'])
    await expect(sheet.locator('figcaption').getByText(chord, { exact: true }).first()).toBeVisible();
  await page.getByLabel(say('sheet.chords')).fill('B7 Qx');
  await page.getByLabel(say('sheet.voicings-per-chord')).selectOption('2');
  await expect(sheet.locator('figcaption')).toHaveText(['B7', 'B7']);
  await expect(sheet).toContainText('“Qx” is not a chord');
  await page.getByLabel(say('sheet.note-names')).selectOption('letters with H');
  await expect(sheet.locator('figcaption')).toHaveText(['H7', 'H7']);
  expect(await violations(page)).toEqual([]);
  await page.getByRole('link', { name: say('common.back') }).click();
  await expect(page.getByRole('article', { name: 'Sheet: Alder' })).toContainText('H7');
});
