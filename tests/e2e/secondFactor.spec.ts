import { Secret, TOTP } from 'otpauth'
import { DEMO_PASSWORD } from '../../demo/workshop'
import { inDays } from '../fixtures/now'
import { signInByHand } from './people'
import { expect, test } from './yard'
import { BUTTON, FIELD, HEADING } from './names'

/** What a device with this secret shows now, or half minutes later. */
const codeOf = (secret: string, steps = 0) =>
  new TOTP({ secret: Secret.fromBase32(secret) }).generate({
    timestamp: Date.parse(inDays(0)) + steps * 30_000,
  })

test('a second factor is set up with a device, asked for at the door, and turned off', async ({
  page,
}) => {
  await signInByHand(page, 'wilda')
  await page.getByRole('button', { name: BUTTON.myPassword }).click()
  await page.getByRole('button', { name: BUTTON.setItUp }).click()
  await expect(page.getByRole('img', { name: 'The secret as a code for a camera' })).toBeVisible()
  const told = await page.getByText('Take this picture').textContent()
  const secret = /(?:[A-Z2-7]{4} ?){8}/.exec(told ?? '')![0].replaceAll(' ', '')
  await page.getByLabel(FIELD.codeItShowsNow).fill('12')
  await page.getByLabel('Your password').fill(DEMO_PASSWORD)
  await page.getByRole('button', { name: BUTTON.turnItOn }).click()
  await expect(page.getByText('the code is wrong')).toBeVisible()
  await page.getByLabel(FIELD.codeItShowsNow).fill(codeOf(secret))
  await page.getByRole('button', { name: BUTTON.turnItOn }).click()
  await expect(page.getByText('each is good once')).toBeVisible()
  await expect(page.getByText('8 spare codes are left')).toBeVisible()
  await page.getByRole('button', { name: BUTTON.close, exact: true }).click()

  await page.getByRole('button', { name: 'Sign out' }).click()
  await page.getByLabel(FIELD.name).fill('wilda')
  await page.getByLabel(FIELD.password).fill(DEMO_PASSWORD)
  await page.getByRole('button', { name: BUTTON.signIn }).click()
  await page.getByLabel('Code of your device').fill(codeOf(secret, 1))
  await page.getByRole('button', { name: BUTTON.signIn }).click()
  await expect(page.getByRole('heading', { name: HEADING.today })).toBeVisible()

  await page.getByRole('button', { name: BUTTON.myPassword }).click()
  await page.getByLabel('Password, to turn it off').fill(DEMO_PASSWORD)
  await page.getByRole('button', { name: 'Turn it off' }).click()
  await expect(page.getByRole('button', { name: BUTTON.setItUp })).toBeVisible()
})
