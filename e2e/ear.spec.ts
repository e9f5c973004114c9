import { say } from '@fleet-wren/wording';
import {
  PLAYER_MODELS,
  TAKE_PARAMETERS,
  PRACTICE_METHODS,
  createTakeReference,
  createLadder,
  createPattern,
  toLadderPlan,
  simulatePerformance,
  createPatternReference,
  renderTake,
  createSeededRandom,
  valueOrThrow,
  type PlayerModel,
} from '@fleet-wren/core';
import type { Browser, Page } from '@playwright/test';
import { hearing, listeningTo, soundFile } from './microphone.ts';
import { expect, openStudio, test, violations } from './studio.ts';

const ROLL = createPattern('Sluice roll', {
  strokes: [5, 3, 2, 1, 2, 3].map((string, index) => ({ id: `s${index}`, at: index * 280, string })),
  metre: { beats: 2, unit: 4 },
  tempo: 80,
  subdivision: 3,
  bars: 1,
});

/** The figure played five times, a stroke of the third left out. */
const microphone = ((): string => {
  const { score, digits } = createPatternReference(ROLL);
  const asked = createTakeReference(score, digits, 5);
  const performance = simulatePerformance(asked, PLAYER_MODELS.steady as PlayerModel, createSeededRandom(2));
  const gone = asked.strokes.findIndex(({ pass, scoreIndex }) => pass === 2 && scoreIndex === 3);
  const strokes = performance.strokes.filter((stroke) => stroke.referenceIndex !== gone);
  const sampleRate = 2 * TAKE_PARAMETERS.sampleRate;
  const samples = renderTake({ ...performance, strokes }, { sampleRate, random: createSeededRandom(3) });
  return soundFile('played.wav', samples, sampleRate);
})();

test.use(hearing(microphone));

const made = async <T>(page: Page, address: string, data: unknown): Promise<T> => {
  const answer = await page.request.post(`/api${address}`, { data });
  expect(answer.status(), await answer.text()).toBe(201);
  return (await answer.json()) as T;
};

/** A student who has the whole figure to play five times clean, and the token of a room for them. */
const withRoom = async (
  page: Page,
): Promise<{ readonly studentId: string; readonly token: string; readonly patternId: string }> => {
  await openStudio(page);
  const { id } = await made<{ id: string }>(page, '/students', { name: 'Ilse Reed' });
  const pattern = await made<{ id: string }>(page, '/patterns', { pattern: ROLL });
  const plan = toLadderPlan(valueOrThrow(createLadder(ROLL, { target: 80, method: PRACTICE_METHODS[0] })));
  const whole = plan.stages.filter(({ gate, tempos }) => gate >= 5 && tempos.includes(80)).slice(-1);
  await made(page, `/students/${id}/assignments`, {
    name: 'Sluice roll',
    pattern: ROLL,
    sourceId: pattern.id,
    target: 80,
    way: PRACTICE_METHODS[0],
    plan: { ...plan, stages: whole.map((stage) => ({ ...stage, tempos: [80] })) },
  });
  const { token } = await made<{ token: string }>(page, `/students/${id}/links`, { days: 30 });
  return { studentId: id, token, patternId: pattern.id };
};

const phoneFor = async (browser: Browser): Promise<Page> => {
  const options = {
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
    permissions: ['microphone'],
  };
  return (await browser.newContext(options)).newPage();
};

interface Told {
  readonly event: { readonly kind: string; readonly by?: string; readonly at: number };
}

/** What was counted by ear, as the teacher's log has it, oldest first. */
const countedByEar = async (page: Page, studentId: string): Promise<readonly string[]> => {
  const log = (await (await page.request.get(`/api/students/${studentId}/events`)).json()) as readonly Told[];
  const heard = log.map(({ event }) => event).filter(({ by }) => by === 'listening');
  return [...heard].sort((a, b) => a.at - b.at).map(({ kind }) => kind);
};

test('the room counts by ear what is played on the guitar; a wrong count is corrected by one press', async ({
  page,
  browser,
}) => {
  const { token, studentId } = await withRoom(page);
  const phone = await phoneFor(browser);
  await listeningTo(phone, microphone);
  await phone.goto(`/practice#${token}`);
  await phone.getByRole('button', { name: say('practice.continue') }).click();
  await expect(phone.locator('.room-streak')).toHaveText(/^0 of/);
  await phone.getByRole('button', { name: say('listening.listen'), exact: true }).click();
  await expect(phone.getByText(say('listening.stays-here', { keeps: 'true' }))).toBeVisible();
  await expect(phone.getByText(/^Clean at (79|80|81) bpm\.$/)).toBeVisible({ timeout: 30_000 });
  await expect(phone.locator('.room-streak')).toHaveText(/^2 of/, { timeout: 30_000 });
  expect(await violations(phone)).toEqual([]);
  await expect.poll(() => countedByEar(page, studentId)).toEqual(['clean', 'clean', 'slipped', 'clean', 'clean']);
  await phone.getByRole('button', { name: say('listening.it-was-missed') }).click();
  await expect(phone.locator('.room-streak')).toHaveText(/^0 of/);
  await expect(phone.getByText(say('listening.counted-as', { other: 'slipped' }))).toBeVisible();
});

/** Whether every track of every microphone that was opened in a page has ended. */
const microphonesEnded = (page: Page): Promise<boolean> =>
  page.evaluate(() =>
    (window as unknown as { opened: MediaStream[] }).opened.every((stream) =>
      stream.getTracks().every(({ readyState }) => readyState === 'ended'),
    ),
  );

