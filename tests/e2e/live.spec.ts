import { type Browser, type Page } from '@playwright/test'
import { inDays } from '../fixtures/now'
import { beginAPot } from './bench'
import { signInAs } from './people'
import { expect, test } from './yard'
import { FIELD, HEADING, TEXT } from './names'

/** What one does, the other sees within so long. */
const SOON = { timeout: 1500 }

interface Row {
  id: number
  name: string
  version: number
}
const get = async <T>(page: Page, path: string): Promise<T> =>
  (await (await page.request.get(path)).json()) as T

/** Somebody else at another device. */
async function another(browser: Browser, who: 'tobin' | 'maren', path: string): Promise<Page> {
  const page = await (await browser.newContext()).newPage()
  await signInAs(page, who)
  await page.goto(path)
  return page
}

async function takeAnOrder(page: Page, title: string): Promise<void> {
  const recipe = (await get<Row[]>(page, '/api/recipes')).find((one) => one.name === 'Drawer pull')!
  const answer = await page.request.post('/api/orders', {
    data: {
      kind: 'commission',
      title,
      customer: 'Somebody who waits',
      promisedAt: inDays(30),
      state: 'accepted',
      colours: '',
      wish: '',
      note: '',
      lines: [{ recipeId: recipe.id, quantity: 2 }],
    },
  })
  expect(answer.ok(), await answer.text()).toBe(true)
}

test('an order that is taken, its pots and its plan appear at the other device by themselves', async ({
  page,
  browser,
}) => {
  await signInAs(page, 'maren')
  await page.goto('/orders')
  await expect(page.getByRole('link', { name: 'Dial for the long-case clock' })).toBeVisible()
  const other = await another(browser, 'tobin', '/pots')
  await expect(other.getByRole('heading', { name: HEADING.pots })).toBeVisible()
  await takeAnOrder(other, 'Pulls seen at once')
  await expect(page.getByRole('link', { name: 'Pulls seen at once' })).toBeVisible(SOON)
  await expect(other.getByText('Pulls seen at once').first()).toBeVisible(SOON)
  await other.goto('/plan')
  const made = other.getByText(/^Made .* by /)
  await expect(made).toBeVisible()
  const planned = await page.request.post('/api/plan', { data: {} })
  expect(planned.ok()).toBe(true)
  await expect(other.getByRole('link', { name: 'Pulls seen at once' })).toBeVisible(SOON)
  await other.context().close()
})

test('resins and recipes that somebody saves are told to who types, and shown to who only looks', async ({
  page,
  browser,
}) => {
  await signInAs(page, 'maren')
  const [resin] = await get<Row[]>(page, '/api/resins')
  await page.goto(`/stores/${resin!.id}`)
  const note = page.getByLabel(FIELD.note)
  await expect(note).toBeVisible()
  const other = await another(browser, 'tobin', `/stores/${resin!.id}`)
  const theirNote = other.getByLabel(FIELD.note)
  await expect(theirNote).toBeVisible()
  const save = async (words: string) => {
    const {
      id,
      archivedAt: _away,
      stockMl: _stock,
      ...fields
    } = (await get<(Row & { archivedAt: null; stockMl: number })[]>(page, '/api/resins')).find(
      (one) => one.id === resin!.id,
    )!
    const answer = await page.request.put(`/api/resins/${id}`, { data: { ...fields, note: words } })
    expect(answer.ok(), await answer.text()).toBe(true)
  }
  await save('seen by who only looks')
  await expect(theirNote).toHaveValue('seen by who only looks', SOON)
  await theirNote.fill('half a sentence')
  await save('told to who types')
  await expect(other.getByText(TEXT.savedThisWhileYouHaveItOpen)).toBeVisible(SOON)
  await expect(theirNote).toHaveValue('half a sentence')
  await other.getByText('who changed what').click()
  await expect(other.getByText('Maren Oakhollow changed the note').first()).toBeVisible()
  await other.context().close()
})

test('a pot at two benches: what one weighs, the other sees; the racks see what is laid down', async ({
  page,
  browser,
}) => {
  await signInAs(page, 'maren')
  await page.goto('/pots')
  await beginAPot(page)
  const other = await another(browser, 'tobin', new URL(page.url()).pathname)
  const shown = other.getByText(TEXT.untilItShows)
  await expect(shown).toBeVisible()
  const partOf = async (bench: Page) =>
    /part ([AB])/i.exec(await bench.locator('body').innerText())?.[1]
  const first = await partOf(other)
  expect(first).toBeTruthy()
  await page.keyboard.press('Enter')
  await expect.poll(() => partOf(page)).not.toBe(first)
  await expect.poll(() => partOf(other), SOON).toBe(await partOf(page))
  await other.context().close()
})
