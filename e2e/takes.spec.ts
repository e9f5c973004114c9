import { say } from '@fleet-wren/wording';
import { PLAYER_MODELS, TAKE_PARAMETERS, createPattern, simulateAudio } from '@fleet-wren/core';
import type { Page } from '@playwright/test';
import { hearing, soundFile } from './microphone.ts';
import { Bench, expect, openStudio, test, violations } from './studio.ts';

const ROLL = createPattern('Weir roll', {
  strokes: [5, 3, 2, 1, 2, 3].map((string, index) => ({ id: `s${index}`, at: index * 560, string })),
  metre: { beats: 4, unit: 4 },
  tempo: 96,
  subdivision: 3,
  bars: 1,
});

const take = (name: string, player: string, cycles: number): string => {
  const sampleRate = 2 * TAKE_PARAMETERS.sampleRate;
  return soundFile(name, simulateAudio(ROLL, PLAYER_MODELS[player], { cycles, seed: 4, sampleRate }), sampleRate);
};

/** What the browser hears when it asks for a microphone. */
const microphone = take('microphone.wav', 'late-ring', 6);

test.use(hearing(microphone));

const openTakes = async (page: Page): Promise<void> => {
  await openStudio(page);
  const { id } = (await (await page.request.post('/api/patterns', { data: { pattern: ROLL } })).json()) as {
    id: string;
  };
  await page.goto(`/patterns/${id}/take`);
  await expect(page.getByRole('heading', { name: say('takes.record-a-take') })).toBeVisible();
};

test('a recording is opened and judged by digit and heard from any time through', async ({ page }) => {
  await openTakes(page);
  await page.getByLabel(say('takes.open-recording')).setInputFiles(take('late.wav', 'late-ring', 8));
  await expect(page.getByRole('heading', { name: '8 of 8 passes clean' })).toBeVisible({ timeout: 40_000 });
  await expect(page.getByText(/The ring finger is late/)).toBeVisible();
  const table = page.getByRole('table', { name: say('takes.by-finger') });
  await expect(table.getByRole('row', { name: /^ring 8/ })).toContainText('+');
  await expect(
    page.getByRole('img', { name: say('takes.notes-and-when-they-were-played', { drawnCount: 48 }) }),
  ).toBeVisible();
  await expect(
    page.getByRole('img', { name: say('takes.of-each-finger-over-the-take', { title: say('takes.timing') }) }),
  ).toBeVisible();
  await page.getByText(say('takes.values-for-each-pass')).click();
  const through = page.getByRole('table', { name: say('takes.timing-and-volume-of-each-finger') });
  await expect(through.getByRole('row', { name: /^8 / })).toContainText(/[+-]?\d+ · [+-]?\d+/);
  expect(await violations(page)).toEqual([]);
  await page.getByRole('button', { name: /^3 clean/ }).click();
  await expect
    .poll(() => page.locator('audio').evaluate((audio: HTMLAudioElement) => audio.currentTime))
    .toBeGreaterThan(3);
  await page.getByText(say('takes.see-the-hand')).click();
  const picture = page.getByRole('img', { name: say('takes.hand-as-played'), exact: true });
  await expect(picture).toBeVisible();
  await expect(page.getByRole('img', { name: say('takes.hand-as-asked'), exact: true })).toBeVisible();
  // The take begins after .6 s with the thumb on string 5, the fifth line of the picture.
  await page.locator('audio').evaluate((audio: HTMLAudioElement) => {
    audio.pause();
    audio.currentTime = 0.8;
  });
  const thumb = picture.locator('g[transform]').last();
  await expect(thumb).toHaveAttribute('transform', /^translate\(\d+(\.\d+)? 360(\.\d+)?\)/);
  expect(await violations(page)).toEqual([]);
  await page
    .getByLabel(say('takes.open-recording'))
    .setInputFiles({ name: 'x.wav', mimeType: 'audio/wav', buffer: Buffer.from('no sound') });
  await expect(page.getByRole('alert')).toContainText(say('takes.this-browser-cant-read-the-audio'));
});

