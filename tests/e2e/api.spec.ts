import { request as ask } from 'node:http'
import { type APIRequestContext, type APIResponse } from '@playwright/test'
import { signInAs } from './people'
import { expect, test } from './yard'
import { BUTTON } from './names'

interface Operation {
  summary: string
  requestBody?: { content: Record<string, unknown> }
}
const METHODS = ['get', 'post', 'put', 'delete'] as const
const OPEN = new Set([
  'GET /api/health',
  'POST /api/session',
  'GET /api/calendar/{secret}',
  'GET /api/setup',
  'POST /api/setup',
  'GET /api/invitation/{secret}',
  'POST /api/invitation/{secret}',
])

/** Every operation of the API's own description, with an id in its path that nothing has. */
async function operations(request: APIRequestContext) {
  const { paths } = (await (await request.get('/api/openapi.json')).json()) as {
    paths: Record<string, Record<string, Operation>>
  }
  return Object.entries(paths).flatMap(([path, methods]) =>
    METHODS.flatMap((method) => {
      const operation = methods[method]
      return operation
        ? [
            {
              name: `${method.toUpperCase()} ${path}`,
              method,
              url: path.replace('{id}', '999999999'),
              takesJson: operation.requestBody?.content['application/json'] !== undefined,
            },
          ]
        : []
    }),
  )
}
const bodyOf = (response: APIResponse) =>
  response.json() as Promise<{
    code?: string
    title?: string
    issues?: { path: string; message: string }[]
    error?: { code: string; issues: unknown[] }
  }>

test('every route but sign-in and health wants a session', async ({
  page,
  playwright,
  baseURL,
}) => {
  await signInAs(page, 'maren')
  const all = await operations(page.request)
  expect(all.length).toBeGreaterThan(30)
  const stranger = await playwright.request.newContext({ baseURL })
  for (const { name, method, url } of all.filter((one) => !OPEN.has(one.name))) {
    const response = await stranger.fetch(url, {
      method: method.toUpperCase(),
      data: method === 'get' ? undefined : {},
    })
    expect(`${name} ${response.status()}`).toBe(`${name} 401`)
    expect(response.headers()['content-type']).toContain('application/problem+json')
  }
  await stranger.dispose()
})

test('every change that another site asks for is refused', async ({ page }) => {
  await signInAs(page, 'maren')
  for (const { name, method, url } of (await operations(page.request)).filter(
    (one) => one.method !== 'get',
  )) {
    const byOrigin = await page.request.fetch(url, {
      method: method.toUpperCase(),
      data: {},
      headers: { origin: 'http://elsewhere.example' },
    })
    expect(`${name} ${byOrigin.status()}`).toBe(`${name} 403`)
    const byMetadata = await page.request.fetch(url, {
      method: method.toUpperCase(),
      data: {},
      headers: { 'sec-fetch-site': 'cross-site' },
    })
    expect(`${name} ${byMetadata.status()}`).toBe(`${name} 403`)
  }
  expect((await page.request.get('/api/session')).ok()).toBe(true)
})

test('nonsense in a body is refused with a sentence at each field, and never with a trace', async ({
  page,
}) => {
  await signInAs(page, 'maren')
  const nonsense: [string, string][] = [
    ['no JSON', '{"a":'],
    ['a list', '[1]'],
    ['an unknown field', '{"surprise":1}'],
    ['nothing', 'null'],
  ]
  for (const { name, method, url } of (await operations(page.request)).filter(
    (one) => one.takesJson,
  )) {
    for (const [what, data] of nonsense) {
      const response = await page.request.fetch(url, {
        method: method.toUpperCase(),
        headers: { 'content-type': 'application/json' },
        data,
      })
      const at = `${name} with ${what}`
      expect([422, 404], at).toContain(response.status())
      const text = await response.text()
      expect(text, at).not.toMatch(/\bat .*\.(ts|mjs|js):\d+|node_modules|ER_|select .* from/i)
      const { issues, error } = await bodyOf(response)
      expect(response.status() === 404 || (issues ?? error?.issues ?? []).length > 0, at).toBe(true)
    }
  }
})

test('what is not there is said to be not there', async ({ page }) => {
  await signInAs(page, 'maren')
  for (const path of [
    '/api/orders/999999999',
    '/api/runs/999999999',
    '/api/pieces/999999999',
    '/api/photos/999999999',
    '/api/orders/0',
    '/api/orders/-1',
    '/api/orders/1e3',
    '/api/orders/1%20or%201=1',
    '/api/nowhere',
  ]) {
    const response = await page.request.get(path)
    expect(`${path} ${response.status()}`).toBe(`${path} 404`)
    expect((await bodyOf(response)).title).toMatch(/\w+ \w+/)
  }
})

test('an address is asked by its methods only, and what is none never answers with a page', async ({
  page,
}) => {
  await signInAs(page, 'maren')
  const { paths } = (await (await page.request.get('/api/openapi.json')).json()) as {
    paths: Record<string, Record<string, Operation>>
  }
  for (const [path, methods] of Object.entries(paths)) {
    const url = path.replace(/\{\w+\}/g, '999999999')
    for (const method of ['get', 'post', 'put', 'patch', 'delete']) {
      if (methods[method]) continue
      const response = await page.request.fetch(url, { method: method.toUpperCase() })
      expect(`${method} ${path} ${response.status()}`).toBe(`${method} ${path} 405`)
      expect(response.headers().allow?.toLowerCase().split(', ').sort()).toEqual(
        Object.keys(methods).sort(),
      )
      expect(response.headers()['content-type']).toContain('application/problem+json')
    }
  }
  for (const method of ['GET', 'DELETE', 'PATCH']) {
    const response = await page.request.fetch('/api/nowhere/at/all', { method })
    expect(response.status()).toBe(404)
    expect(response.headers()['content-type']).toContain('application/problem+json')
  }
})

