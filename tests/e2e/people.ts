import { expect, type APIRequestContext, type Page } from '@playwright/test'
import { DEMO_PASSWORD } from '../../demo/workshop'
import { BUTTON, FIELD, HEADING } from './names'

type Name = 'maren' | 'tobin' | 'wilda' | 'osric' | 'jessamy'

/** Lets requests be those of one of the demo's people. */
export async function signIn(api: APIRequestContext, name: Name): Promise<void> {
  const response = await api.post('/api/session', {
    data: { signIn: name, password: DEMO_PASSWORD },
  })
  expect(response.ok()).toBe(true)
}

/** Signs in as one of the demo's people, without the form: most tests are about something else. */
export const signInAs = (page: Page, name: Name): Promise<void> => signIn(page.request, name)

/** Signs in at the door and waits for Today. */
export async function signInByHand(page: Page, name: Name): Promise<void> {
  await page.goto('/sign-in')
  await page.getByLabel(FIELD.name).fill(name)
  await page.getByLabel(FIELD.password).fill(DEMO_PASSWORD)
  await page.getByRole('button', { name: BUTTON.signIn }).click()
  await expect(page.getByRole('heading', { name: HEADING.today })).toBeVisible()
}