test('a finding is heard where it is clearest, its place is played along with, and the take is scrubbed', async ({
  page,
}) => {
  await openTakes(page);
  await page.getByLabel(say('takes.open-recording')).setInputFiles(take('scrub.wav', 'late-ring', 6));
  const finding = page.getByRole('listitem').filter({ hasText: 'The ring finger is late' });
  await expect(finding).toBeVisible({ timeout: 40_000 });
  const seconds = (): Promise<number> => page.locator('audio').evaluate((audio: HTMLAudioElement) => audio.currentTime);
  const hear = finding.getByRole('button', { name: say('takes.hear-it') });
  await hear.click();
  await expect(hear).toHaveAttribute('aria-pressed', 'true');
  await expect.poll(seconds).toBeGreaterThan(0.5);
  await hear.click();
  await expect(hear).toHaveAttribute('aria-pressed', 'false');
  const along = finding.getByRole('button', { name: say('takes.play-along') });
  await along.click();
  await expect(along).toHaveAttribute('aria-pressed', 'true');
  await along.click();
  const slider = page.getByRole('slider', { name: say('takes.scrub') });
  await slider.press('End');
  await expect(slider).toHaveAttribute('aria-valuenow', '36');
  await expect(slider).toHaveAttribute('aria-valuetext', /^Pass 6 of 6, 8\d% through$/);
  await slider.press('ArrowLeft');
  await expect(slider).toHaveAttribute('aria-valuenow', '35');
  await slider.press('Home');
  await expect.poll(seconds).toBeLessThan(1);
  // A third of the way through the first pass of two and a half seconds, which begins at .6 s.
  const box = await slider.boundingBox();
  if (box) await page.mouse.click(box.x + box.width * 0.4, box.y + box.height / 2);
  await expect.poll(seconds).toBeGreaterThan(1.2);
  await expect.poll(seconds).toBeLessThan(2);
  expect(await violations(page)).toEqual([]);
});

test('the true microphone is recorded, and what came of it is said', async ({ page }) => {
  await openTakes(page);
  await page.getByRole('button', { name: say('bench.record'), exact: true }).click();
  await expect(page.getByRole('button', { name: /Stop \([4-9] s\)/ })).toBeVisible({ timeout: 40_000 });
  await page.getByRole('button', { name: /^Stop \(/ }).click();
  await expect(
    page.getByRole('heading', { name: /pass|does not|too|Nothing/i }).or(page.getByRole('alert')),
  ).toBeVisible({
    timeout: 40_000,
  });
});

/**
 * Lets the page ask for a microphone that is given when the test says so; tells how many were given and are still open.
 */
const microphoneOnRequest = async (page: Page) => {
  await page.addInitScript(() => {
    const asked = { count: 0 };
    const waiting: (() => void)[] = [];
    const tracks: MediaStreamTrack[] = [];
    navigator.mediaDevices.getUserMedia = () =>
      new Promise((resolve) => {
        asked.count += 1;
        waiting.push(() => {
          const { stream } = new AudioContext().createMediaStreamDestination();
          tracks.push(...stream.getTracks());
          resolve(stream);
        });
      });
    Object.assign(window, { asked, waiting, tracks });
  });
  const told = () =>
    page.evaluate(() => {
      const { asked, tracks } = window as unknown as { asked: { count: number }; tracks: MediaStreamTrack[] };
      return { asked: asked.count, open: tracks.filter(({ readyState }) => readyState === 'live').length };
    });
  const give = () =>
    page.evaluate(() => (window as unknown as { waiting: (() => void)[] }).waiting.splice(0).forEach((one) => one()));
  return { told, give };
};

test('the microphone is asked for once and let go of, however Record is pressed and left', async ({ page }) => {
  const { told, give } = await microphoneOnRequest(page);
  await openTakes(page);
  const record = page.getByRole('button', { name: say('takes.record'), exact: true });
  await record.dblclick();
  expect(await told()).toEqual({ asked: 1, open: 0 });
  await give();
  await page.getByRole('button', { name: /^Stop \(/ }).click();
  await expect.poll(told).toEqual({ asked: 1, open: 0 });
  await record.click();
  await expect.poll(told).toEqual({ asked: 2, open: 0 });
  await page.getByRole('link', { name: say('common.songs') }).click();
  await expect(page.getByRole('heading', { name: say('common.songs') })).toBeVisible();
  await give();
  await expect.poll(told).toEqual({ asked: 2, open: 0 });
});

test('what is said of a take is taken to the bench as a drill', async ({ page }) => {
  await openTakes(page);
  await page.getByLabel(say('takes.open-recording')).setInputFiles(take('late2.wav', 'late-ring', 6));
  await expect(page.getByText(/The ring finger is late/)).toBeVisible({ timeout: 40_000 });
  await page.getByRole('button', { name: say('takes.open-as-drill') }).click();
  await expect(page.getByLabel(say('bench.pattern-name'))).toHaveValue('Weir roll: beat 3 only');
  const bench = new Bench(page);
  expect(await bench.digits()).toEqual([say('finger.name', { finger: 'a' })]);
});
