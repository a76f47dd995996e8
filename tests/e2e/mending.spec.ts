import { randomUUID } from 'node:crypto'
import { type Page } from '@playwright/test'
import { inDays } from '../fixtures/now'
import { signInAs } from './people'
import { expect, test } from './yard'
import { BUTTON, FIELD } from './names'

interface Piece {
  id: number
  number: number
  recipeName: string
  orderId: number
  orderTitle: string
  placeId: number
  layersLeft: number
  state: string
  mends: string | null
}
interface Pot {
  id: number
  portions: { orderId: number; layer: { name: string } }[]
}
interface Run {
  id: number
  targets: {
    parts: { part: string; ownAmount: number }[]
    pours: unknown[]
    heatAfterMin: number[]
  }
}
const read = async <T>(page: Page, path: string) =>
  (await (await page.request.get(path)).json()) as T

/** What the bench would tell of a pot from its first weighing to the rack, in the last hour. */
async function pour(page: Page, potId: number, placeId: number): Promise<void> {
  const measure = { kind: 'scale', step: 0.1, tare: true }
  const begun = await page.request.post('/api/runs', { data: { potId, measure } })
  const run = (await begun.json()) as Run
  let at = Date.parse(inDays(0)) - 60 * 60_000
  const event = (body: object) => ({ ...body, at: (at += 60_000), key: randomUUID() })
  const { parts, heatAfterMin } = run.targets
  const events = [
    ...parts.map(({ part, ownAmount }) => event({ kind: 'weighed', part, amount: ownAmount })),
    event({ kind: 'stirStarted' }),
    event({ kind: 'stirEnded' }),
    event({ kind: 'pourStarted' }),
    event({ kind: 'pourEnded' }),
    ...heatAfterMin.map((_, index) => event({ kind: 'heatPass', index })),
    event({ kind: 'cureStarted', placeId }),
  ]
  const told = await page.request.post(`/api/runs/${run.id}/events`, { data: { events } })
  expect(told.ok(), await told.text()).toBe(true)
}

test('rework goes from the verdict to the shelf, and its history stays with the piece', async ({
  page,
}) => {
  await signInAs(page, 'maren')
  const finished = (await read<Piece[]>(page, '/api/pieces')).filter(
    ({ layersLeft, state, mends }) => layersLeft === 0 && state === 'demoulded' && mends === null,
  )
  const piece = finished.at(-1)!
  const named = `${piece.recipeName} ${piece.number}`
  await page.goto('/racks')
  await page.getByLabel(FIELD.find).fill(`${piece.recipeName} ${piece.orderTitle}`)
  await page.getByRole('button', { name: named, exact: true }).first().click()
  const judging = page.getByRole('region', { name: 'Look at it and judge it' })

  await test.step('what is wrong is marked where it is, and the front is settled', async () => {
    await judging.getByRole('button', { name: 'dust', exact: true }).click()
    const open = judging.getByRole('region', { name: /what lay open/ })
    await open.getByRole('img').click({ position: { x: 60, y: 50 } })
    await expect(open.getByRole('listitem')).toHaveText(/dust/)
    await open.getByRole('button', { name: 'This is the front' }).click()
    await expect(open.getByText('the front', { exact: true })).toBeVisible()
    await judging.getByRole('button', { name: 'streak', exact: true }).click()
    await judging.getByRole('button', { name: 'in the middle of the front' }).click()
    await open.getByRole('button', { name: /Take streak off/ }).click()
    await expect(open.getByRole('listitem')).toHaveText([/dust/])
  })

  await test.step('how it is mended is chosen by what it takes and costs', async () => {
    await judging.getByRole('button', { name: 'Mend …' }).click()
    const ways = judging.getByRole('region', { name: 'How it is mended' })
    await expect(ways.getByRole('listitem')).toHaveCount(5)
    await expect(ways.getByRole('listitem').first()).toContainText(/min of hands/)
    await expect(ways.getByRole('listitem').first()).toContainText(/EUR/)
    await ways.getByRole('button', { name: 'Mend it: coat over' }).click()
    await expect(page.getByText(`${named}: coat over.`)).toBeVisible()
  })

  await test.step('it has a pot and is in its order, with its cost', async () => {
    await page.goto(`/orders/${piece.orderId}`)
    await page.getByRole('button', { name: /coated over/ }).click()
    await expect(page.getByRole('heading', { name: 'Mixes for 1 piece' })).toBeVisible()
    const pot = (await read<Pot[]>(page, '/api/pots')).find(({ portions }) =>
      portions.some(
        ({ orderId, layer }) => orderId === piece.orderId && layer.name === 'mending coat',
      ),
    )
    await page.goto('/racks')
    await pour(page, pot!.id, piece.placeId)
  })

  await test.step('what mends it lies on the rack, and is good', async () => {
    const mended = (await read<Piece[]>(page, '/api/pieces')).find((one) => one.mends === named)
    await page.goto('/racks')
    await page.getByLabel(FIELD.find).fill(mended!.recipeName)
    await page
      .getByRole('button', { name: `${mended!.recipeName} ${mended!.number}`, exact: true })
      .first()
      .click()
    await expect(page.getByText(`mends ${named}`)).toBeVisible()
    await judging.getByLabel(FIELD.whatWasSeen).fill('No dust any more.')
    await judging.getByRole('button', { name: BUTTON.good, exact: true }).click()
    await expect(page.getByText('good.', { exact: false }).first()).toBeVisible()
  })

  await test.step('its page tells all of it', async () => {
    await page.goto(`/notebook/${piece.id}`)
    await expect(page.getByRole('row').filter({ hasText: 'coat over' })).toBeVisible()
    await expect(page.getByRole('row').filter({ hasText: 'poured: mending coat' })).toBeVisible()
    await expect(page.getByRole('row').filter({ hasText: 'No dust any more.' })).toBeVisible()
    await page.getByRole('button', { name: 'how it was mixed' }).last().click()
    await expect(page.getByText(/A [\d.]+ g of [\d.]+ g/)).toBeVisible()
    const state = (await read<{ piece: Piece }>(page, `/api/pieces/${piece.id}`)).piece.state
    expect(state).toBe('good')
  })
})
