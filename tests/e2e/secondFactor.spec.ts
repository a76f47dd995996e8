import { Secret, TOTP } from 'otpauth'
import { DEMO_PASSWORD } from '../../demo/workshop'
import { inDays } from '../fixtures/now'
import { signInByHand } from './people'
import { expect, test } from './yard'

/** What a device with this secret shows now, or half minutes later. */
const codeOf = (secret: string, steps = 0) =>
  new TOTP({ secret: Secret.fromBase32(secret) }).generate({
    timestamp: Date.parse(inDays(0)) + steps * 30_000,
  })

test('a second factor is set up with a device, asked for at the door, and turned off', async ({
  page,
}) => {
  await signInByHand(page, 'wilda')
  await page.getByRole('button', { name: 'My password' }).click()
  await page.getByRole('button', { name: 'Set it up' }).click()
  await expect(page.getByRole('img', { name: 'The secret as a code for a camera' })).toBeVisible()
  const told = await page.getByText('Take this picture').textContent()
  const secret = /(?:[A-Z2-7]{4} ?){8}/.exec(told ?? '')![0].replaceAll(' ', '')
  await page.getByLabel('Code it shows now').fill('12')
  await page.getByLabel('Your password').fill(DEMO_PASSWORD)
  await page.getByRole('button', { name: 'Turn it on' }).click()
  await expect(page.getByText('the code is wrong')).toBeVisible()
  await page.getByLabel('Code it shows now').fill(codeOf(secret))
  await page.getByRole('button', { name: 'Turn it on' }).click()
  await expect(page.getByText('each is good once')).toBeVisible()
  await expect(page.getByText('8 spare codes are left')).toBeVisible()
  await page.getByRole('button', { name: 'Close', exact: true }).click()

  await page.getByRole('button', { name: 'Sign out' }).click()
  await page.getByLabel('Name').fill('wilda')
  await page.getByLabel('Password').fill(DEMO_PASSWORD)
  await page.getByRole('button', { name: 'Sign in' }).click()
  await page.getByLabel('Code of your device').fill(codeOf(secret, 1))
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible()

  await page.getByRole('button', { name: 'My password' }).click()
  await page.getByLabel('Password, to turn it off').fill(DEMO_PASSWORD)
  await page.getByRole('button', { name: 'Turn it off' }).click()
  await expect(page.getByRole('button', { name: 'Set it up' })).toBeVisible()
})
