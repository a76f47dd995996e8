import AxeBuilder from '@axe-core/playwright'
import { type Page } from '@playwright/test'
import { signInAs } from './people'
import { inDays } from '../fixtures/now'
import { pick } from './pick'
import { expect, test } from './yard'
import { BUTTON, FIELD, GROUP } from './names'

const lanes = (page: Page) => page.getByRole('group', { name: GROUP.thePlanLaneByLane })
const accept = (page: Page) => page.getByRole('button', { name: BUTTON.accept, exact: true })
/** A pour of the plan by its key, which stays the same whatever else is drawn. */
async function aPour(page: Page) {
  const key = await lanes(page)
    .getByRole('button', { name: /^pour / })
    .first()
    .getAttribute('data-key')
  return { key: key ?? '', mark: lanes(page).locator(`[data-key="${key}"]`) }
}
const held = async (page: Page) =>
  (await (await page.request.get('/api/plan')).json()) as {
    id: number
    tasks: { key: string; startAt: string; personId: number | null; kind: string }[]
    terms: { pins: unknown[]; away: unknown[] }
  }

async function openPlan(page: Page): Promise<void> {
  await signInAs(page, 'maren')
  await page.goto('/plan')
  await expect(lanes(page)).toBeVisible()
}
async function askWhatIf(page: Page, kind: string): Promise<void> {
  await page.getByRole('button', { name: 'What if', exact: true }).click()
  await page.getByLabel(FIELD.whatIf).selectOption({ label: kind })
}
const showIt = (page: Page) => page.getByRole('button', { name: 'Show what that would be' }).click()

test('everything is planned afresh, looked at first and then taken', async ({ page }) => {
  await openPlan(page)
  const before = await held(page)
  await page.getByRole('button', { name: BUTTON.planFromNow }).click()
  await expect(page.getByText(/^(Nothing moves|One task moves|\d+ tasks move)\./)).toBeVisible({
    timeout: 120_000,
  })
  expect((await held(page)).id).toBe(before.id)
  await accept(page).click()
  await expect(accept(page)).toHaveCount(0)
  expect((await held(page)).id).toBeGreaterThan(before.id)
})

test('a task is dragged into the past and carried into the night, and told why it cannot lie there', async ({
  page,
}) => {
  await openPlan(page)
  const { mark: task } = await aPour(page)
  await task.focus()
  await page.keyboard.press('Enter')
  await expect(task).toHaveAttribute('aria-pressed', 'true')
  // What is seen begins an hour before now.
  await page.getByRole('button', { name: BUTTON.week, exact: true }).click()
  await page.getByRole('button', { name: 'now', exact: true }).click()
  const box = (await task.boundingBox())!
  const now = (await lanes(page).getByText('now', { exact: true }).boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(now.x - 8, box.y + box.height / 2, { steps: 4 })
  await expect(page.getByText('That time has passed.')).toBeVisible()
  await page.mouse.up()
  await expect(page.getByRole('alert')).toHaveText('That time has passed.')

  // Far into the night nobody is there, or what is poured already would close before: it goes back,
  // and says why.
  const before = await held(page)
  await task.focus()
  await page.keyboard.press('m')
  for (let hour = 0; hour < 12; hour++) await page.keyboard.press('Shift+ArrowRight')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toHaveText(
    /^(\S.* is not there for so long: no shift holds it whole|Too late: because of “.+” it has to begin by .+)\.$/,
  )
  expect((await held(page)).id).toBe(before.id)
})

test('a pin holds, others stay where they are, and undo and redo take it out and in', async ({
  page,
}) => {
  await openPlan(page)
  const before = await held(page)
  // One of another day: the clock goes on, and what is about to begin moves with it.
  const { key } = before.tasks
    .filter((one) => one.kind === 'pour' && one.startAt > inDays(1))
    .sort((x, y) => x.startAt.localeCompare(y.startAt))[0]!
  await page.getByRole('button', { name: BUTTON.week, exact: true }).click()
  const task = lanes(page).locator(`[data-key="${key}"]`)
  // Told beside the plan, whatever part of the lanes is in sight.
  const pins = page.getByRole('button', { name: /^Take back: “/ })
  await task.focus()
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Pin it here' }).click()
  await accept(page).click({ timeout: 120_000 })
  await expect(accept(page)).toHaveCount(0, { timeout: 120_000 })
  await expect(page.getByRole('button', { name: 'Take the pin out' })).toBeVisible()
  await expect(pins).toHaveCount(before.terms.pins.length + 1)
  const after = await held(page)
  const startOf = (plan: typeof before) => plan.tasks.find((one) => one.key === key)?.startAt
  expect([after.terms.pins.length, startOf(after)]).toEqual([
    before.terms.pins.length + 1,
    startOf(before),
  ])

  await page.getByRole('button', { name: BUTTON.undo, exact: true }).click()
  await expect(page.getByRole('button', { name: BUTTON.redo, exact: true })).toBeEnabled({
    timeout: 120_000,
  })
  expect((await held(page)).terms.pins).toHaveLength(before.terms.pins.length)
  await expect(pins).toHaveCount(before.terms.pins.length)
  await page.keyboard.press('Control+y')
  await expect(pins).toHaveCount(before.terms.pins.length + 1, { timeout: 120_000 })
  expect((await held(page)).terms.pins).toHaveLength(before.terms.pins.length + 1)
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('button', { name: BUTTON.redo, exact: true })).toBeEnabled({
    timeout: 120_000,
  })
})

