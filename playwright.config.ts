import { defineConfig } from '@playwright/test'
import { launchOptions } from './tests/support/browser'

/** Debian's headless Chromium against the built server; `scripts/test.mjs` builds it and makes the demo business it runs on. */
export default defineConfig({
  testDir: 'tests/e2e',
  fullyParallel: false,
  workers: 2,
  // One more try, on a fresh server: a machine may stand still for longer than any wait. It is said at the end (0006).
  retries: 1,
  timeout: 600_000,
  expect: { timeout: 60_000 },
  reporter: [['list'], ['json']],
  outputDir: 'test-results',
  use: {
    locale: 'en-GB',
    timezoneId: 'Europe/London',
    viewport: { width: 1280, height: 800 },
    actionTimeout: 60_000,
    // Recording every step slows all of them: the second try is recorded.
    trace: 'on-first-retry',
    launchOptions,
  },
})
