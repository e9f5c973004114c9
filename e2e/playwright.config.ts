import { defineConfig } from '@playwright/test';
import { ARGUMENTS, CHROMIUM } from './chromium.ts';

export default defineConfig({
  testDir: '.',
  testMatch: '**/*.spec.ts',
  outputDir: '../test-results',
  fullyParallel: true,
  workers: 3,
  timeout: 90_000,
  // Long enough for a machine that others use too.
  expect: { timeout: 20_000 },
  // What needs a second try is broken.
  retries: 0,
  reporter: [
    ['list'],
    ['json', { outputFile: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ?? '../test-results/report.json' }],
  ],
  use: {
    baseURL: process.env.FLEET_WREN_ADDRESS ?? 'http://127.0.0.1:4340',
    viewport: { width: 1280, height: 800 },
    // What moves takes two fifths of what a page costs to open, and no test looks at it.
    contextOptions: { reducedMotion: 'reduce' },
    launchOptions: { executablePath: CHROMIUM, args: [...ARGUMENTS] },
  },
});