test('a maker is ill: what moves is shown, accepted, and taken back', async ({ page }) => {
  await openPlan(page)
  const before = await held(page)
  await askWhatIf(page, 'somebody is away')
  await page.getByLabel('Who').selectOption({ label: 'Tobin Ferrow' })
  const back = inDays(6).slice(0, 10)
  await page.getByLabel(FIELD.toTheEndOf, { exact: true }).fill(back)
  await showIt(page)
  await expect(accept(page)).toBeVisible({ timeout: 120_000 })
  await page.getByText('what moves').click()
  await expect(
    page.getByRole('listitem').filter({ hasText: 'Tobin Ferrow →' }).first(),
  ).toBeVisible()
  expect(
    (
      await new AxeBuilder({ page })
        .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
        .analyze()
    ).violations
      .filter(({ impact }) => impact === 'serious' || impact === 'critical')
      .map(({ id }) => id),
  ).toEqual([])
  await accept(page).click()
  await expect(page.getByText(/^Tobin Ferrow is away from/)).toBeVisible()
  const without = await held(page)
  const tobin = (
    (await (await page.request.get('/api/workshop')).json()) as {
      people: { id: number; name: string }[]
    }
  ).people.find((one) => one.name === 'Tobin Ferrow')!.id
  // What was about to begin may stay; from tomorrow on there is nothing for him until he is back.
  const tomorrow = inDays(1)
  expect(
    without.tasks.filter(
      (task) => task.personId === tobin && task.startAt > tomorrow && task.startAt < `${back}T00`,
    ),
  ).toEqual([])
  await page.getByRole('button', { name: BUTTON.undo, exact: true }).click()
  await expect(page.getByText(/^Tobin Ferrow is away from/)).toHaveCount(0, { timeout: 120_000 })
  expect((await held(page)).terms.away).toEqual(before.terms.away)
})

