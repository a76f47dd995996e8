import { randomUUID } from 'node:crypto'
import { type APIRequestContext } from '@playwright/test'
import { HOUSE_KINDS } from '../../shared/schemas/house'
import { describedRoutes } from './describedRoutes'
import { signInAs } from './people'
import { expect, test } from './yard'
import { BUTTON, FIELD } from './names'

type Row = Record<string, unknown> & { id: number; version: number }

const json = async <T>(request: APIRequestContext, path: string) =>
  (await (await request.get(path)).json()) as T
const send = async (request: APIRequestContext, path: string, data: object) => {
  const answer = await request.post(path, { data })
  expect(`${path} ${answer.ok()}`).toBe(`${path} true`)
  return (await answer.json()) as { id: number }
}
/** Rows of the first workshop, with what they would be saved with. */
async function firstRows(request: APIRequestContext) {
  const rows = (path: string) => json<Row[]>(request, `/api/${path}`)
  const [order] = (await json<{ rows: Row[] }>(request, '/api/orders')).rows
  const house: Record<string, Row> = {}
  for (const kind of HOUSE_KINDS) {
    const [row] = await rows(`house/${kind}`)
    if (row) house[kind] = row
  }
  const one = async (path: string) => (await rows(path))[0]!
  return {
    house,
    order: order!,
    recipe: await one('recipes'),
    resin: await one('resins'),
    mould: await one('moulds'),
    piece: await one('pieces'),
    lot: await one('stock/lots'),
    pots: await rows('pots'),
  }
}

/** A row as its form sends it. */
function asSent(row: Row, ...worked: string[]): object {
  const own = new Set(['id', 'archivedAt', 'uses', 'stockMl', ...worked])
  return Object.fromEntries(Object.entries(row).filter(([name]) => !own.has(name)))
}

