import { defineConfig, devices } from '@playwright/test';

import { browser } from './browser.ts';

export default defineConfig({
  testDir: './journeys',
  outputDir: '../test-results',
  globalSetup: './prepare.ts',
  fullyParallel: true,
  workers: 2,
  retries: 0,
  timeout: 120_000,
  expect: { timeout: 20_000 },
  reporter: [['list'], ['json', { outputFile: '../test-results/e2e.json' }]],
  use: {
    ...devices['Desktop Chrome'],
    viewport: { width: 1280, height: 800 },
    locale: 'en-CA',
    timezoneId: 'America/Halifax',
    launchOptions: browser,
    // Cells that flash are painted over and over, which says nothing and takes half the time of a test.
    contextOptions: { reducedMotion: 'reduce' },
    // A trace of every step slows every test by a third: asked for where a fault is looked into.
    trace: process.env.E2E_TRACE === undefined ? 'off' : 'retain-on-failure',
  },
});
