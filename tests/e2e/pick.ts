import type { Locator, Page } from '@playwright/test'

/** Chooses one of many from a field that is searched as one types. */
export async function pick(field: Locator, words: string): Promise<void> {
  const page: Page = field.page()
  await field.fill(words)
  await page.getByRole('option', { name: words }).first().click()
}
