import { defineConfig } from '@playwright/test';

/** Chromium from Debian's packages, kept from calling out. */
const ARGUMENTS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--no-first-run',
  '--autoplay-policy=no-user-gesture-required',
];

export default defineConfig({
  testDir: '.',
  testMatch: '**/*.spec.ts',
  outputDir: '../test-results',
  fullyParallel: true,
  workers: 3,
  timeout: 45_000,
  expect: { timeout: 8_000 },
  // On a machine that others use too a page may be starved for seconds; what fails twice is broken.
  retries: 1,
  reporter: [
    ['list'],
    ['json', { outputFile: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ?? '../test-results/report.json' }],
  ],
  use: {
    baseURL: process.env.FLEET_WREN_ADDRESS ?? 'http://127.0.0.1:4340',
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: process.env.FLEET_WREN_CHROMIUM ?? '/usr/bin/chromium', args: ARGUMENTS },
  },
});