test('the heated box is not to be had for a while: what would lie in it goes elsewhere, and the box runs an evening longer after', async ({
  page,
}) => {
  await openPlan(page)
  const inBox = async () => {
    const { places } = (await (await page.request.get('/api/workshop')).json()) as {
      places: { id: number; kind: string }[]
    }
    const boxes = new Set(places.filter((place) => place.kind === 'box').map((place) => place.id))
    return (
      (await (await page.request.get('/api/plan')).json()) as {
        tasks: { placeId: number | null; startAt: string; endAt: string }[]
      }
    ).tasks.filter((task) => boxes.has(task.placeId ?? 0) && task.endAt > task.startAt)
  }
  await askWhatIf(page, 'the heated box is not to be had')
  const back = inDays(20).slice(0, 10)
  await page.getByLabel(FIELD.toTheEndOf, { exact: true }).fill(back)
  await showIt(page)
  await accept(page).click({ timeout: 120_000 })
  await expect(accept(page)).toHaveCount(0)
  // What lies in it already is left there; nothing new goes in until it is back.
  const now = inDays(5 / 1440)
  expect(
    (await inBox()).filter((task) => task.startAt > now && task.startAt < `${back}T00`),
  ).toEqual([])
  await page.getByRole('button', { name: /^Take back: the heated box is not to be had/ }).click()
  await accept(page).click({ timeout: 120_000 })
  await expect(accept(page)).toHaveCount(0)

  await page.getByLabel(FIELD.whatIf).selectOption({ label: 'the heated box runs longer' })
  await expect(page.getByLabel('From', { exact: true })).toHaveValue('22:00')
  await page.getByLabel('To', { exact: true }).fill('02:30')
  await showIt(page)
  await accept(page).click({ timeout: 120_000 })
  await expect(page.getByText(/^the heated box runs \w{3} .* 22:00 to 02:30/)).toBeVisible()
  for (const task of await inBox())
    expect(new Date(task.endAt).getTime() - new Date(task.startAt).getTime()).toBeLessThanOrEqual(
      20 * 3_600_000,
    )
})

test('what is only supposed is shown promise by promise and cannot be accepted; bad input is told at its field', async ({
  page,
}) => {
  await openPlan(page)
  await askWhatIf(page, 'something new is asked for')
  await pick(page, 'Recipe', 'Keepsake block')
  await page.getByLabel(FIELD.howMany, { exact: true }).fill('0')
  await showIt(page)
  await expect(page.getByText('must be at least 1')).toBeVisible()
  await page.getByLabel(FIELD.howMany, { exact: true }).fill('3')
  await showIt(page)
  const row = page
    .getByRole('list', { name: 'Promises that change' })
    .getByRole('listitem')
    .filter({ hasText: 'what is asked for' })
  await expect(row).toContainText(/nine times in ten by \w{3} \d+/, { timeout: 120_000 })
  await expect(accept(page)).toHaveCount(0)
  await page.getByRole('button', { name: BUTTON.close, exact: true }).click()
  await expect(row).toHaveCount(0)
  await page.getByRole('button', { name: 'Find out' }).click()
  await expect(page.getByRole('button', { name: 'Try again' })).toBeVisible({ timeout: 120_000 })
})

test('two people change the plan at once: the slower one is told, and sees the other’s plan', async ({
  page,
  browser,
}) => {
  await openPlan(page)
  const other = await (
    await browser.newContext({ viewport: { width: 1280, height: 800 } })
  ).newPage()
  await signInAs(other, 'wilda')
  await other.goto('/plan')
  await page.getByRole('button', { name: BUTTON.bringUpToDate }).click()
  await expect(accept(page)).toBeVisible({ timeout: 120_000 })
  await other.getByRole('button', { name: BUTTON.bringUpToDate }).click()
  await expect(accept(other)).toBeVisible({ timeout: 120_000 })
  await accept(other).click()
  await expect(accept(other)).toHaveCount(0)
  await accept(page).click()
  await expect(page.getByRole('alert')).toContainText(
    'Wilda Sparrowfield changed the plan in the meantime',
  )
  await expect(page.getByText(/^Made .* by Wilda Sparrowfield/)).toBeVisible()
})

