import { say } from '@fleet-wren/wording';
import {
  PLAYER_MODELS,
  TAKE_PARAMETERS,
  createPatternReference,
  createSeededRandom,
  createSongFromChart,
  createTakeReference,
  expandSong,
  parseChart,
  renderTake,
  simulatePerformance,
  valueOrThrow,
  type PlayerModel,
} from '@fleet-wren/core';
import { listeningTo, soundFile } from './microphone.ts';
import { expect, test, violations } from './studio.ts';
import { beginSong } from './song-studio.ts';

const STEADY = PLAYER_MODELS.steady as PlayerModel;

test('a song on the stand: pedal, keys and touch turn its bars, playing turns them by itself', async ({ page }) => {
  await beginSong(page, 'Ferry lane', '| C | F | G | C |');
  await page.getByRole('link', { name: say('stand.open') }).click();
  const stand = page.locator('.stand');
  const here = stand.getByRole('region', { name: say('stand.now') });
  const next = stand.getByRole('region', { name: say('stand.next') });
  await expect(here.locator('strong')).toHaveText('C');
  await expect(next.locator('strong')).toHaveText('F');
  expect(await violations(page)).toEqual([]);

  await page.keyboard.press('PageDown');
  await expect(here.locator('strong')).toHaveText('F');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('PageUp');
  await expect(here.locator('strong')).toHaveText('F');
  // Touched on the right, it turns on.
  const box = await stand.boundingBox();
  if (!box) throw new Error('The stand has no size');
  await page.mouse.click(box.x + box.width * 0.8, box.y + box.height * 0.4);
  await expect(here.locator('strong')).toHaveText('G');
  await page.keyboard.press('End');
  await expect(stand.getByText(/bar 4 of 4/)).toBeVisible();
  await expect(next).toHaveCount(0);

  await page.keyboard.press('Home');
  await page.keyboard.press('Space');
  await expect(stand.getByText(/bar 2 of 4/)).toBeVisible({ timeout: 20_000 });
  await page.keyboard.press('Space');
  await page.keyboard.press('Escape');
  await expect(stand).toHaveCount(0);
  await expect(page.getByLabel(say('songs.song-name'))).toHaveValue('Ferry lane');
});

test('the stand turns its pages by what it hears', async ({ page }) => {
  const song = valueOrThrow(createSongFromChart(valueOrThrow(parseChart('| C | F | G | Am | Dm | E |')), 'Ferry lane'));
  const { score, digits } = createPatternReference(expandSong(song).pattern);
  const asked = createTakeReference(score, digits, 1);
  // Four bars and the half of the fifth.
  const five = asked.strokes.filter(({ onset }) => onset < (4.5 / 6) * asked.passSeconds - 0.01);
  const performance = simulatePerformance({ ...asked, strokes: five }, STEADY, createSeededRandom(3));
  const { sampleRate } = TAKE_PARAMETERS;
  const samples = renderTake(performance, { sampleRate, random: createSeededRandom(4) });
  await listeningTo(page, soundFile('ferry-lane.wav', samples, sampleRate));
  await beginSong(page, 'Ferry lane', '| C | F | G | Am | Dm | E |');
  await page.getByRole('link', { name: say('stand.open') }).click();
  const stand = page.locator('.stand');
  const listen = async (): Promise<void> => {
    // The controls are in sight for a moment after a touch.
    await stand.hover({ position: { x: 300, y: 300 } });
    await stand.hover({ position: { x: 340, y: 300 } });
    await stand.getByRole('button', { name: say('stand.listen') }).click();
  };
  await listen();
  await expect(stand.getByRole('status').filter({ hasText: say('stand.listening') })).toBeVisible();
  await expect(stand.getByText(/bar 5 of 6/)).toBeVisible({ timeout: 20_000 });
  expect(await violations(page)).toEqual([]);
  await listen();
  await page.keyboard.press('Home');
  await expect(stand.getByText(/bar 1 of 6/)).toBeVisible();
});

test('every step of a song’s build-up is a song with one press, and all are one sheet', async ({ page }) => {
  await beginSong(page, 'Ferry lane', '| C | F | G | C |');
  const section = page.getByRole('region', { name: say('songs.build-up') });
  // The steps are worked out after the song is drawn.
  const rows = section.locator('tbody tr');
  await expect(rows.nth(1)).toBeVisible();
  const steps = await rows.count();
  await section.getByRole('button', { name: say('songs.build-up-save') }).click();
  await expect(page.getByText(say('songs.build-up-saved', { count: steps }))).toBeVisible();
  await section.getByRole('link', { name: say('songs.build-up-print') }).click();
  await expect(page.locator('.sheet-item')).toHaveCount(steps);
  // The thumb alone: no finger is named below its tablature.
  const tablature = page.locator('.sheet-item').first().locator('pre');
  await expect(tablature.first()).toContainText(/\bp\b/);
  const first = await tablature.allTextContents();
  expect(
    first
      .join('\n')
      .split('\n')
      .filter((line) => /^\s*[ima]( |$)/.test(line)),
  ).toEqual([]);
  await page.goto('/songs');
  await expect(page.getByRole('link', { name: /Ferry lane · 1/ })).toBeVisible();
});
