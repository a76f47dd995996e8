import { expect, type Page } from '@playwright/test'
import { DEMO_PASSWORD } from '../../demo/workshop'

/** Signs in as one of the demo's people and waits for Today. */
export async function signInAs(page: Page, name: 'maren' | 'tobin' | 'wilda' | 'osric' | 'jessamy'): Promise<void> {
  await page.goto('/sign-in')
  await page.getByLabel('Name').fill(name)
  await page.getByLabel('Password').fill(DEMO_PASSWORD)
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible()
}
