import { beginAPot } from './bench'
import { signInAs } from './people'
import { choice } from './pick'
import { expect, test } from './yard'
import { BUTTON, FIELD, TAB, TEXT } from './names'

test('a refused form says what is wrong at the field and keeps everything typed', async ({
  page,
}) => {
  await signInAs(page, 'maren')
  await page.goto('/orders/new')
  await choice(page, 'For whom').fill('Somebody patient')
  await page.getByLabel(FIELD.howMany).fill('12abc')
  await page.getByRole('button', { name: BUTTON.takeTheOrder }).click()
  await expect(page.getByText('"12abc" is not a number')).toBeVisible()
  await expect(page.getByText('must not be empty')).toBeVisible()
  await expect(page.getByLabel(FIELD.what, { exact: true })).toBeFocused()
  await expect(choice(page, 'For whom')).toHaveValue('Somebody patient')
  await expect(page.getByLabel(FIELD.howMany)).toHaveValue('12abc')
})

test('a recipe over the brim is told while it is written, with a comma for the decimals', async ({
  page,
}) => {
  await signInAs(page, 'maren')
  await page.goto('/recipes/new')
  await page.getByLabel('Filled').selectOption({ label: 'a depth' })
  await page.getByLabel(FIELD.deep).fill('20,5')
  await expect(page.getByText('reaches 20.50 mm, the brim is at 20.00 mm').first()).toBeVisible()
  await page.getByLabel(FIELD.deep).fill('19,5')
  await expect(page.getByText('reaches 20.50 mm')).toHaveCount(0)
})

test('two people change one order: the second is told what the first changed, and loses nothing', async ({
  page,
  browser,
}) => {
  await signInAs(page, 'maren')
  await page.goto('/orders')
  await page.getByRole('link', { name: 'Chess, both sides' }).click()
  await page.getByRole('tab', { name: TAB.whatWasAsked }).click()
  await page.getByLabel(FIELD.note).fill('Box lined with green baize.')
  const other = await (await browser.newContext()).newPage()
  await signInAs(other, 'tobin')
  await other.goto(page.url())
  await other.getByRole('tab', { name: TAB.whatWasAsked }).click()
  await other.getByLabel('Colours').fill('soot without copper')
  await other.getByRole('button', { name: BUTTON.saveTheOrder }).click()
  await expect(other.getByText(TEXT.saved)).toBeVisible()

  await expect(page.getByText('Tobin Ferrow saved this while you have it open')).toBeVisible()
  await page.getByRole('button', { name: BUTTON.saveTheOrder }).click()
  const notice = page.getByRole('alert')
  await expect(notice).toContainText('Somebody else saved this')
  await expect(notice).toContainText('soot without copper')
  await expect(page.getByLabel(FIELD.note)).toHaveValue('Box lined with green baize.')
  await notice.getByRole('button', { name: 'Save mine over theirs' }).click()
  await expect(page.getByText(TEXT.saved)).toBeVisible()
})

test('signed out in the middle of a form: sign in over it and send it', async ({ page }) => {
  await signInAs(page, 'maren')
  await page.goto('/stores/resins')
  await page.getByRole('link', { name: 'Bramble thin coat' }).click()
  await page.getByLabel(FIELD.note).fill('Thins when warmed to 25 °C.')
  await page.context().clearCookies()
  await page.getByRole('button', { name: BUTTON.saveTheResin }).click()
  const dialog = page.getByRole('dialog', { name: 'You were signed out' })
  await dialog.getByLabel(FIELD.name).fill('maren')
  await dialog.getByLabel(FIELD.password).fill('meadow-lantern-42')
  await dialog.getByRole('button', { name: BUTTON.signIn }).click()
  await expect(dialog).toBeHidden()
  await expect(page.getByLabel(FIELD.note)).toHaveValue('Thins when warmed to 25 °C.')
  await page.getByRole('button', { name: BUTTON.saveTheResin }).click()
  await expect(page.getByText(TEXT.saved)).toBeVisible()
})

