import type { Page } from '@playwright/test'

/** A field that is searched as one types, by its label. */
export const choice = (page: Page, label: string) =>
  page.getByRole('combobox', { name: label, exact: true })

/** Chooses one of many from a field that is searched as one types. */
export async function pick(page: Page, label: string, words: string): Promise<void> {
  await choice(page, label).fill(words)
  // Ordinary choices have options, too; these stand in the list that has just opened.
  const list = page.getByRole('listbox')
  await list.getByRole('option', { name: words }).first().click()
}
