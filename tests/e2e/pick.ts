import type { Page } from '@playwright/test'

/** A field that is searched as one types, by its label. */
export const choice = (page: Page, label: string) =>
  page.getByRole('combobox', { name: label, exact: true })

/** Chooses one of many from a field that is searched as one types. */
export async function pick(page: Page, label: string, words: string): Promise<void> {
  await choice(page, label).fill(words)
  await page.getByRole('option', { name: words }).first().click()
}
