import { beginAPot } from './bench'
import { settled } from './everyView'
import { signInAs } from './people'
import { tabThrough } from './tabThrough'
import { expect, test } from './yard'
import { BUTTON } from './names'

test('the first Tab offers to skip the places, and Enter leads to the content', async ({
  page,
}) => {
  await signInAs(page, 'maren')
  await page.goto('/')
  await settled(page)
  await page.keyboard.press('Tab')
  const skip = page.getByRole('link', { name: 'Skip to the content' })
  await expect(skip).toBeFocused()
  await expect(skip).toBeInViewport()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('main')).toBeFocused()
})

test('Tab goes through the door and the bench', async ({ page }) => {
  await page.goto('/sign-in')
  await expect(page.getByRole('button', { name: BUTTON.signIn })).toBeVisible()
  for (const label of ['Name', 'Password']) {
    await page.keyboard.press('Tab')
    await expect(page.getByLabel(label)).toBeFocused()
  }
  await signInAs(page, 'maren')
  await beginAPot(page)
  expect(await tabThrough(page)).toEqual([])
})
