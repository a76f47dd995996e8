import { pick } from './pick'
import { signInAs } from './people'
import { expect, test } from './yard'
import { BUTTON, COMBOBOX, FIELD, LINK, TAB } from './names'

test('spares are proposed with their chance and cost, are poured, and are in the price of what was asked for', async ({
  page,
}) => {
  await signInAs(page, 'maren')
  await page.goto('/orders/new')
  await page.getByLabel(FIELD.what, { exact: true }).fill('Discs for the long table')
  await page.getByRole('combobox', { name: COMBOBOX.forWhom }).fill('Quill family')
  await pick(page, 'Recipe', 'Pendulum disc')
  await page.getByLabel(FIELD.howMany).fill('8')

  await test.step('more of them make it surer', async () => {
    const sure = async () =>
      Number((await page.getByText(/sure that 8 come out good/).innerText()).match(/(\d+) %/)?.[1])
    const before = await sure()
    await page.getByRole('button', { name: /to spare: \d+ %, for \d+\.\d\d/ }).click()
    await expect(page.getByLabel(FIELD.spares)).not.toHaveValue('0')
    expect(await sure()).toBeGreaterThan(before)
    expect(await sure()).toBeGreaterThanOrEqual(90)
  })

  const spares = Number(await page.getByLabel(FIELD.spares).inputValue())

  await test.step('what cannot be is told at its field, and nothing typed is lost', async () => {
    await page.getByLabel(FIELD.spares).fill('-1')
    await page.getByRole('button', { name: BUTTON.takeTheOrder }).click()
    await expect(page.getByText('must be at least 0')).toBeVisible()
    await expect(page.getByLabel(FIELD.howMany)).toHaveValue('8')
    await page.getByLabel(FIELD.spares).fill(String(spares))
  })

  await test.step('all are poured, and paid for by the eight', async () => {
    await page.getByRole('button', { name: BUTTON.takeTheOrder }).click()
    await expect(
      page.getByText(`Mixes for ${8 + spares} pieces, ${spares} of them to spare`),
    ).toBeVisible()
    const each = async (words: string) =>
      (await page.getByText(words).locator('..').innerText()).match(/\d+\.\d\d/)?.[0]
    const cost = await each('a good piece costs')
    await page.getByRole('tab', { name: TAB.priceAndPayment }).click()
    const row = page.getByRole('row').filter({ hasText: `+ ${spares} to spare` })
    await expect(row).toContainText('8')
    await expect(row).toContainText(cost!)
  })
})

test('a guest sees what they took of the house, and nothing of others’ money', async ({ page }) => {
  await signInAs(page, 'jessamy')
  await page.goto('/')
  await expect(page.getByRole('navigation').getByRole('link', { name: LINK.prices })).toHaveCount(0)
  await page.getByRole('link', { name: 'My bill' }).click()
  await page.getByLabel('month').selectOption('February 2027')
  const bill = page.getByRole('region', { name: /Bill of/ })
  await expect(bill.getByRole('row').filter({ hasText: 'room on the racks' })).toBeVisible()
  await expect(bill.getByRole('row').filter({ hasText: 'help of others' })).toBeVisible()
  const cents = (text: string) => Math.round(Number(text.replace('−', '-')) * 100)
  const sums = await bill.locator('tbody tr td:last-child').allInnerTexts()
  const total = await bill.locator('tfoot td:last-child').innerText()
  expect(cents(total)).toBeGreaterThan(0)
  expect(sums.reduce((sum, text) => sum + cents(text), 0)).toBe(cents(total))
  const { people } = (await (await page.request.get('/api/workshop')).json()) as {
    people: { id: number; role: string }[]
  }
  const maker = people.find(({ role }) => role === 'maker')!
  expect((await page.request.get(`/api/guests/${maker.id}/bill?month=2027-02`)).status()).toBe(403)
})