test.describe('two workshops never see each other', () => {
  let second: { id: number }

  test('every route is tried across', async ({ page }) => {
    await signInAs(page, 'maren')
    const first = await firstRows(page.request)
    const { house, order, recipe, resin, mould, piece, pots, lot } = first
    const pot = pots.find((one) => one.state === 'planned')!
    const proposal = await send(page.request, '/api/plan/proposals', {
      kind: 'keep',
      terms: { pins: [], away: [], extra: [], deliveries: [], boxOn: [], boxOff: [] },
      suppose: [],
    })
    const before = await json<{ number: number }[]>(
      page.request,
      `/api/history?subject=order&id=${order.id}`,
    )
    const [market] = (await json<{ orderId: number }[]>(page.request, '/api/markets')) as [
      { orderId: number },
    ]
    const { people } = await json<{ people: { id: number; role: string }[] }>(
      page.request,
      '/api/workshop',
    )
    const guest = people.find(({ role }) => role === 'guest')!
    const owed = await json<{ rows: { orderId: number }[] }>(page.request, '/api/owed')
    const {
      quotes: [quote],
      payments: [payment],
    } = await json<{
      quotes: [
        Row & {
          terms: object
          figures: {
            lines: { lineId: number; priceEach: string | null; taxPct: number | null }[]
            priced: { total: string }
          }
        },
      ]
      payments: [Row]
    }>(page.request, `/api/orders/${owed.rows[0]?.orderId}/prices`)
    const purchase = await send(page.request, '/api/stock/purchases', {
      supplier: 'Across works',
      dueOn: '2027-03-09',
      note: '',
      lines: [
        {
          ware: { of: 'material', id: house.materials!.id },
          packs: 1,
          packSize: 1000,
          packPrice: null,
        },
      ],
    })
    const letter = await send(page.request, '/api/letters', {
      about: 'promise',
      toName: 'Wick',
      toAddress: 'wick@example.invalid',
      subject: 'A day',
      body: 'Later.',
    })
    second = await send(page.request, '/api/me/workshops', {
      workshop: {
        name: 'Across the lane',
        timeZone: 'Europe/Dublin',
        currency: 'EUR',
        dateStyle: 'dmy',
        decimalMark: '.',
      },
      beginning: 'shared',
    })
    await send(page.request, `/api/me/workshops/${second.id}`, {})
    expect((await json<{ name: string }>(page.request, '/api/workshop')).name).toBe(
      'Across the lane',
    )

    const act = { version: piece.version, note: '' }
    const RUN = 1
    /** By route: how it would be done to a row of the first workshop. */
    const across: Record<string, readonly { path: string; data?: object }[]> = {
      'PUT /api/house/{kind}/{id}': Object.entries(house).map(([kind, row]) => ({
        path: `/api/house/${kind}/${row.id}`,
        data: asSent(row),
      })),
      'DELETE /api/house/{kind}/{id}': Object.entries({
        ...house,
        moulds: mould,
        resins: resin,
      }).map(([kind, row]) => ({ path: `/api/house/${kind}/${row.id}` })),
      'POST /api/house/{kind}/{id}/archive': Object.entries({
        ...house,
        moulds: mould,
        resins: resin,
      }).map(([kind, row]) => ({
        path: `/api/house/${kind}/${row.id}/archive`,
        data: { archived: true, version: row.version },
      })),
      'POST /api/me/workshops/{id}': [{ path: '/api/me/workshops/999999', data: {} }],
      'POST /api/people/{id}/invitation': [
        { path: `/api/people/${house.people!.id}/invitation`, data: {} },
      ],
      'POST /api/letters/{id}/again': [{ path: `/api/letters/${letter.id}/again`, data: {} }],
      'DELETE /api/me/sessions/{id}': [],
      'DELETE /api/me/calendars/{whose}': [],
      'GET /api/orders/{id}': [{ path: `/api/orders/${order.id}` }],
      'PUT /api/orders/{id}': [
        {
          path: `/api/orders/${order.id}`,
          data: {
            ...asSent(order),
            lines: (order.lines as Row[]).map((line) => asSent(line, 'recipeVersion', 'mends')),
          },
        },
      ],
      'PUT /api/recipes/{id}': [{ path: `/api/recipes/${recipe.id}`, data: asSent(recipe) }],
      'GET /api/recipes/{id}/versions': [{ path: `/api/recipes/${recipe.id}/versions` }],
      'GET /api/recipes/{id}/versions/{version}': [
        { path: `/api/recipes/${recipe.id}/versions/1` },
      ],
      'GET /api/resins/{id}/touched': [{ path: `/api/resins/${resin.id}/touched` }],
      'PUT /api/resins/{id}': [{ path: `/api/resins/${resin.id}`, data: asSent(resin) }],
      'PUT /api/moulds/{id}': [{ path: `/api/moulds/${mould.id}`, data: asSent(mould) }],
      'GET /api/plan/proposals/{id}': [{ path: `/api/plan/proposals/${proposal.id}` }],
      'DELETE /api/plan/proposals/{id}': [{ path: `/api/plan/proposals/${proposal.id}` }],
      'POST /api/plan/proposals/{id}/accept': [
        { path: `/api/plan/proposals/${proposal.id}/accept`, data: {} },
      ],
      'GET /api/runs/{id}': [{ path: `/api/runs/${RUN}` }],
      'GET /api/runs/{id}/bottles': [{ path: `/api/runs/${RUN}/bottles` }],
      'GET /api/stock/lots/{id}': [{ path: `/api/stock/lots/${lot.id}` }],
      'PUT /api/stock/lots/{id}': [
        {
          path: `/api/stock/lots/${lot.id}`,
          data: asSent(lot, 'ware', 'unit', 'density', 'left', 'openedAt'),
        },
      ],
      'GET /api/stock/purchases/{id}/table': [
        { path: `/api/stock/purchases/${purchase.id}/table` },
      ],
      'POST /api/stock/purchases/{id}/close': [
        { path: `/api/stock/purchases/${purchase.id}/close`, data: { version: 1 } },
      ],
      'GET /api/orders/{id}/prices': [{ path: `/api/orders/${order.id}/prices` }],
      'GET /api/orders/{id}/earned': [{ path: `/api/orders/${order.id}/earned` }],
      'POST /api/orders/{id}/quotes': [
        {
          path: `/api/orders/${order.id}/quotes`,
          data: {
            terms: quote.terms,
            lines: quote.figures.lines.map(({ lineId, priceEach, taxPct }) => ({
              lineId,
              priceEach,
              taxPct,
            })),
            validUntil: '2027-04-30',
            note: '',
            total: quote.figures.priced.total,
          },
        },
      ],
      'POST /api/orders/{id}/payments': [
        {
          path: `/api/orders/${order.id}/payments`,
          data: {
            key: randomUUID(),
            kind: 'payment',
            amount: '10',
            paidOn: '2027-03-02',
            means: '',
            note: '',
          },
        },
      ],
      'GET /api/guests/{id}/bill': [{ path: `/api/guests/${guest.id}/bill?month=2027-02` }],
      'GET /api/markets/{id}': [{ path: `/api/markets/${market.orderId}` }],
      'GET /api/markets/{id}/products/{recipe}': [
        { path: `/api/markets/${market.orderId}/products/${recipe.id}` },
      ],
      'PUT /api/markets/{id}': [
        {
          path: `/api/markets/${market.orderId}`,
          data: {
            version: 1,
            stallFee: '1',
            tablePieces: null,
            handsMin: null,
            leftPct: 50,
            note: '',
            guesses: [],
          },
        },
      ],
      'POST /api/markets/{id}/sales': [
        { path: `/api/markets/${market.orderId}/sales`, data: { version: 1, sales: [] } },
      ],
      'PUT /api/finished/{id}': [
        { path: `/api/finished/${recipe.id}`, data: { version: 0, stands: '', price: null } },
      ],
      'POST /api/quotes/{id}/decide': [
        {
          path: `/api/quotes/${quote.id}/decide`,
          data: { version: quote.version, as: 'accepted', reason: 'across' },
        },
      ],
      'GET /api/quotes/{id}/sheet': [{ path: `/api/quotes/${quote.id}/sheet` }],
      'POST /api/payments/{id}/take-back': [
        { path: `/api/payments/${payment.id}/take-back`, data: { note: '' } },
      ],
      'POST /api/stock/movements/{id}/take-back': [
        { path: '/api/stock/movements/1/take-back', data: { note: '' } },
      ],
      'POST /api/runs/{id}/events': [
        {
          path: `/api/runs/${RUN}/events`,
          data: {
            events: [{ key: randomUUID(), at: Date.UTC(2027, 2, 2), kind: 'stirStarted' }],
          },
        },
      ],
      'GET /api/pieces/{id}': [{ path: `/api/pieces/${piece.id}` }],
      'GET /api/pieces/{id}/cure': [{ path: `/api/pieces/${piece.id}/cure` }],
      'POST /api/pieces/{id}/touch': [
        { path: `/api/pieces/${piece.id}/touch`, data: { milestone: 'demould', isThere: true } },
      ],
      'POST /api/pieces/{id}/demould': [{ path: `/api/pieces/${piece.id}/demould`, data: act }],
      'POST /api/pieces/{id}/judge': [
        { path: `/api/pieces/${piece.id}/judge`, data: { ...act, verdict: 'lost' } },
      ],
      'POST /api/pieces/{id}/mark': [
        {
          path: `/api/pieces/${piece.id}/mark`,
          data: { defect: 'dust', face: 'upside', x: 0, y: 0, part: '', isThere: true },
        },
      ],
      'POST /api/pieces/{id}/front': [
        { path: `/api/pieces/${piece.id}/front`, data: { face: 'upside', part: '' } },
      ],
      'POST /api/pieces/{id}/spare': [{ path: `/api/pieces/${piece.id}/spare`, data: { more: 1 } }],
      'POST /api/pieces/{id}/take-back': [{ path: `/api/pieces/${piece.id}/take-back`, data: act }],
      'POST /api/pieces/{id}/move': [
        {
          path: `/api/pieces/${piece.id}/move`,
          data: { version: piece.version, placeId: house.places!.id },
        },
      ],
      'POST /api/pieces/{id}/note': [{ path: `/api/pieces/${piece.id}/note`, data: { note: 'x' } }],
      'POST /api/pieces/{id}/photos': [],
      'GET /api/photos/{id}': [{ path: '/api/photos/1' }],
      'GET /api/orders/{id}/pictures': [{ path: `/api/orders/${order.id}/pictures` }],
      'POST /api/orders/{id}/pictures': [],
      'GET /api/recipes/{id}/pictures': [{ path: `/api/recipes/${recipe.id}/pictures` }],
      'POST /api/recipes/{id}/pictures': [],
      'GET /api/pinned/{id}': [{ path: '/api/pinned/1' }],
      'DELETE /api/pinned/{id}': [{ path: '/api/pinned/1' }],
    }
    const names = (await describedRoutes(page.request)).map(({ name }) => name)
    const withIds = names.filter((name) => /\{(id|whose)\}/.test(name))
    expect(Object.keys(across).sort()).toEqual(withIds.sort())
    for (const [name, tries] of Object.entries(across))
      for (const { path, data } of tries) {
        const [method = ''] = name.split(' ')
        const answer = await page.request.fetch(path, { method, ...(data && { data }) })
        expect(`${method} ${path}: ${answer.status()}`).toBe(`${method} ${path}: 404`)
      }

    // What points to a row of the first is refused, whatever asks for it.
    const { lines, ...fields } = asSent(order) as { lines: Row[] }
    const pointing: readonly [string, object][] = [
      [
        '/api/orders',
        Object.fromEntries(
          Object.entries({
            ...fields,
            lines: [{ recipeId: lines[0]!.recipeId, quantity: 1 }],
          }).filter(([name]) => name !== 'version'),
        ),
      ],
      ['/api/house/stations', { name: 'Theirs', kind: 'bench', roomId: house.rooms!.id }],
      ['/api/runs', { potId: pot.id, measure: { kind: 'scale', step: 1, tare: true } }],
    ]
    for (const [path, data] of pointing) {
      const answer = await page.request.post(path, { data })
      expect([path, [404, 422].includes(answer.status())]).toEqual([path, true])
    }

    // No list says a word of the first.
    const WORDS = ['Winterbourne', 'Ferncote', 'Oakhollow', 'Bottle green', 'Bookend', 'tobin']
    const lists = names
      .filter((name) => name.startsWith('GET ') && !/\{(id|secret|version)\}/.test(name))
      .map((name) => name.slice('GET '.length))
      .filter((path) => !/events|openapi|session|me\/workshops/.test(path))
      .flatMap((path) =>
        path.includes('{kind}') ? HOUSE_KINDS.map((kind) => path.replace('{kind}', kind)) : [path],
      )
      .flatMap((path) =>
        path === '/api/history'
          ? [`/api/history?subject=order&id=${order.id}`]
          : path === '/api/orders'
            ? ['/api/orders?all=true', `/api/orders?all=true&customer=${house.customers!.id}`]
            : [path],
      )
    for (const path of lists) {
      const told = await (await page.request.get(path)).text()
      // One's own name is that of the manager here.
      const others = WORDS.filter((word) => word !== 'Oakhollow' && told.includes(word))
      expect([path, others]).toEqual([path, []])
    }

    await signInAs(page, 'maren')
    const after = await json<{ number: number }[]>(
      page.request,
      `/api/history?subject=order&id=${order.id}`,
    )
    expect(after).toEqual(before)
    expect(await firstRows(page.request)).toEqual(first)
  })

  test('one goes from one to the other, and deletes the one that is over', async ({ page }) => {
    await signInAs(page, 'maren')
    await page.goto('/workshops')
    const row = page.getByRole('listitem').filter({ hasText: 'Across the lane' })
    await row.getByRole('button', { name: BUTTON.goThere }).click()
    await expect(page.getByRole('heading', { name: 'Before pieces can be poured' })).toBeVisible()
    await page.getByRole('link', { name: 'Workshops' }).click()
    await page.getByRole('button', { name: 'Delete this workshop' }).click()
    const dialog = page.getByRole('dialog')
    await dialog.getByLabel(FIELD.itsName).fill('Across the road')
    await dialog.getByRole('button', { name: BUTTON.deleteIt }).click()
    await expect(dialog.getByText('is not the name of this workshop')).toBeVisible()
    await dialog.getByLabel(FIELD.itsName).fill('Across the lane')
    await dialog.getByRole('button', { name: BUTTON.deleteIt }).click()
    await expect(dialog.getByText(/kept in the file across-the-lane-.*\.json/)).toBeVisible()
    await dialog.getByRole('button', { name: 'Go on' }).click()
    await expect(page.getByText('you are here')).toBeVisible()
    await expect(page.getByText('Across the lane')).toHaveCount(0)
  })
})
