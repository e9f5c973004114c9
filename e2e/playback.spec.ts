import { say } from '@fleet-wren/wording';
import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, test, violations, type Bench } from './studio.ts';

const SAMPLE_RATE = 44_100;

/** Both channels of a WAV file of 16 bits, as the header of 44 bytes says. */
const channelsOf = (bytes: Buffer): { readonly left: Float64Array; readonly right: Float64Array } => {
  const frames = (bytes.length - 44) / 4;
  const channel = (side: 0 | 2): Float64Array =>
    Float64Array.from({ length: frames }, (_, frame) => bytes.readInt16LE(44 + 4 * frame + side) / 32_768);
  return { left: channel(0), right: channel(2) };
};

const energy = (samples: Float64Array, from: number, to: number): number =>
  samples.slice(from * SAMPLE_RATE, to * SAMPLE_RATE).reduce((sum, value) => sum + value * value, 0);

/** Thumb on beats 1 and 2, a finger after each: a stroke each half beat, at 60. */
const write = async (bench: Bench): Promise<void> => {
  await bench.click(0, 5);
  await bench.click(2, 2);
  await bench.click(4, 4);
  await bench.click(6, 1);
  await bench.judged();
  await bench.page.getByLabel(say('common.tempo-bpm')).fill('60');
  await bench.press('Enter');
  await bench.saved();
};

const chooseSound = async (page: Page): Promise<void> => {
  await page.getByRole('button', { name: say('playback.sound'), exact: true }).click();
  await page.getByLabel(say('playback.apart')).check();
};

const saveTrack = async (page: Page, settings: () => Promise<unknown>): Promise<Buffer> => {
  await page.getByRole('button', { name: say('bench.export') }).click();
  await page.getByText(say('playback.track')).click();
  await settings();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: say('playback.track-save') }).click();
  return readFileSync((await (await download).path()) as string);
};

test('a practice track: thumb left, fingers right, at its own tempo, as often as asked', async ({ bench }) => {
  const { page } = bench;
  await write(bench);
  await chooseSound(page);
  expect(await violations(page)).toEqual([]);
  await page.getByRole('button', { name: say('common.metronome'), exact: true }).click();
  await page.getByRole('button', { name: say('common.count-in'), exact: true }).click();

  const bytes = await saveTrack(page, async () => {
    await page.getByRole('dialog').getByLabel(say('playback.track-tempo')).fill('120');
    await page.getByRole('dialog').getByLabel(say('playback.track-rounds')).fill('2');
    await page.getByRole('dialog').getByLabel(say('playback.track-format')).selectOption('wav');
  });
  const { left, right } = channelsOf(bytes);
  // Two bars at 120 take four seconds; the last note rings on for one and a half.
  expect(left.length / SAMPLE_RATE).toBeCloseTo(5.5, 2);
  // The thumb begins at once, on the left; the first finger a quarter of a second later, on the right.
  expect(energy(left, 0, 0.24)).toBeGreaterThan(10);
  expect(energy(right, 0, 0.24)).toBe(0);
  expect(energy(right, 0.25, 0.49)).toBeGreaterThan(10);
});

test('an MP3 of the metronome alone, with a voice, by keyboard', async ({ bench }) => {
  const { page } = bench;
  await write(bench);
  await page.getByRole('button', { name: say('playback.sound'), exact: true }).press('Enter');
  await page.getByLabel(say('playback.counting')).selectOption('numbers');
  await page.keyboard.press('Escape');
  const words = page.waitForResponse(/count-voice.*\.wav/);
  const bytes = await saveTrack(page, () =>
    page.getByRole('dialog').getByLabel(say('playback.track-voices')).selectOption('nothing'),
  );
  expect((await words).ok()).toBe(true);
  // The first bytes of an MPEG frame of layer III (ISO/IEC 11172-3, 2.4.2.3).
  expect(bytes.readUInt16BE(0) & 0xff_fa).toBe(0xff_fa);
  expect(bytes.length).toBeGreaterThan(100_000);
});

test('what was set is heard at once, and sounds so on the next page', async ({ bench }) => {
  const { page } = bench;
  await write(bench);
  const sound = page.getByRole('button', { name: say('playback.sound'), exact: true });
  await page.getByRole('button', { name: say('common.play'), exact: true }).click();
  await sound.click();
  await page.getByLabel(say('playback.instrument')).selectOption('banjo');
  await page.getByLabel(say('playback.ramp')).check();
  await page.getByLabel(say('playback.ramp-rounds')).fill('3');
  await page.getByLabel(say('playback.ramp-rounds')).blur();
  await expect(page.getByRole('button', { name: say('common.stop'), exact: true })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.reload();
  await sound.click();
  await expect(page.getByLabel(say('playback.instrument'))).toHaveValue('banjo');
});
