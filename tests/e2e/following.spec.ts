import { type Page } from '@playwright/test'
import { signInAs } from './people'
import { letPlanFollow } from './letPlanFollow'
import { expect, test } from './yard'
import { BUTTON, HEADING, MENUITEM, REGION, TEXT } from './names'

/** Looks at what slips, where something does, and takes it. */
async function takeWhatSlips(page: Page, isSlip: boolean): Promise<void> {
  if (!isSlip) return
  await page.getByRole('button', { name: 'Look at the plan that follows' }).click()
  await page.getByRole('button', { name: BUTTON.accept }).click()
}

test.afterEach(({ page }) => letPlanFollow(page.request, 'asked'))

test('the plan follows what is told without anybody asking, and the other screen sees it', async ({
  page,
  browser,
}) => {
  test.setTimeout(400_000)
  await signInAs(page, 'maren')
  await letPlanFollow(page.request, 'itself')
  const other = await (await browser.newContext()).newPage()
  await signInAs(other, 'tobin')
  await other.goto('/')
  const hands = other.getByRole('region', { name: REGION.handsNowAndNext })
  await expect(hands.getByRole('button', { name: /: done$/ }).first()).toBeVisible()

  const planOf = async () =>
    (await (await page.request.get('/api/plan')).json()) as {
      id: number
      slip: object | null
      tasks: { key: string; title: string; does: object | null }[]
    }
  const before = await planOf()
  await page.goto('/')
  await page
    .getByRole('region', { name: REGION.handsNowAndNext })
    .getByRole('button', { name: /: more$/ })
    .first()
    .click()
  await page.getByRole('menuitem', { name: MENUITEM.begin }).click()
  await expect(page.getByText(TEXT.hasBegun)).toBeVisible()
  // Either it has followed, or a promise slips by it and somebody is asked.
  const settled = () =>
    expect
      .poll(
        async () => {
          const { id, slip } = await planOf()
          return id !== before.id || slip !== null
        },
        // Who asked the planner for something lately is not disturbed for two minutes.
        { timeout: 200_000 },
      )
      .toBe(true)
  await settled()
  await takeWhatSlips(other, (await planOf()).slip !== null)
  await expect.poll(async () => (await planOf()).id).not.toBe(before.id)
  await page.getByRole('button', { name: BUTTON.takeBack }).click()
  await expect(page.getByText(TEXT.hasBegun)).toHaveCount(0)
  await page.getByRole('link', { name: 'Plan', exact: true }).click()
  await expect(page.getByRole('heading', { name: HEADING.plan, exact: true })).toBeVisible()
})
