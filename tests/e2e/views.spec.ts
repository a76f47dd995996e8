import AxeBuilder from '@axe-core/playwright'
import { type Page } from '@playwright/test'
import { beginAPot } from './bench'
import { settled, VIEWS } from './everyView'
import { signInAs } from './people'
import { tabThrough } from './tabThrough'
import { expect, test } from './yard'
import { BUTTON, HEADING } from './names'

// The longest file: both workers go through it.
test.describe.configure({ mode: 'parallel' })

/** What hangs on colours alone, and can be other in the dark. */
const OF_COLOURS = ['color-contrast', 'link-in-text-block']
const serious = async (page: Page, rules: string[] = []) => {
  // What passes is not asked for, nor are frames, of which a page has none: both take their time.
  const axe = new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).setLegacyMode()
  const { violations } = await (
    rules.length > 0
      ? axe.withRules(rules)
      : axe.withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
  ).analyze()
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(
      ({ id, nodes }) =>
        `${id}: ${nodes
          .map((node) => node.html.slice(0, 120))
          .slice(0, 3)
          .join(' | ')}`,
    )
}

test('axe finds nothing serious at the door', async ({ page }) => {
  await page.goto('/sign-in')
  await expect(page.getByRole('button', { name: BUTTON.signIn })).toBeVisible()
  expect(await serious(page)).toEqual([])
})

/** The tests block the service worker, and say so in the page's own console. */
const OF_THE_TEST = 'Service Worker registration blocked by Playwright'

for (const [name, open] of VIEWS) {
  test(`axe finds nothing serious in ${name} by day and in the dark, Tab keeps it in sight, and nothing is logged`, async ({
    page,
  }) => {
    const complaints: string[] = []
    await signInAs(page, 'maren')
    page.on('console', (message) => {
      if (['error', 'warning'].includes(message.type()) && message.text() !== OF_THE_TEST)
        complaints.push(message.text())
    })
    page.on('pageerror', (error) => complaints.push(error.message))
    await open(page)
    await settled(page)
    expect(await serious(page)).toEqual([])
    expect(await tabThrough(page)).toEqual([])
    await page.getByRole('button', { name: 'Dark' }).click()
    await expect(page.locator('html')).toHaveAttribute('data-theme', 'bench')
    expect(await serious(page, OF_COLOURS)).toEqual([])
    expect(complaints).toEqual([])
  })
}

test('axe finds nothing serious at the bench', async ({ page }) => {
  await signInAs(page, 'maren')
  await beginAPot(page)
  expect(await serious(page)).toEqual([])
})

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 } })

  test('Today, Pots, Racks and the bench fit without scrolling sideways', async ({ page }) => {
    await signInAs(page, 'maren')
    for (const path of ['/', '/pots', '/racks']) {
      await page.goto(path)
      await settled(page)
      expect(
        await page.evaluate(() => document.documentElement.scrollWidth),
        path,
      ).toBeLessThanOrEqual(390)
    }
    await beginAPot(page)
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  })
})

test('every place has a key, and ? tells which', async ({ page }) => {
  await signInAs(page, 'maren')
  await page.goto('/')
  await settled(page)
  await page.keyboard.press('6')
  await expect(page.getByRole('heading', { name: HEADING.plan, level: 1 })).toBeVisible()
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Shortcuts' })).toContainText('Notebook')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toHaveCount(0)
})
