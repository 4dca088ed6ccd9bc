import { defineConfig } from '@playwright/test';
import { PHONE, WIDE } from './sizes.ts';

/** How every test starts its browser. */
export const CHROMIUM = {
  // Without the browser's own windows: half the work of the whole one, and Debian builds both from one source.
  executablePath: process.env.ERGON_CHROMIUM ?? '/usr/bin/chromium-headless-shell',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    ...(process.env.ERGON_JS_FLAGS ? [`--js-flags=${process.env.ERGON_JS_FLAGS}`] : []),
  ],
};

export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  // What is read out is kept as text, and a text that is not there is a failure.
  snapshotPathTemplate: '{testDir}/trees/{arg}{ext}',
  updateSnapshots: 'none',
  outputDir: process.env.ERGON_E2E_OUTPUT ?? './results',
  // Each test has a crew of its own, so that both cores may work.
  workers: 2,
  fullyParallel: true,
  timeout: 240_000,
  // What must come soon says so itself; a machine that others take part of is waited for.
  expect: { timeout: 30_000 },
  reporter: [['list'], ['json', { outputFile: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ?? 'results/report.json' }]],
  globalSetup: './startServer.ts',
  use: {
    browserName: 'chromium',
    // A crew's own page asks the server itself; what works without one has tests of its own.
    serviceWorkers: 'block',
    launchOptions: CHROMIUM,
    screenshot: 'only-on-failure',
    // A trace doubles the work of a test: ask for one when a test fails.
    trace: process.env.ERGON_E2E_TRACE ? 'retain-on-failure' : 'off',
    actionTimeout: 30_000,
  },
  projects: [
    // What a crew does is the same on a wide screen: that has its own views and keys, and tests of those.
    {
      name: 'wide',
      use: { viewport: WIDE },
      testMatch: ['alike.spec.ts', 'accessible.spec.ts', 'firstHour.spec.ts', 'gear.spec.ts', 'keyboard.spec.ts'],
      grepInvert: /enough contrast|sixty lights|unit list|list of 500|a family is added/,
    },
    // Last, since its tests are the shorter ones: both workers end together.
    { name: 'phone', use: { viewport: PHONE }, testIgnore: ['keyboard.spec.ts'] },
  ],
});