test('a reload and a dead network in the middle of a run lose nothing', async ({
  page,
  context,
}) => {
  await signInAs(page, 'tobin')
  await beginAPot(page)
  const shown = page.getByText(/Pour part [AB] until it shows/)
  const first = (await shown.textContent()) ?? ''
  await page.keyboard.press('Enter')
  await expect(shown).not.toHaveText(first)
  const second = await shown.textContent()
  await page.reload()
  await expect(page.getByText(second ?? '')).toBeVisible()

  await context.setOffline(true)
  await page.getByRole('button', { name: BUTTON.itIsIn }).click()
  await expect(page.getByRole('button', { name: BUTTON.stirNow })).toBeVisible()
  await page.getByRole('button', { name: BUTTON.stirNow }).click()
  await expect(page.getByText('2 kept on this device')).toBeVisible()
  await context.setOffline(false)
  await expect(page.getByText('kept on this device')).toHaveCount(0, { timeout: 15_000 })
  await page.reload()
  await expect(page.getByRole('button', { name: BUTTON.stirredNoStreaks })).toBeVisible()
  await page.keyboard.press('u')
  await expect(page.getByRole('button', { name: BUTTON.stirNow })).toBeVisible()
})

test('strangers, other sites and wrong passwords are kept out', async ({
  page,
  request,
  baseURL,
}) => {
  for (const path of ['/api/orders', '/api/openapi.json', '/api/nowhere'])
    expect((await request.get(path)).status()).toBe(401)
  expect((await request.get('/api/health')).status()).toBe(200)
  const foreign = await request.post('/api/session', {
    data: { signIn: 'maren', password: 'x' },
    headers: { origin: 'http://elsewhere.example' },
  })
  expect(foreign.status()).toBe(403)
  await page.goto('/orders')
  await expect(page).toHaveURL(/sign-in\?back=/)
  await page.getByLabel(FIELD.name).fill('osric')
  await page.getByLabel(FIELD.password).fill('not this one')
  await page.getByRole('button', { name: BUTTON.signIn }).click()
  await expect(page.getByText('the name or the password is wrong')).toBeVisible()
  const response = await page.goto(baseURL ?? '/')
  const policy = response?.headers()['content-security-policy'] ?? ''
  expect(policy).toContain("object-src 'none'")
  expect(policy).not.toContain("'unsafe-eval'")
})

test('the compute contract answers over HTTP as on the command line', async ({ page }) => {
  await signInAs(page, 'maren')
  const good = await page.request.post('/api/compute/mix', {
    data: {
      resin: { ratio: { basis: 'volume', a: 2, b: 1 } },
      need: { volumeMl: 60 },
      measure: { kind: 'cup', graduationMl: 5 },
    },
  })
  expect([good.status(), (await good.json()).steps]).toEqual([
    200,
    [
      { part: 'a', readTo: 40, unit: 'ml' },
      { part: 'b', readTo: 60, unit: 'ml' },
    ],
  ])
  const bad = await page.request.post('/api/compute/mix', { data: { need: { volumeMl: -1 } } })
  expect(bad.status()).toBe(422)
  expect((await bad.json()).error.issues.map((issue: { path: string }) => issue.path)).toContain(
    'need.volumeMl',
  )
  const planned = await page.request.post('/api/compute/plan', {
    data: {
      horizonMin: 10,
      makers: [],
      stations: [],
      places: [],
      moulds: [],
      jobs: [{ id: 'j' }],
      tasks: [{ id: 't', job: 'j', durationMin: 4, attended: false }],
      lags: [],
    },
  })
  expect((await planned.json()).tasks).toEqual([
    { id: 't', startMin: 0, endMin: 4, maker: null, station: null, place: null },
  ])
  expect((await page.request.post('/api/compute/brew', { data: {} })).status()).toBe(404)
})
