/* Pictures of the main views, made from the demo data: npm run screenshots [-- NAME …] [--out FOLDER]. */
import { chromium } from '@playwright/test';
import { chmodSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { buildIfStale } from './lib/build.mjs';
import { CHROMIUM_LAUNCH_OPTIONS, signInToDemo } from './lib/browser.mjs';
import { PROJECT_ROOT } from './lib/paths.mjs';
import { findFreePort, startPostgres } from './lib/postgres.mjs';
import { startServer } from './lib/server.mjs';
import { SCREENSHOT_VIEWS } from './lib/screenshot-views.mjs';

const { values, positionals } = parseArgs({ options: { out: { type: 'string' } }, allowPositionals: true });
const folder = values.out ?? join(PROJECT_ROOT, 'docs', 'screenshots');
const wanted = SCREENSHOT_VIEWS.filter(({ name }) => positionals.length === 0 || positionals.includes(name));

const photograph = async (address) => {
  const browser = await chromium.launch(CHROMIUM_LAUNCH_OPTIONS);
  for (const { name, take, size = { width: 1280, height: 800 }, theme = 'light', door = false } of wanted) {
    const page = await browser.newPage({
      viewport: size,
      colorScheme: theme,
      reducedMotion: 'reduce',
      baseURL: address,
    });
    page.setDefaultTimeout(15_000);
    if (!door) await signInToDemo(page, address);
    await take(page);
    await page.evaluate(() => document.fonts.ready);
    await page.screenshot({ path: join(folder, `${name}.png`) });
    console.log(`${name}.png`);
    await page.close();
  }
  await browser.close();
};

const withDemo = async (work) => {
  buildIfStale(['wording', 'core', 'server', 'web']);
  const data = mkdtempSync(join(tmpdir(), 'fleet-wren-pictures-'));
  chmodSync(data, 0o755);
  const database = await startPostgres({ folder: data, port: await findFreePort(), quick: true });
  const server = await startServer({ databaseUrl: database.url, port: await findFreePort() });
  try {
    await work(server.address);
  } finally {
    server.stop();
    database.stop();
    rmSync(data, { recursive: true, force: true });
  }
};

mkdirSync(folder, { recursive: true });
await withDemo(photograph);
