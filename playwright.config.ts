import { defineConfig } from '@playwright/test'
import { CHROMIUM } from './cli/lib/chromium'

/**
 * `./velvet test` builds, loads the demo and starts the server; the address arrives in VELVET_URL.
 */
export default defineConfig({
  testDir: 'tests/e2e',
  globalSetup: './tests/e2e/plansWhenAsked.ts',
  outputDir: 'test-results',
  workers: 1,
  timeout: 180_000,
  expect: { timeout: 20_000 },
  forbidOnly: true,
  reporter: [
    ['line'],
    ['json', { outputFile: process.env.VELVET_E2E_RESULTS ?? 'test-results/results.json' }],
  ],
  use: {
    baseURL: process.env.VELVET_URL ?? 'http://127.0.0.1:4310',
    // What is cut off or answered otherwise in a test passes by a worker; its own tests let it in.
    serviceWorkers: 'block',
    viewport: { width: 1280, height: 800 },
    timezoneId: 'Europe/Dublin',
    locale: 'en-IE',
    launchOptions: CHROMIUM,
  },
})
