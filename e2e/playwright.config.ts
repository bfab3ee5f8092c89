import { defineConfig } from '@playwright/test';
import { chromiumPath, CHROMIUM_ARGUMENTS } from '../tools/browser-arguments.mjs';

const baseURL = process.env['NAB_ADDRESS'];
if (!baseURL) throw new Error('NAB_ADDRESS is not set: run the tests with npm test');

export default defineConfig({
  testDir: '.',
  outputDir: '../test-results',
  timeout: 180_000,
  expect: { timeout: 30_000 },
  workers: 2,
  fullyParallel: true,
  forbidOnly: true,
  // On a crowded machine a browser may stall; `npm test` names what passed only at its second try.
  retries: 1,
  reporter: [
    ['list'],
    ['json', { outputFile: process.env['NAB_E2E_REPORT'] ?? '../test-results/report.json' }],
  ],
  use: {
    // What a page is opened with stands in test.ts.
    baseURL,
    // Recording every step takes a fifth of the time: what fails is recorded when it is tried again.
    trace: 'on-first-retry',
    launchOptions: {
      executablePath: chromiumPath(),
      // Pages of one worker follow one another in one process: see test.ts.
      args: [...CHROMIUM_ARGUMENTS, '--process-per-site'],
    },
  },
});
