/* From a key press to the judged pattern drawn, in Chromium. Run by npm run bench. */
import { chromium } from '@playwright/test';
import { gzipSync } from 'node:zlib';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { CHROMIUM, signIn } from './lib/browser.mjs';
import { ROOT } from './lib/paths.mjs';

const address = process.env.FLEET_WREN_ADDRESS;
const browser = await chromium.launch(CHROMIUM);
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await signIn(page, address);

const strokes = (count) =>
  Array.from({ length: count }, (_, slot) => ({
    id: `s${slot}`,
    at: slot * 210,
    string: [5, 3, 4, 2, 5, 3, 4, 1][slot % 8],
  }));
const patternOf = (count) => ({
  name: `Bench ${count}`,
  metre: { beats: 4, unit: 4 },
  bars: Math.ceil(count / 16),
  subdivision: 4,
  tempo: 100,
  cyclic: true,
  school: 'one-per-string',
  instrument: { tuning: 'standard', pitches: [40, 45, 50, 55, 59, 64], capo: 0, frets: 21 },
  voicing: { chord: 'C', frets: [null, 3, 2, 0, 1, 0] },
  strokes: strokes(count),
});

/** Milliseconds from the edit to the frame in which its judgement is drawn, for each of some edits. */
const measure = (edits) =>
  page.evaluate(async (times) => {
    const threads = document.querySelector('.threads');
    const once = (key) =>
      new Promise((resolve) => {
        const start = performance.now();
        const observer = new MutationObserver(() => {
          if (threads.getAttribute('data-judged') !== 'yes') return;
          observer.disconnect();
          requestAnimationFrame(() => resolve(performance.now() - start));
        });
        observer.observe(threads, { attributes: true, attributeFilter: ['data-judged'] });
        window.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
      });
    const found = [];
    for (let index = 0; index < times; index += 1) found.push(await once(index % 2 === 0 ? 'm' : 'Enter'));
    return found;
  }, edits);

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

console.log('\nFrom key press to judged and drawn, milliseconds (a frame of waiting included)');
for (const count of [16, 64, 256, 1000]) {
  const id = await open(patternOf(count));
  await measure(10);
  const found = (await measure(30)).sort((a, b) => a - b);
  console.log(
    `  ${String(count).padStart(4)} strokes: median ${found[15].toFixed(1)}, worst of 30 ${found[29].toFixed(1)}`,
  );
  await page.evaluate((gone) => fetch(`/api/patterns/${gone}`, { method: 'DELETE' }), id);
}

const assets = join(ROOT, 'web', 'dist', 'assets');
const size = (files) => files.reduce((sum, file) => sum + gzipSync(readFileSync(join(assets, file))).length, 0) / 1024;
const scripts = readdirSync(assets).filter((file) => file.endsWith('.js'));
console.log(
  `\nFirst load, compressed script: ${size(scripts.filter((file) => /^(index|rolldown)/.test(file))).toFixed(0)} kB; with bench and worker ${size(scripts).toFixed(0)} kB`,
);
await browser.close();
