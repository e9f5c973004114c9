/* From a key press to the judged pattern drawn, in Chromium. Run by npm run bench. */
import { chromium } from '@playwright/test';
import { gzipSync } from 'node:zlib';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { CHROMIUM_LAUNCH_OPTIONS, signInToDemo } from './lib/browser.mjs';
import { PROJECT_ROOT } from './lib/paths.mjs';

const address = process.env.FLEET_WREN_ADDRESS;
const browser = await chromium.launch(CHROMIUM_LAUNCH_OPTIONS);
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await signInToDemo(page, address);

const strokes = (count) =>
  Array.from({ length: count }, (_, slot) => ({
    id: `s${slot}`,
    at: slot * (count > 2000 ? 105 : 210),
    string: [5, 3, 4, 2, 5, 3, 4, 1][slot % 8],
  }));
const patternOf = (count) => ({
  name: `Bench ${count}`,
  metre: { beats: 4, unit: 4 },
  bars: Math.min(128, Math.ceil(count / (count > 2000 ? 32 : 16))),
  subdivision: count > 2000 ? 8 : 4,
  tempo: count > 2000 ? 50 : 100,
  cyclic: true,
  school: 'one-per-string',
  instrument: { tuning: 'standard', pitches: [40, 45, 50, 55, 59, 64], capo: 0, frets: 21 },
  voicing: { chord: 'C', frets: [null, 3, 2, 0, 1, 0] },
  strokes: strokes(count),
});

/**
 * Milliseconds of some key presses, each from the start of a frame: in the key's handler, until the judged pattern is
 * in the page, and until the frame that shows it is painted.
 */
const measure = (keys, judged) =>
  page.evaluate(
    async ([pressed, untilJudged]) => {
      const threads = document.querySelector('.threads');
      const frame = () => new Promise((resolve) => requestAnimationFrame(resolve));
      const painted = () =>
        new Promise((resolve) => {
          const channel = new MessageChannel();
          channel.port1.onmessage = () => resolve(undefined);
          requestAnimationFrame(() => channel.port2.postMessage(undefined));
        });
      const shown = () =>
        new Promise((resolve) => {
          const observer = new MutationObserver(() => {
            if (threads.getAttribute('data-judged') !== 'yes') return;
            observer.disconnect();
            resolve(undefined);
          });
          observer.observe(threads, { attributes: true, attributeFilter: ['data-judged'] });
        });
      const found = [];
      for (const key of pressed) {
        await frame();
        await frame();
        const start = performance.now();
        window.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
        const handler = performance.now() - start;
        // What is judged with the edit itself is in the page by now; what is not says so.
        await Promise.resolve().then(() => undefined);
        if (untilJudged && threads.getAttribute('data-judged') !== 'yes') await shown();
        const script = performance.now() - start;
        // What style, layout and paint cost, without the wait for the next frame.
        const laidFrom = performance.now();
        document.body.getBoundingClientRect();
        await painted();
        const wall = performance.now() - start;
        const laid = performance.now() - laidFrom;
        found.push({ handler, script, laid, wall });
      }
      return found;
    },
    [keys, judged],
  );

const median = (found, part) => found.map((one) => one[part]).sort((a, b) => a - b)[found.length >> 1];
const worst = (found, part) => Math.max(...found.map((one) => one[part]));

const report = (name, found) =>
  console.log(
    `  ${name.padEnd(24)} handler ${median(found, 'handler').toFixed(1)}, judged ${median(found, 'script').toFixed(1)}, ` +
      `painted ${median(found, 'wall').toFixed(1)} (worst ${worst(found, 'wall').toFixed(1)}); ` +
      `${(median(found, 'script') / 16).toFixed(2)} of a frame before the page is laid out`,
  );

const open = async (pattern) => {
  const id = await page.evaluate(async (document) => {
    const response = await fetch('/api/patterns', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ pattern: document }),
    });
    return (await response.json()).id;
  }, pattern);
  await page.goto(`${address}/patterns/${id}`);
  await page.locator('.threads[data-judged="yes"]').waitFor();
  await page.keyboard.press('Home');
  return id;
};

console.log('\nFrom key press to paint, milliseconds (painted includes the wait for the next frame)');
for (const count of [16, 64, 256, 1000, 2000, 4000]) {
  const id = await open(patternOf(count));
  const nodes = await page.evaluate(() => document.querySelectorAll('.threads *').length);
  const edits = (times) => Array.from({ length: times }, (_, index) => (index % 2 === 0 ? 'm' : 'Enter'));
  await measure(edits(20), true);
  console.log(` ${count} strokes, ${nodes} nodes`);
  report('edit', await measure(edits(30), true));
  report('arrow key', await measure(Array(30).fill('ArrowRight'), false));
  await page.evaluate((gone) => fetch(`/api/patterns/${gone}`, { method: 'DELETE' }), id);
}

/**
 * Milliseconds of each frame while the hand plays a dense pattern: of script alone, by the browser's own count, and
 * from one frame to the next.
 */
const measureHand = async (seconds) => {
  const client = await page.context().newCDPSession(page);
  await client.send('Performance.enable');
  const scriptSeconds = async () => {
    const { metrics } = await client.send('Performance.getMetrics');
    return metrics.find(({ name }) => name === 'ScriptDuration').value;
  };
  const before = await scriptSeconds();
  const { gaps, drawn } = await page.evaluate(
    (length) =>
      new Promise((resolve) => {
        const times = [];
        const moving = document.querySelector('.hand-stage .posture');
        let drawn = 0;
        new MutationObserver(() => (drawn += 1)).observe(moving, { attributes: true, subtree: true });
        const look = (now) => {
          times.push(now);
          if (now - times[0] < 1000 * length) requestAnimationFrame(look);
          else resolve({ gaps: times.slice(1).map((time, index) => time - times[index]), drawn });
        };
        requestAnimationFrame(look);
      }),
    seconds,
  );
  const script = (1000 * ((await scriptSeconds()) - before)) / gaps.length;
  await client.detach();
  return { script, drawn: drawn / gaps.length, gaps: gaps.sort((a, b) => a - b) };
};

const sixteenths = await open(patternOf(64));
await page.goto(`${address}/patterns/${sixteenths}/hand`);
await page.locator('.hand-stage .posture').waitFor();
await page.locator('.hand-controls select').first().selectOption('1');
await page.locator('.hand-controls .play').click();
await page.waitForTimeout(3000);
const { script: handScript, drawn, gaps } = await measureHand(5);
console.log(
  `\nThe hand that plays 64 sixteenths at 100: ${handScript.toFixed(1)} ms of script a frame, ` +
    `frames ${gaps[gaps.length >> 1].toFixed(1)} ms apart (95 of 100 under ${gaps[Math.floor(0.95 * gaps.length)].toFixed(1)}), ` +
    `${Math.round(100 * drawn)} % of them drawn anew`,
);
await page.evaluate((gone) => fetch(`/api/patterns/${gone}`, { method: 'DELETE' }), sixteenths);

const assets = join(PROJECT_ROOT, 'web', 'dist', 'assets');
const size = (files) => files.reduce((sum, file) => sum + gzipSync(readFileSync(join(assets, file))).length, 0) / 1024;
const scripts = readdirSync(assets).filter((file) => file.endsWith('.js'));
console.log(
  `\nFirst load, compressed script: ${size(scripts.filter((file) => /^(index|rolldown)/.test(file))).toFixed(0)} kB; with bench and worker ${size(scripts).toFixed(0)} kB`,
);
await browser.close();