test('the true microphone is heard and let go of; what a student records is with the teacher', async ({
  page,
  browser,
}) => {
  const { token, studentId } = await withRoom(page);
  const phone = await phoneFor(browser);
  await phone.addInitScript(() => {
    const opened: MediaStream[] = [];
    Object.assign(window, { opened });
    const open = navigator.mediaDevices.getUserMedia.bind(navigator.mediaDevices);
    navigator.mediaDevices.getUserMedia = async (wanted) => {
      const stream = await open(wanted);
      opened.push(stream);
      return stream;
    };
  });
  await phone.goto(`/practice#${token}`);
  await phone.getByRole('button', { name: say('practice.continue') }).click();
  await phone.getByRole('button', { name: say('listening.listen'), exact: true }).click();
  await phone.getByRole('button', { name: say('practice.record-for-your-teacher') }).click();
  const level = phone.locator('.ear-level i');
  await expect
    .poll(() => level.evaluate((bar: HTMLElement) => parseFloat(bar.style.height)), { timeout: 20_000 })
    .toBeGreaterThan(3);
  expect(await microphonesEnded(phone)).toBe(false);
  await phone.getByRole('button', { name: say('practice.stop-and-send') }).click();
  await expect(phone.getByText(say('practice.sent-to-your-teacher'))).toBeVisible({ timeout: 20_000 });
  // What was recorded is judged here too: how it went, or why it cannot be told.
  const own = phone.getByRole('region', { name: say('practice.your-take') });
  await expect(own.getByRole('heading').or(own.getByRole('alert'))).toBeVisible({ timeout: 40_000 });
  expect(await violations(phone)).toEqual([]);
  await own.getByRole('button', { name: say('practice.close-take') }).click();
  await expect(own).toHaveCount(0);
  await phone.getByRole('button', { name: say('common.listening-more') }).click();
  await expect(phone.getByText('Sound stays on this device')).toBeHidden();
  expect(await microphonesEnded(phone)).toBe(true);
  await page.goto(`/students/${studentId}`);
  await expect(page.getByText(say('students.from-the-practice-room-not-analysed'))).toBeVisible();
});

test('a take is kept with its sound, opened again, compared with another, and deleted', async ({ page }) => {
  const { studentId, patternId } = await withRoom(page);
  const scale = Object.fromEntries(['p', 'i', 'm', 'a', 'c', 'pick'].map((striker) => [striker, 3]));
  await made(page, '/hands', { name: 'Ilse Reed, as supposed', studentId, scale, times: {} });
  for (const number of [1, 2]) {
    await page.goto(`/patterns/${patternId}/take`);
    await page.getByLabel(say('takes.open-recording')).setInputFiles(microphone);
    await page.getByRole('button', { name: say('takes.save-take') }).click({ timeout: 40_000 });
    await expect(page.getByText(say('takes.take-saved-for', { name: 'Ilse Reed' }))).toBeVisible({ timeout: 20_000 });
    await expect(page.getByRole('link', { name: say('common.saved') }), `take ${number}`).toBeVisible();
  }
  await page.getByRole('link', { name: say('common.saved') }).click();
  await expect(page.getByRole('heading', { name: /^4 of 5 passes clean/ })).toBeVisible({ timeout: 20_000 });
  await expect(page.getByText('At the same tempo as last time, and about as clean: 4 of 5 passes')).toBeVisible();
  // The hand that was supposed needs longer than what was played: it is taken over by one press, and says nothing more
  // then.
  const hand = page.getByRole('region', { name: say('takes.hand-profile-of', { name: 'Ilse Reed' }) });
  await expect(hand).toContainText(/played 2[45]\d ms apart; the current hand profile assumes \d{3} ms/);
  await hand.getByRole('button', { name: say('takes.update-s-hand-profile', { name: 'Ilse Reed' }) }).click();
  await expect(page.getByText(say('shell.new-assignments-for-now-use-this', { name: 'Ilse Reed' }))).toBeVisible();
  await expect(hand).toHaveCount(0);
  await page.getByLabel(say('takes.compare-with')).selectOption({ index: 1 });
  const compared = page.getByRole('table', { name: say('takes.comparison-of-two-takes') });
  await expect(compared.getByRole('row', { name: /clean passes 4 of 5 4 of 5/ })).toBeVisible();
  expect(await violations(page)).toEqual([]);
  await page.getByRole('button', { name: say('takes.score-left-take-right') }).click();
  await expect(page.getByText(say('takes.preparing-the-score-more'))).toBeHidden({ timeout: 30_000 });
  await expect
    .poll(() => page.locator('audio').evaluate((audio: HTMLAudioElement) => audio.duration))
    .toBeGreaterThan(8);
  await page.getByRole('button', { name: say('takes.delete-take') }).click();
  await expect(page).toHaveURL(`/students/${studentId}`);
  await expect(page.getByRole('region', { name: say('students.takes') }).getByRole('listitem')).toHaveCount(1);
});

test('the tapping test is made on the strings: strokes are heard, and come to a measure', async ({ page }) => {
  await listeningTo(page, microphone);
  await openStudio(page);
  await page.goto('/settings/hands');
  await page.getByRole('button', { name: /Measure a hand/ }).click();
  await page.getByRole('button', { name: say('settings.play-guitar-into-the-microphone-instead') }).click();
  await expect(page.getByText(/every 0\.2[45]\d s, unevenness \d+%/)).toBeVisible({ timeout: 20_000 });
  await expect(page.getByRole('heading', { name: /^2 of 7/ })).toBeVisible();
  expect(await violations(page)).toEqual([]);
});
