import { say } from '@fleet-wren/wording';
import type { Page } from '@playwright/test';
import { PitchDetector } from 'pitchy';
import { expect, newBench, test, type Bench } from './studio.ts';

/** What was handed to the audio clock, and when. */
interface Started {
  readonly when: number;
  readonly kind: 'string' | 'click';
}

/** Some of the samples of a plucked string as they were rendered, at their rate a second. */
interface Rendered {
  readonly samples: readonly number[];
  readonly rate: number;
}

/** Listens in on Web Audio itself, before the page loads: the application knows nothing of it. */
const listenIn = (page: Page) =>
  page.addInitScript(() => {
    const { start, stop } = AudioBufferSourceNode.prototype;
    const started: Started[] = [];
    const strings: AudioBuffer[] = [];
    const entries = new WeakMap<AudioBufferSourceNode, Started>();
    Object.assign(window, { started, strings });
    AudioBufferSourceNode.prototype.start = function (when = 0, ...rest) {
      // A click is over at once, a string rings.
      const kind = (this.buffer?.duration ?? 0) < 0.5 ? 'click' : 'string';
      const entry = { when, kind } as const;
      if (this.buffer && kind === 'string') strings.push(this.buffer);
      entries.set(this, entry);
      started.push(entry);
      return start.call(this, when, ...rest);
    };
    // What is taken back before it begins is never heard.
    AudioBufferSourceNode.prototype.stop = function (when) {
      const entry = entries.get(this);
      const ahead = (entry?.when ?? 0) > this.context.currentTime;
      if (entry && ahead && when === undefined) started.splice(started.indexOf(entry), 1);
      return stop.call(this, when);
    };
  });

const startedIn = (page: Page): Promise<readonly Started[]> =>
  page.evaluate(() => (window as unknown as { started: Started[] }).started);

const renderedIn = (page: Page): Promise<readonly Rendered[]> =>
  page.evaluate(() =>
    (window as unknown as { strings: AudioBuffer[] }).strings.map((buffer) => ({
      samples: Array.from(buffer.getChannelData(0).slice(12000, 12000 + 8192)),
      rate: buffer.sampleRate,
    })),
  );

const heard = async (page: Page, count: number): Promise<readonly Started[]> => {
  const strings = () =>
    page.evaluate(
      () => (window as unknown as { started: Started[] }).started.filter(({ kind }) => kind === 'string').length,
    );
  await expect.poll(strings, { timeout: 20_000 }).toBeGreaterThanOrEqual(count);
  return startedIn(page);
};

/** Four strokes on the beats of a C chord at 120. */
const fourBeats = async (page: Page): Promise<Bench> => {
  await listenIn(page);
  const bench = await newBench(page);
  const tempo = page.getByLabel(say('common.tempo-bpm'));
  await tempo.fill('120');
  await tempo.press('Enter');
  await bench.put('5 . . . 3 . . . 2 . . . 1');
  await bench.judged();
  return bench;
};

const stopped = (page: Page) => expect(page.locator('.playhead')).toHaveCount(0);

const intervals = (times: readonly number[]): number[] =>
  times.slice(1).map((time, index) => time - (times[index] ?? 0));

test('strokes are scheduled on the audio clock in time, counted in, and loop', async ({ page }) => {
  const bench = await fourBeats(page);
  await bench.press(' ');
  const sounds = await heard(page, 9);
  const strings = sounds.filter(({ kind }) => kind === 'string').map(({ when }) => when);
  for (const gap of intervals(strings)) expect(gap).toBeCloseTo(0.5, 6);
  const clicks = sounds.filter(({ kind }) => kind === 'click').map(({ when }) => when);
  expect((strings[0] ?? 0) - (clicks[0] ?? 0)).toBeCloseTo(2, 6);
  await expect(page.locator('.playhead')).toHaveAttribute('visibility', 'visible');
  await bench.press(' ');
  await stopped(page);
});

test('the strings sound at the pitches of the chord, by an independent pitch detector', async ({ page }) => {
  const bench = await fourBeats(page);
  await bench.press('N', ' ');
  await heard(page, 4);
  const strings = (await renderedIn(page)).slice(0, 4);
  // C3 on string 5, G3 on 3, C4 on 2, E4 on 1 (equal temperament, A4 = 440 Hz).
  const expected = [130.813, 195.998, 261.626, 329.628];
  strings.forEach(({ samples, rate }, index) => {
    const [pitch, clarity] = PitchDetector.forFloat32Array(8192).findPitch(Float32Array.from(samples), rate);
    expect(clarity).toBeGreaterThan(0.9);
    expect(Math.abs(1200 * Math.log2(pitch / (expected[index] ?? 1)))).toBeLessThan(3);
  });
});

test('half speed doubles the gaps; thumb alone and fingers alone part the strokes', async ({ page }) => {
  const bench = await fourBeats(page);
  await bench.press('N', 'K', 'H', 'T', ' ');
  const thumb = await heard(page, 2);
  expect(intervals(thumb.map(({ when }) => when))[0]).toBeCloseTo(4, 6);
  await bench.press(' ');
  await stopped(page);
  // Counted once playing has stopped: a busy machine may have played on for a stroke.
  const before = (await startedIn(page)).length;
  await bench.press('F', ' ');
  const fingers = (await heard(page, before + 3)).slice(before).map(({ when }) => when);
  for (const gap of intervals(fingers).slice(0, 2)) expect(gap).toBeCloseTo(1, 6);
});

test('a tempo changed while playing is taken up without a gap', async ({ page }) => {
  const bench = await fourBeats(page);
  await bench.press('N', 'K', ' ');
  await heard(page, 2);
  const tempo = page.getByLabel(say('common.tempo-bpm'));
  await tempo.fill('240');
  await tempo.press('Enter');
  const gaps = async () => intervals((await startedIn(page)).map(({ when }) => when));
  const near = (gap: number, seconds: number) => Math.abs(gap - seconds) < 1e-6;
  const quicker = async () => (await gaps()).slice(-4).every((gap) => near(gap, 0.25));
  await expect.poll(quicker, { timeout: 20_000 }).toBe(true);
  const slow = (await gaps()).findLastIndex((gap) => near(gap, 0.5));
  for (const gap of (await gaps()).slice(slow + 2)) expect(gap).toBeCloseTo(0.25, 6);
  expect(Math.max(...(await gaps()))).toBeLessThanOrEqual(0.5 + 1e-6);
});

test('the hand is heard as slowly as asked, from the first stroke on', async ({ page }) => {
  const bench = await fourBeats(page);
  await bench.press('H');
  await bench.saved();
  await page.getByRole('link', { name: say('hand.open'), exact: true }).click();
  await page.getByLabel(say('hand.speed')).selectOption('0.1');
  await page.getByRole('button', { name: say('common.play') }).click();
  const sounds = await heard(page, 2);
  const [first = 0, second = 0] = sounds.filter(({ kind }) => kind === 'string').map(({ when }) => when);
  // A tenth of 120 is a beat in five seconds, whatever the bench was set to; nothing is counted in.
  expect(second - first).toBeCloseTo(5, 6);
  expect(Math.min(...sounds.map(({ when }) => when))).toBeCloseTo(first, 6);
});
