import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { chromium, type Page } from '@playwright/test'
import { DEMO_PASSWORD } from '../demo/workshop'
import { CHROMIUM } from './lib/chromium'
import { ROOT, STATE } from './lib/paths'
import { withDemo } from './lib/withDemo'

/** Until a page that has loaded is quiet. */
const QUIET_MS = 1500
const FOLDER = join(ROOT, 'docs/screenshots')
const firstOf = (list: string) => async (page: Page) => {
  await page.goto(list)
  await page
    .locator(`main a[href^="${list}/"]`)
    .filter({ hasNotText: /^(Take|Write|Add|Gather)/ })
    .first()
    .click()
}
const named = (list: string, name: string) => async (page: Page) => {
  await page.goto(list)
  await page.getByRole('main').getByRole('link', { name }).first().click()
}

/** One picture of each main view. */
const VIEWS: [string, (page: Page) => Promise<unknown>][] = [
  ['today', (page) => page.goto('/')],
  ['orders', (page) => page.goto('/orders')],
  ['order', named('/orders', 'Plaques one to eight')],
  [
    'price',
    async (page) => {
      await named('/orders', 'Signals for a railway porch')(page)
      await page.getByRole('tab', { name: 'Price and payment' }).click()
      await page.getByText('What to ask').or(page.getByText('A new quote')).waitFor()
    },
  ],
  [
    'earned',
    async (page) => {
      await page.goto('/prices')
      await page.getByLabel('set together').selectOption('by recipe')
      await page.locator('.bars').first().waitFor({ state: 'attached' })
    },
  ],
  [
    'market',
    async (page) => {
      await named('/prices/markets', 'Midwinter fair')(page)
      await page.getByText('this loses').first().waitFor()
      await page
        .getByRole('region', { name: 'What to make' })
        .evaluate((region) => region.scrollIntoView({ block: 'end' }))
    },
  ],
  ['recipe', named('/recipes', 'Thaw dial')],
  ['mould', named('/sizing', 'Lamp base mould')],
  ['pots', (page) => page.goto('/pots')],
  ['pot', firstOf('/pots')],
  [
    'gather',
    async (page) => {
      await page.goto('/pots/gather')
      await page.getByLabel('Day').selectOption('any day')
      await page.getByRole('button', { name: /^Pick these/ }).click()
      await page.getByRole('button', { name: 'Fewest pots' }).click()
      await page.getByText(/proven|found in time/).waitFor()
    },
  ],
  [
    'plan',
    async (page) => {
      await page.goto('/plan')
      await page
        .getByRole('group', { name: 'The plan, lane by lane' })
        .getByRole('button', { name: /^pour / })
        .first()
        .press('Enter')
    },
  ],
  [
    'plan-load',
    async (page) => {
      await page.goto('/plan/load')
      await page.locator('.bars').first().waitFor({ state: 'attached' })
    },
  ],
  [
    'racks',
    async (page) => {
      await page.goto('/racks')
      await page
        .getByRole('row')
        .filter({ hasText: 'curing' })
        .first()
        .getByRole('button')
        .first()
        .click()
      await page.getByRole('region', { name: 'How far it has cured' }).waitFor()
    },
  ],
  ['stores', (page) => page.goto('/stores')],
  ['house', (page) => page.goto('/house/people')],
  ['notebook', (page) => page.goto('/notebook')],
  [
    'piece',
    async (page) => {
      await page.goto('/notebook')
      await page.getByRole('row').filter({ hasText: 'demoulded' }).getByRole('link').first().click()
    },
  ],
  [
    'bench',
    async (page) => {
      await page.goto('/pots')
      await page.getByRole('link', { name: 'To the bench' }).first().click()
      await page.getByText('until it shows').waitFor()
    },
  ],
]

/** `velvet pictures`: takes the pictures in docs/screenshots anew, from the demo data. */
export async function picturesCommand(): Promise<number> {
  mkdirSync(FOLDER, { recursive: true })
  return withDemo(join(STATE, 'pictures'), async (address) => {
    const browser = await chromium.launch(CHROMIUM)
    try {
      const context = await browser.newContext({
        baseURL: address,
        viewport: { width: 1280, height: 800 },
        timezoneId: 'Europe/Dublin',
        locale: 'en-IE',
        reducedMotion: 'reduce',
      })
      await context.request.post('/api/session', {
        data: { signIn: 'maren', password: DEMO_PASSWORD },
        headers: { origin: address },
      })
      const page = await context.newPage()
      for (const [name, open] of VIEWS) {
        await open(page)
        await page.waitForFunction(
          () =>
            document.querySelector('h1') !== null &&
            !/Fetching/.test(document.body.textContent ?? ''),
        )
        // The stream of what happens never rests, so quiet is waited for by the clock.
        await page.waitForTimeout(QUIET_MS)
        await page.mouse.move(0, 0)
        await page.screenshot({ path: join(FOLDER, `${name}.png`) })
        process.stdout.write(`docs/screenshots/${name}.png\n`)
      }
      return 0
    } finally {
      await browser.close()
    }
  })
}
