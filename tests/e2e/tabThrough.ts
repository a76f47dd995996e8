import { type Page } from '@playwright/test'

/** So many are enough to come past the places and into what is particular to a view. */
const MOST_TABS = 60

interface Focused {
  /** What has the focus, for a sentence; null where nothing has. */
  name: string | null
  isInSight: boolean
  mainLeft: number
  mainWidth: number
  sidewaysPx: number
}

/** What has the focus, and whether the page still stands where it stood. */
const focused = (page: Page): Promise<Focused> =>
  page.evaluate(() => {
    const main = document.querySelector('main')!.getBoundingClientRect()
    const active = document.activeElement
    const box = active?.getBoundingClientRect()
    return {
      name:
        active && active !== document.body
          ? `${active.tagName} ${active.getAttribute('aria-label') ?? active.textContent?.trim().slice(0, 40)}`
          : null,
      isInSight:
        box !== undefined &&
        box.right > 0 &&
        box.left < window.innerWidth &&
        box.bottom > 0 &&
        box.top < window.innerHeight,
      mainLeft: Math.round(main.left),
      mainWidth: Math.round(main.width),
      sidewaysPx: window.scrollX,
    }
  })

/** Presses Tab from the top of a page. @returns what went wrong, in sentences */
export async function tabThrough(page: Page): Promise<string[]> {
  const wrong: string[] = []
  // A view that was reached by a press has its focus where that was.
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur())
  const before = await focused(page)
  for (let tabs = 1; tabs <= MOST_TABS; tabs++) {
    await page.keyboard.press('Tab')
    const now = await focused(page)
    if (now.name === null) break
    if (!now.isInSight) wrong.push(`${now.name} has the focus out of sight`)
    if (now.mainLeft !== before.mainLeft || now.mainWidth < before.mainWidth - 20)
      wrong.push(`the page moved when ${now.name} had the focus`)
    if (now.sidewaysPx !== 0) wrong.push(`the page scrolled sideways for ${now.name}`)
  }
  return wrong
}
