import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  PLAYERS,
  TAKE,
  WAYS,
  askedOf,
  ladderFor,
  newPattern,
  planOf,
  playAs,
  playedPattern,
  renderTake,
  seededRandom,
  valueOrThrow,
  writeWav,
  type PlayerBeing,
} from '@fleet-wren/core';
import type { Browser, Page } from '@playwright/test';
import { expect, openStudio, test, violations } from './studio.ts';

const ROLL = newPattern('Sluice roll', {
  strokes: [5, 3, 2, 1, 2, 3].map((string, index) => ({ id: `s${index}`, at: index * 280, string })),
  metre: { beats: 2, unit: 4 },
  tempo: 80,
  subdivision: 3,
  bars: 1,
});

/** The figure played five times, a stroke of the third left out. */
const microphone = ((): string => {
  const { score, digits } = playedPattern(ROLL);
  const asked = askedOf(score, digits, 5);
  const performance = playAs(asked, PLAYERS.steady as PlayerBeing, seededRandom(2));
  const gone = asked.strokes.findIndex(({ cycle, stroke }) => cycle === 2 && stroke === 3);
  const strokes = performance.strokes.filter((stroke) => stroke.asked !== gone);
  const sampleRate = 2 * TAKE.sampleRate;
  const samples = renderTake({ ...performance, strokes }, { sampleRate, random: seededRandom(3) });
  const file = join(mkdtempSync(join(tmpdir(), 'fleet-wren-ear-')), 'played.wav');
  writeFileSync(file, writeWav({ samples, sampleRate }));
  return file;
})();

test.use({
  permissions: ['microphone'],
  launchOptions: {
    executablePath: '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-background-networking',
      '--no-first-run',
      '--autoplay-policy=no-user-gesture-required',
      '--use-fake-device-for-media-stream',
      '--use-fake-ui-for-media-stream',
      `--use-file-for-fake-audio-capture=${microphone}%noloop`,
    ],
  },
});

const made = async <T>(page: Page, address: string, data: unknown): Promise<T> => {
  const answer = await page.request.post(`/api${address}`, { data });
  expect(answer.status(), await answer.text()).toBe(201);
  return (await answer.json()) as T;
};

/** A student who has the whole figure to play five times clean, and the token of a room for them. */
const withRoom = async (page: Page): Promise<{ readonly studentId: string; readonly token: string }> => {
  await openStudio(page);
  const { id } = await made<{ id: string }>(page, '/students', { name: 'Ilse Reed' });
  const pattern = await made<{ id: string }>(page, '/patterns', { pattern: ROLL });
  const plan = planOf(valueOrThrow(ladderFor(ROLL, { target: 80, way: WAYS[0] })));
  const whole = plan.stages.filter(({ gate, tempos }) => gate >= 5 && tempos.includes(80)).slice(-1);
  await made(page, `/students/${id}/assignments`, {
    name: 'Sluice roll',
    pattern: ROLL,
    sourceId: pattern.id,
    target: 80,
    way: WAYS[0],
    plan: { ...plan, stages: whole.map((stage) => ({ ...stage, tempos: [80] })) },
  });
  const { token } = await made<{ token: string }>(page, `/students/${id}/links`, { days: 30 });
  return { studentId: id, token };
};

const phoneWith = async (browser: Browser, token: string): Promise<Page> => {
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
    permissions: ['microphone'],
  });
  const phone = await context.newPage();
  await phone.goto(`/practice#${token}`);
  return phone;
};

test('the room counts by ear what is played on the guitar; a wrong count is corrected by one press', async ({
  page,
  browser,
}) => {
  const { token } = await withRoom(page);
  const phone = await phoneWith(browser, token);
  await phone.getByRole('button', { name: /Go on/ }).click();
  await expect(phone.locator('.room-streak')).toHaveText(/^0 of/);
  await phone.getByRole('button', { name: 'Listen', exact: true }).click();
  await expect(phone.getByText('The sound stays on this device.')).toBeVisible();
  const heard = phone.getByRole('status').filter({ hasText: /Slipped: nothing was heard on beat 2/ });
  await expect(heard).toBeVisible({ timeout: 30_000 });
  expect(await violations(phone)).toEqual([]);
  await expect(phone.getByText(/^Clean, at (79|80|81)\.$/)).toBeVisible({ timeout: 30_000 });
  await expect(phone.locator('.room-streak')).toHaveText(/^2 of/, { timeout: 30_000 });
  await phone.getByRole('button', { name: 'It slipped' }).click();
  await expect(phone.locator('.room-streak')).toHaveText(/^0 of/);
  await expect(phone.getByText('Counted as slipped.')).toBeVisible();
  await phone.getByRole('button', { name: 'Listening' }).click();
  await expect(phone.getByText('The sound stays on this device.')).toBeHidden();
});
