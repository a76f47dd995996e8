import { type Page } from '@playwright/test'
import { signInAs } from './people'
import { expect, test } from './yard'
import { FIELD, TAB } from './names'

const press = (page: Page, name: string) => page.getByRole('button', { name, exact: true }).click()

test('a market day is thought of, what to make stands on its order, it sells, and teaches the next', async ({
  page,
}) => {
  await signInAs(page, 'maren')
  await page.goto('/prices/markets')
  await page.getByRole('link', { name: 'Midwinter fair' }).click()
  const answer = page.getByRole('region', { name: 'What to make' })
  await expect(answer).toBeVisible()
  const makeOf = (name: string) =>
    answer.getByRole('row').filter({ hasText: name }).getByRole('cell').nth(1)

  await test.step('more who come, more to make; a guess that falls is told at its field', async () => {
    await page.getByLabel('likely, Candle screen').fill('2')
    await page.getByLabel('many, Candle screen').fill('3')
    await expect(makeOf('Candle screen')).not.toBeEmpty()
    const few = Number(await makeOf('Candle screen').innerText())
    await page.getByLabel('many, Candle screen').fill('1')
    await press(page, 'Keep what is thought')
    await expect(page.getByText('must not be below the likeliest')).toBeVisible()
    await page.getByLabel('likely, Candle screen').fill('7')
    await page.getByLabel('many, Candle screen').fill('8')
    await expect
      .poll(async () => Number(await makeOf('Candle screen').innerText()))
      .toBeGreaterThan(few)
  })

  await test.step('it is kept, and put on the order with one press', async () => {
    await press(page, 'Keep what is thought')
    await expect(page.getByLabel('likely, Candle screen')).toHaveValue('7')
    await expect(answer).toBeVisible()
    const make = await makeOf('Candle screen').innerText()
    await press(page, 'Put these numbers on the order')
    await expect(page.getByText('These numbers stand on the order.')).toBeVisible()
    await page.getByRole('link', { name: 'Its order' }).click()
    await page.getByRole('tab', { name: TAB.whatWasAsked }).click()
    await expect(page.getByLabel(FIELD.howMany).first()).toHaveValue(make)
  })

  await test.step('what a past market sold stands there, and can be put right', async () => {
    await page.goto('/prices/markets')
    await page.getByRole('table').getByRole('link', { name: 'Thaw market' }).first().click()
    const sold = page.getByLabel('Drawer pull: sold')
    const taken = Number(await page.getByLabel('Drawer pull: taken').inputValue())
    await sold.fill(String(taken + 1))
    await press(page, 'That is how it went')
    await expect(page.getByText('more are gone than were taken')).toBeVisible()
    await sold.fill('1')
    await press(page, 'That is how it went')
    await expect(page.getByText(/were paid; the stall cost/)).toBeVisible()
    await page.goto('/prices/markets')
    await page.getByRole('link', { name: 'Lantern market' }).click()
    await expect(page.getByRole('row').filter({ hasText: 'Drawer pull' }).first()).toContainText(
      `1 of ${taken}`,
    )
  })
})