test('text that looks like markup or SQL is kept as it is and shown as text', async ({ page }) => {
  await signInAs(page, 'maren')
  const recipe = ((await (await page.request.get('/api/recipes')).json()) as { id: number }[])[0]!
  const title = `<img src=x onerror=alert(1)> <5 mm'; drop table orders; --`
  const order = {
    kind: 'commission',
    title,
    customer: 'Somebody',
    promisedAt: '2030-01-01T12:00:00.000Z',
    state: 'asked',
    colours: '',
    wish: '',
    note: '',
    lines: [{ recipeId: recipe.id, quantity: 1 }],
  }
  const response = await page.request.post('/api/orders', { data: order })
  expect(response.ok()).toBe(true)
  const { id } = (await response.json()) as { id: number }
  await page.goto(`/orders/${id}`)
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(title)
  await expect(page.locator('main img[src="x"]')).toHaveCount(0)
})

test('a guest may look and pour, and leaves resins, recipes and the plan alone', async ({
  page,
}) => {
  await signInAs(page, 'jessamy')
  expect((await page.request.get('/api/orders')).ok()).toBe(true)
  expect((await page.request.get('/api/pots')).ok()).toBe(true)
  expect((await page.request.post('/api/plan', { data: {} })).status()).toBe(403)
  await page.goto('/plan')
  await expect(page.getByRole('link', { name: 'Week' })).toBeVisible()
  await expect(page.getByRole('button', { name: BUTTON.planFromNow })).toHaveCount(0)
})

test('a picture that is none is refused by its content, whatever it calls itself', async ({
  page,
}) => {
  await signInAs(page, 'maren')
  const piece = ((await (await page.request.get('/api/pieces')).json()) as { id: number }[])[0]!
  const upload = (data: Buffer, type: string) =>
    page.request.post(`/api/pieces/${piece.id}/photos`, { headers: { 'content-type': type }, data })
  expect(
    (
      await upload(
        Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" onload="alert(1)"/>'),
        'image/png',
      )
    ).status(),
  ).toBe(415)
  expect((await upload(Buffer.from('hello'), 'image/jpeg')).status()).toBe(415)
  expect((await upload(Buffer.alloc(0), 'image/png')).status()).toBe(415)
})

test('the log of a request carries its id and the answer names it', async ({ page }) => {
  await signInAs(page, 'maren')
  const [one, two] = await Promise.all([
    page.request.get('/api/workshop'),
    page.request.get('/api/workshop'),
  ])
  expect(one.headers()['x-request-id']).toMatch(/^[0-9a-f-]{36}$/)
  expect(one.headers()['x-request-id']).not.toBe(two.headers()['x-request-id'])
  const problem = await page.request.get('/api/orders/999999999')
  expect(((await problem.json()) as { requestId: string }).requestId).toBe(
    problem.headers()['x-request-id'],
  )
})

/** Sends a body piece by piece without saying how long it is. @returns the status, 0 for none */
const sendInPieces = (url: string, pieces: number): Promise<number> =>
  new Promise((resolve) => {
    const sent = ask(
      url,
      { method: 'POST', headers: { 'content-type': 'application/json' } },
      (answer) => {
        answer.resume()
        resolve(answer.statusCode ?? 0)
        sent.destroy()
      },
    )
    sent.on('error', () => resolve(0))
    const piece = 'x'.repeat(64 * 1024)
    let left = pieces
    const next = () => {
      if (left-- <= 0) sent.end()
      else if (!sent.destroyed) sent.write(piece, next)
    }
    next()
  })

test('a body is read no further than it may be long, whether it says so or not', async ({
  page,
  baseURL,
}) => {
  // 16 MB, to an address that needs no session.
  expect(await sendInPieces(`${baseURL}/api/session`, 256)).toBe(413)
  const long = { signIn: 'x'.repeat(20_000), password: 'x' }
  expect((await page.request.post('/api/session', { data: long })).status()).toBe(413)
  await signInAs(page, 'maren')
  const order = await page.request.post('/api/orders', { data: { note: 'x'.repeat(3_000_000) } })
  expect(order.status()).toBe(413)
  expect(await bodyOf(order)).toMatchObject({ code: 'too-large' })
})

test('nothing is said to other sites, and a number that no column holds is told at its field', async ({
  page,
}) => {
  await signInAs(page, 'maren')
  const answer = await page.request.get('/api/resins', { headers: { origin: 'http://other.test' } })
  expect(answer.headers()['access-control-allow-origin']).toBeUndefined()
  const [resin] = (await answer.json()) as {
    id: number
    kitMl: number
    archivedAt: null
    stockMl: number
  }[]
  const { id, archivedAt: _away, stockMl: _stock, ...fields } = resin!
  const refused = await page.request.put(`/api/resins/${id}`, {
    data: { ...fields, kitMl: 1e30 },
  })
  expect(refused.status()).toBe(422)
  expect((await bodyOf(refused)).issues).toEqual([
    { path: 'kitMl', message: 'is larger than can be kept' },
  ])
})
