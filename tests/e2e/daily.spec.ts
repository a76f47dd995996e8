import { beginAPot } from './bench'
import { signInAs } from './people'
import { pick } from './pick'
import { expect, test } from './yard'
import { BUTTON, FIELD, GROUP, HEADING, REGION, TEXT } from './names'

test('a market day asks for quantities and no customer', async ({ page }) => {
  await signInAs(page, 'maren')
  await page.goto('/orders/new')
  await page.getByLabel(FIELD.what, { exact: true }).fill('Thaw market')
  await page.getByLabel('This is').selectOption({ label: 'a market day' })
  await pick(page, 'Recipe', 'Drawer pull')
  await page.getByLabel(FIELD.howMany).fill('12')
  await page.getByRole('button', { name: BUTTON.takeTheOrder }).click()
  await expect(page.getByRole('heading', { name: 'Thaw market', level: 1 })).toBeVisible()
  await page.goto('/orders')
  await expect(page.getByRole('row').filter({ hasText: 'Thaw market' })).toContainText(
    '12 Drawer pull',
  )
  await expect(page.getByRole('row').filter({ hasText: 'Thaw market' })).toContainText('market day')
})

test('today shows hands, openings and slipping promises, for all or for oneself', async ({
  page,
}) => {
  await signInAs(page, 'tobin')
  await page.goto('/')
  const hands = page.getByRole('region', { name: REGION.handsNowAndNext }).getByRole('listitem')
  await expect(page.getByRole('heading', { name: 'Opens and closes' })).toBeVisible()
  await page.getByLabel(FIELD.myHandsOnly).check()
  const own = await hands.count()
  await page.getByLabel(FIELD.myHandsOnly).uncheck()
  expect(await hands.count()).toBeGreaterThanOrEqual(own)
})

test('the plan is read with the keyboard, and a task leads to what holds it', async ({ page }) => {
  await signInAs(page, 'maren')
  await page.goto('/plan')
  await page.getByRole('button', { name: BUTTON.week, exact: true }).click()
  const task = page
    .getByRole('group', { name: GROUP.thePlanLaneByLane })
    .getByRole('button', { name: /^pour / })
    .first()
  await task.focus()
  await page.keyboard.press('Enter')
  await expect(task).toHaveAttribute('aria-pressed', 'true')
  await expect(page.getByRole('heading', { name: HEADING.whyThen })).toBeVisible()
  await page.getByRole('link', { name: 'The order' }).click()
  await expect(page).toHaveURL(/orders\/\d+$/)
})

test('the plan made anew tells how likely each promise is, and how that was found', async ({
  page,
}) => {
  await signInAs(page, 'maren')
  await page.goto('/plan')
  await page.getByRole('button', { name: BUTTON.planFromNow }).click()
  await page.getByRole('button', { name: BUTTON.accept }).click({ timeout: 120_000 })
  await expect(page.getByRole('button', { name: BUTTON.accept })).toHaveCount(0)
  const promises = page
    .getByRole('complementary')
    .getByRole('listitem')
    .filter({ has: page.getByText(/^promised /) })
  const likely = promises.filter({
    hasText:
      /kept \d+ times in 100; to be right nine times in ten, promise the end of \w{3} \d+ \w{3}/,
  })
  await expect(likely.first()).toBeVisible()
  await expect(likely).toHaveCount(await promises.filter({ hasText: /ready|late by/ }).count())
  await page.getByText(TEXT.howTheOddsAreFound).click()
  await expect(page.getByText(/carried out 2,000 times with chance/)).toBeVisible()
})

test('every figure of an order opens its derivation and closes with Escape', async ({ page }) => {
  await signInAs(page, 'maren')
  await page.goto('/orders')
  await page.getByRole('link', { name: 'Two lamp bases' }).click()
  const figures = page.getByRole('button', { name: /\. Why\?$/ })
  await expect(figures.first()).toBeVisible()
  const count = await figures.count()
  expect(count).toBeGreaterThan(6)
  for (let i = 0; i < count; i++) {
    const shown = (await figures.nth(i).textContent())?.replace(/[^\d.]/g, '') ?? ''
    await figures.nth(i).click()
    const panel = page.getByRole('dialog')
    await expect(panel).toContainText(shown)
    await expect(panel.getByRole('row')).not.toHaveCount(1)
    await page.keyboard.press('Escape')
    await expect(panel).toHaveCount(0)
  }
})

test.describe('on a phone at the bench', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true })

  test('a knuckle weighs, nudges and takes back', async ({ page }) => {
    await signInAs(page, 'tobin')
    await beginAPot(page)
    const shows = page.getByText(/^\s*it shows/)
    const before = await shows.textContent()
    // Tobin's scale shows whole grams.
    await page.getByRole('button', { name: '1 more' }).tap()
    await expect(shows).not.toHaveText(before ?? '')
    await page.getByRole('button', { name: '1 less' }).tap()
    await expect(shows).toHaveText(before ?? '')
    for (const button of await page.getByRole('button').filter({ hasNotText: 'Cautions' }).all()) {
      const box = await button.boundingBox()
      expect(Math.min(box?.width ?? 99, box?.height ?? 99)).toBeGreaterThanOrEqual(44)
    }
    const first = await page.getByText(/Pour part [AB] until it shows/).textContent()
    await page.getByRole('button', { name: BUTTON.itIsIn }).tap()
    await expect(page.getByText(/Pour part [AB] until it shows/)).not.toHaveText(first ?? '')
    await page.getByRole('button', { name: /Take back/ }).tap()
    await expect(page.getByText(/Pour part [AB] until it shows/)).toHaveText(first ?? '')
  })
})
