import { type APIRequestContext, type Page } from '@playwright/test'
import { RIGHTS } from '../../shared/rights'
import { describedRoutes } from './describedRoutes'
import { signInAs } from './people'
import { expect, test } from './yard'
import { BUTTON, HEADING } from './names'

const WHO = { manager: 'maren', maker: 'tobin', guest: 'jessamy' } as const
type Role = keyof typeof WHO

interface Row {
  id: number
  version: number
  title: string
  lines: { id: number; recipeId: number; quantity: number }[]
}

/** A request to a route about nothing that there is, with a body that is nothing. */
const ask = (request: APIRequestContext, name: string) => {
  const [method = '', path = ''] = name.split(' ')
  return request.fetch(path.replace(/\{\w+\}/g, '999999999'), {
    method,
    ...(method !== 'GET' && method !== 'DELETE' && { data: { nothing: true } }),
  })
}

for (const role of Object.keys(WHO) as Role[])
  test(`every route lets a ${role} past as far as the table says`, async ({ page }) => {
    await signInAs(page, WHO[role])
    for (const { name, action, answers } of await describedRoutes(page.request)) {
      if (action === null || answers === 'text/event-stream') continue
      const answer = await ask(page.request, name)
      const isRefused = answer.status() === 403
      expect(`${name}: ${isRefused}`).toBe(`${name}: ${RIGHTS[action][role] === 'none'}`)
    }
  })

test.describe('a guest', () => {
  const OTHERS = ['Winterbourne', 'Ferncote', 'Hollin', 'Corridor', 'Bookends for']
  const get = async (page: Page, path: string) => (await page.request.get(path)).text()

  test('is told nobody else’s customers or orders, and no price', async ({ page }) => {
    await signInAs(page, 'maren')
    const all = await get(page, '/api/orders')
    for (const name of OTHERS.slice(0, 3)) expect(all).toContain(name)
    await signInAs(page, 'jessamy')
    for (const path of [
      'orders',
      'orders?all=true',
      'pots',
      'pieces',
      'plan',
      'plan/question',
      'notebook',
      'workshop',
      'resins',
      'moulds',
    ]) {
      const told = await get(page, `/api/${path}`)
      for (const name of OTHERS) expect(`${path} ${told.includes(name)}`).toBe(`${path} false`)
      // A sum of money, wherever it stands, is nothing.
      expect(told).not.toMatch(/"(kitPrice|price|pricePerG|labourRate)":"/)
      expect(told).not.toMatch(/"(marginPct|overheadPct)":\d/)
    }
    expect(await get(page, '/api/orders')).toContain('First-tooth blocks')
  })

  test('sees their own order, no cost, and no button that is not for them', async ({ page }) => {
    await signInAs(page, 'jessamy')
    await page.goto('/orders')
    await expect(page.getByRole('link', { name: 'First-tooth blocks' })).toBeVisible()
    await expect(page.getByText('Dial for the long-case clock')).toHaveCount(0)
    await page.getByRole('link', { name: 'First-tooth blocks' }).click()
    await expect(page.getByRole('heading', { name: 'First-tooth blocks' })).toBeVisible()
    await expect(page.getByRole('heading', { name: 'Cost' })).toHaveCount(0)
    await page.goto('/plan')
    await expect(page.getByRole('heading', { name: HEADING.plan })).toBeVisible()
    await expect(page.getByRole('button', { name: BUTTON.planFromNow })).toHaveCount(0)
    await page.goto('/stores')
    await expect(page.getByRole('heading', { name: 'Resins' })).toBeVisible()
    await expect(page.getByRole('link', { name: 'Ledger' })).toHaveCount(0)
    expect((await page.request.get('/api/stock/lots')).status()).toBe(403)
    await expect(page.getByRole('link', { name: 'Add a resin' })).toHaveCount(0)
  })

  test('leaves alone what is not theirs, whatever is sent', async ({ page }) => {
    await signInAs(page, 'maren')
    const pieces = (await (await page.request.get('/api/pieces')).json()) as Row[]
    const orders = (await (await page.request.get('/api/orders')).json()) as { rows: Row[] }
    const other = orders.rows.find((order) => order.title !== 'First-tooth blocks')!
    await signInAs(page, 'jessamy')
    const [piece] = pieces
    for (const [path, data] of [
      [`pieces/${piece!.id}/judge`, { version: piece!.version, note: '', verdict: 'lost' }],
      [`pieces/${piece!.id}/demould`, { version: piece!.version, note: '' }],
      [`pieces/${piece!.id}/note`, { note: 'mine now' }],
    ] as const)
      expect((await page.request.post(`/api/${path}`, { data })).status()).toBe(403)
    const { id, lines, ...fields } = other
    const data = {
      ...fields,
      lines: lines.map((line) => ({
        id: line.id,
        recipeId: line.recipeId,
        quantity: line.quantity,
      })),
    }
    const save = await page.request.put(`/api/orders/${id}`, { data })
    expect(save.status()).toBe(404)
    expect((await page.request.get(`/api/orders/${id}`)).status()).toBe(404)
  })
})
