import { type Page } from '@playwright/test'
import { signInAs } from './people'
import { expect, test } from './yard'
import { BUTTON, REGION } from './names'

const openTask = (page: Page) =>
  page
    .getByRole('region', { name: REGION.handsNowAndNext })
    .getByRole('button', { name: /: done$/ })
    .first()
const titleOf = async (page: Page) =>
  ((await openTask(page).getAttribute('aria-label')) ?? '').replace(/: done$/, '')
const choose = async (page: Page, title: string, name: string) => {
  await page
    .getByRole('region', { name: REGION.handsNowAndNext })
    .getByRole('button', { name: `${title}: more`, exact: true })
    .first()
    .click()
  await page.getByRole('menuitem', { name }).click()
}

test('work is begun, done by somebody else, taken back, skipped with a reason and put off, and the other screen sees it', async ({
  page,
  browser,
}) => {
  await signInAs(page, 'maren')
  await page.goto('/')
  const other = await (await browser.newContext()).newPage()
  await signInAs(other, 'tobin')
  await other.goto('/')
  await expect(openTask(page)).toBeVisible()
  const title = await titleOf(page)
  const row = (one: Page) =>
    one
      .getByRole('region', { name: REGION.handsNowAndNext })
      .getByRole('listitem')
      .filter({ has: one.getByRole('button', { name: `${title}: done`, exact: true }) })
  const count = await row(page).count()

  await choose(page, title, 'begin')
  await expect(row(page).first()).toContainText(/begun \d\d:\d\d, Maren Oakhollow/)
  await expect(row(other).first()).toContainText(/begun \d\d:\d\d, Maren Oakhollow/)

  await choose(page, title, 'done, with more to say …')
  await page.getByLabel('Done by').selectOption('Wilda Sparrowfield')
  await page.getByLabel('it took').fill('7')
  await page.getByRole('button', { name: 'It is done' }).click()
  await expect(page.getByText(`“${title}” is done.`)).toBeVisible()
  await expect(row(page)).toHaveCount(count - 1)
  await expect(row(other)).toHaveCount(count - 1)

  await page.getByRole('button', { name: BUTTON.takeBack }).click()
  await expect(row(page).first()).toContainText('begun')

  await choose(page, title, 'skip …')
  await page.getByRole('button', { name: BUTTON.skipIt }).click()
  await expect(page.getByText('is missing: say why in a few words')).toBeVisible()
  await page.getByLabel('why').fill('it came so from the joiner')
  await page.getByRole('button', { name: BUTTON.skipIt }).click()
  await expect(page.getByText(`“${title}” is skipped.`)).toBeVisible()
  await expect(row(page)).toHaveCount(count - 1)
  await page.getByRole('button', { name: BUTTON.takeBack }).click()
  await expect(row(page)).toHaveCount(count)

  await choose(page, title, 'not now …')
  await page.getByRole('button', { name: 'Put it off' }).click()
  await expect(row(page).filter({ hasText: 'put off until' })).toHaveCount(1)
})

test('what is done is no more in the plan that is made anew', async ({ page }) => {
  await signInAs(page, 'maren')
  await page.goto('/')
  await expect(openTask(page)).toBeVisible()
  const plan = async () =>
    (await (await page.request.get('/api/plan')).json()) as {
      tasks: {
        key: string
        title: string
        orderLineId: number
        does: { what: string; first: number } | null
        told: { kind: string } | null
      }[]
    }
  const title = await titleOf(page)
  const isDone = ({ told }: { told: { kind: string } | null }) => told?.kind === 'done'
  const before = (await plan()).tasks.filter(isDone)
  await openTask(page).click()
  await expect(page.getByText(`“${title}” is done.`)).toBeVisible()
  const done = (await plan()).tasks.find(
    (task) => isDone(task) && !before.some(({ key }) => key === task.key),
  )!
  expect(done.title).toBe(title)
  const origin = new URL(page.url()).origin
  const made = await page.request.post('/api/plan', { headers: { origin }, data: {} })
  expect(made.ok()).toBe(true)
  expect(
    (await plan()).tasks.filter(
      ({ orderLineId, does }) =>
        orderLineId === done.orderLineId &&
        does?.what === done.does?.what &&
        does?.first === done.does?.first,
    ),
  ).toEqual([])
})

test('a guest is offered to tell of their own work only', async ({ page }) => {
  await signInAs(page, 'jessamy')
  await page.goto('/')
  const hands = page.getByRole('region', { name: REGION.handsNowAndNext })
  await expect(hands.getByRole('listitem').first()).toBeVisible()
  const { promises } = (await (await page.request.get('/api/plan')).json()) as {
    promises: { title: string }[]
  }
  const offered = hands
    .getByRole('listitem')
    .filter({ has: page.getByRole('button', { name: /: done$/ }) })
  for (const text of await offered.allInnerTexts())
    expect(promises.some(({ title }) => text.includes(title))).toBe(true)
  expect(await offered.count()).toBeLessThan(await hands.getByRole('listitem').count())
})
