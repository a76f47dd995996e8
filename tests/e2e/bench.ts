import { expect, type Page } from '@playwright/test'
import { TEXT } from './names'

/**
 * Begins the last pot ahead that pours faces: nothing has to be poured before it, so that the plan
 * can go on with it.
 */
export async function beginAPot(page: Page): Promise<void> {
  const pots = (await (await page.request.get('/api/pots')).json()) as {
    id: number
    state: string
    portions: { layerIndex: number }[]
  }[]
  const pot = pots
    .filter((one) => one.state === 'planned')
    .filter((one) => one.portions.every((portion) => portion.layerIndex === 0))
    .at(-1)
  await page.goto('/pots')
  await page.locator(`a[href="/bench/${pot?.id}"]`).click()
  await expect(page.getByText(TEXT.untilItShows)).toBeVisible()
}
