import AxeBuilder from '@axe-core/playwright'
import { expect, test, type Page } from '@playwright/test'
import { beginAPot } from './bench'
import { signInAs } from './people'

const firstLink = async (page: Page, list: string, pattern: RegExp) => {
  await page.goto(list)
  await page
    .getByRole('main')
    .getByRole('link')
    .filter({
      hasNotText: /Add a person|Take an order|Write a recipe|Add a resin|Size a mould|Gather pots/,
    })
    .and(page.locator(`a[href*="${list}/"]`))
    .first()
    .click()
  await expect(page).toHaveURL(pattern)
}
const VIEWS: [string, (page: Page) => Promise<unknown>][] = [
  ['Today', (page) => page.goto('/')],
  ['Orders', (page) => page.goto('/orders')],
  ['an order', (page) => firstLink(page, '/orders', /orders\/\d+/)],
  ['a new order', (page) => page.goto('/orders/new')],
  ['Recipes', (page) => page.goto('/recipes')],
  ['a recipe', (page) => firstLink(page, '/recipes', /recipes\/\d+/)],
  ['Sizing', (page) => page.goto('/sizing')],
  ['a mould', (page) => firstLink(page, '/sizing', /sizing\/\d+/)],
  ['Pots', (page) => page.goto('/pots')],
  ['a pot', (page) => firstLink(page, '/pots', /pots\/\d+/)],
  [
    'Gather pots',
    async (page) => {
      await page.goto('/pots/gather')
      await page.getByRole('button', { name: /^Pick these/ }).click()
    },
  ],
  ['Plan', (page) => page.goto('/plan')],
  ['Load', (page) => page.goto('/plan/load')],
  ['a week on paper', (page) => page.goto('/plan/week')],
  ['Racks', (page) => page.goto('/racks')],
  ['Stores', (page) => page.goto('/stores')],
  [
    'a bottle',
    async (page) => {
      await page.goto('/stores')
      await page.locator('a[href^="/stores/lots/"]').first().click()
    },
  ],
  ['Earned', (page) => page.goto('/prices')],
  ['Owed', (page) => page.goto('/prices/owed')],
  ['Markets', (page) => page.goto('/prices/markets')],
  ['Guests', (page) => page.goto('/prices/guests')],
  ['a market day ahead', (page) => firstLink(page, '/prices/markets', /markets\/\d+/)],
  [
    'a market day that is over',
    async (page) => {
      await page.goto('/prices/markets')
      await page.getByRole('table').getByRole('link', { name: 'Thaw market' }).first().click()
    },
  ],
  [
    'the price of an order',
    async (page) => {
      await page.goto('/prices/owed')
      await page.getByRole('main').getByRole('table').getByRole('link').first().click()
      await page.getByRole('tab', { name: 'Price and payment' }).click()
    },
  ],
  ['To buy', (page) => page.goto('/stores/buy')],
  ['Count day', (page) => page.goto('/stores/count')],
  ['Ledger', (page) => page.goto('/stores/ledger')],
  ['Resins', (page) => page.goto('/stores/resins')],
  [
    'a resin',
    async (page) => {
      await page.goto('/stores/resins')
      await page.locator('td a[href^="/stores/"]').first().click()
    },
  ],
  ['Resins side by side', (page) => page.goto('/stores/compare?resins=1,2,3')],
  ['Notebook', (page) => page.goto('/notebook')],
  ['People of the house', (page) => page.goto('/house/people')],
  ['a person', (page) => firstLink(page, '/house/people', /people\/\d+/)],
  ['a new place', (page) => page.goto('/house/places/new')],
  ['the rules', (page) => page.goto('/house/rules')],
  ['a page of the notebook', (page) => firstLink(page, '/notebook', /notebook\/\d+/)],
]
const settled = async (page: Page) => {
  await expect(page.getByText('Fetching')).toHaveCount(0)
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
}
/** What hangs on colours alone, and can be other in the dark. */
const OF_COLOURS = ['color-contrast', 'link-in-text-block']
const serious = async (page: Page, rules: string[] = []) => {
  const axe = new AxeBuilder({ page })
  const { violations } = await (
    rules.length > 0
      ? axe.withRules(rules)
      : axe.withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
  ).analyze()
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(
      ({ id, nodes }) =>
        `${id}: ${nodes
          .map((node) => node.html.slice(0, 120))
          .slice(0, 3)
          .join(' | ')}`,
    )
}

test('axe finds nothing serious at the door', async ({ page }) => {
  await page.goto('/sign-in')
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible()
  expect(await serious(page)).toEqual([])
})

/** The tests block the service worker, and say so in the page's own console. */
const OF_THE_TEST = 'Service Worker registration blocked by Playwright'

for (const [name, open] of VIEWS) {
  test(`axe finds nothing serious in ${name}, by day and in the dark, and nothing is logged`, async ({
    page,
  }) => {
    const complaints: string[] = []
    await signInAs(page, 'maren')
    page.on('console', (message) => {
      if (['error', 'warning'].includes(message.type()) && message.text() !== OF_THE_TEST)
        complaints.push(message.text())
    })
    page.on('pageerror', (error) => complaints.push(error.message))
    await open(page)
    await settled(page)
    expect(await serious(page)).toEqual([])
    await page.getByRole('button', { name: 'Dark' }).click()
    await expect(page.locator('html')).toHaveAttribute('data-theme', 'bench')
    expect(await serious(page, OF_COLOURS)).toEqual([])
    expect(complaints).toEqual([])
  })
}

test('axe finds nothing serious at the bench', async ({ page }) => {
  await signInAs(page, 'maren')
  await beginAPot(page)
  expect(await serious(page)).toEqual([])
})

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 } })

  test('Today, Pots, Racks and the bench fit without scrolling sideways', async ({ page }) => {
    await signInAs(page, 'maren')
    for (const path of ['/', '/pots', '/racks']) {
      await page.goto(path)
      await settled(page)
      expect(
        await page.evaluate(() => document.documentElement.scrollWidth),
        path,
      ).toBeLessThanOrEqual(390)
    }
    await beginAPot(page)
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  })
})

test('every place has a key, and ? tells which', async ({ page }) => {
  await signInAs(page, 'maren')
  await page.goto('/')
  await settled(page)
  await page.keyboard.press('6')
  await expect(page.getByRole('heading', { name: 'Plan', level: 1 })).toBeVisible()
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Shortcuts' })).toContainText('Notebook')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toHaveCount(0)
})
