import { defineConfig } from '@playwright/test'
import { CHROMIUM } from './cli/lib/chromium'

/** `./velvet test` builds and furnishes the yard first; each worker serves one of its own. */
export default defineConfig({
  testDir: 'tests/e2e',
  outputDir: 'test-results',
  workers: 2,
  timeout: 180_000,
  expect: { timeout: 20_000 },
  forbidOnly: true,
  reporter: [
    ['line'],
    ['json', { outputFile: process.env.VELVET_E2E_RESULTS ?? 'test-results/results.json' }],
  ],
  use: {
    // What is cut off or answered otherwise in a test passes by a worker; its own tests let it in.
    serviceWorkers: 'block',
    viewport: { width: 1280, height: 800 },
    timezoneId: 'Europe/Dublin',
    locale: 'en-IE',
    launchOptions: CHROMIUM,
  },
})