test('lanes and zoom change, and every task is reached with the arrows', async ({ page }) => {
  await openPlan(page)
  for (const kind of ['orders', 'pots', 'moulds', 'places', 'makers, places']) {
    await page.getByLabel('Lanes').selectOption({ label: kind })
    await expect(lanes(page)).toBeVisible()
  }
  await page.getByRole('button', { name: 'quarter', exact: true }).click()
  const chosen = lanes(page).locator('[aria-pressed="true"]')
  await lanes(page).getByRole('button').first().focus()
  await page.keyboard.press('Enter')
  const first = (await chosen.getAttribute('aria-label'))!
  await page.keyboard.press('ArrowDown')
  await expect(chosen).not.toHaveAttribute('aria-label', first)
  const labelOf = () => chosen.evaluate((element) => element.getAttribute('aria-label'))
  // A lane with one task has nothing to its right; then it goes on in the next lane.
  const goesRight = async () => {
    const before = await labelOf()
    await page.keyboard.press('ArrowRight')
    const isElsewhere = (await labelOf()) !== before
    if (!isElsewhere) await page.keyboard.press('ArrowDown')
    return isElsewhere
  }
  await expect.poll(goesRight).toBe(true)
  await page.keyboard.press('+')
  await expect(page.getByRole('button', { name: 'month', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  )
})

test('the load names what is tightest, and a week goes on paper', async ({ page }) => {
  await openPlan(page)
  await page.getByRole('link', { name: 'Load' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: /hours are planned/ })).toBeVisible()
  await expect(
    page
      .getByRole('img', { name: 'Hours planned and offered, by maker and week' })
      .locator('.bars'),
  ).not.toHaveCount(0)
  await page.goto('/plan/week')
  await expect(page.getByRole('columnheader', { name: /^Mon / })).toBeVisible()
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByRole('navigation', { name: 'Places' })).toBeHidden()
})

test('a calendar has a secret address that works without a session until it is renewed', async ({
  page,
  playwright,
  baseURL,
}) => {
  await openPlan(page)
  await page.getByRole('button', { name: 'Calendar' }).click()
  const own = page.getByRole('listitem').filter({ hasText: 'My own hands' })
  await own.getByRole('button', { name: /^Make a/ }).click()
  const address = await page.getByLabel(FIELD.theSecretAddress).inputValue()
  const stranger = await playwright.request.newContext({ baseURL })
  const file = await stranger.get(address)
  expect(file.headers()['content-type']).toContain('text/calendar')
  expect(await file.text()).toContain('BEGIN:VEVENT')
  await own.getByRole('button', { name: 'Make a new address' }).click()
  await expect(page.getByLabel(FIELD.theSecretAddress)).not.toHaveValue(address)
  expect((await stranger.get(address)).status()).toBe(404)
  expect((await stranger.get('/api/plan')).status()).toBe(401)
  await stranger.dispose()
})

test('a proposal is asked, stopped and gone; one that fixes nothing is refused', async ({
  page,
}) => {
  await openPlan(page)
  const { terms } = await held(page)
  const asked = (await (
    await page.request.post('/api/plan/proposals', { data: { kind: 'afresh', terms, suppose: [] } })
  ).json()) as { id: number; state: string }
  expect(['waiting', 'running', 'done']).toContain(asked.state)
  expect((await page.request.delete(`/api/plan/proposals/${asked.id}`)).ok()).toBe(true)
  expect(
    (
      (await (await page.request.get(`/api/plan/proposals/${asked.id}`)).json()) as {
        state: string
      }
    ).state,
  ).toBe('cancelled')
  expect(
    (await page.request.post(`/api/plan/proposals/${asked.id}/accept`, { data: {} })).status(),
  ).toBe(409)
  expect(
    (
      await page.request.post('/api/plan/proposals', {
        data: {
          kind: 'keep',
          terms: { ...terms, pins: [{ taskKey: 'x', startAt: null, personId: null }] },
          suppose: [],
        },
      })
    ).status(),
  ).toBe(422)
})
