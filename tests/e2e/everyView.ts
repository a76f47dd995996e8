import { expect, type Page } from '@playwright/test'
import { TAB } from './names'

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
/** Every view of the yard's manager, and how it is opened. */
export const VIEWS: [string, (page: Page) => Promise<unknown>][] = [
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
      await page.getByRole('tab', { name: TAB.priceAndPayment }).click()
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
/** Waits until a view shows what it has to show. */
export const settled = async (page: Page) => {
  await expect(page.getByText('Fetching')).toHaveCount(0)
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
}
