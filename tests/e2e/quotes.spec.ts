import { readFile } from 'node:fs/promises'
import { type Page } from '@playwright/test'
import { pdfWords } from '../fixtures/pdfWords'
import { pick } from './pick'
import { signInAs } from './people'
import { expect, test } from './yard'
import { BUTTON, COMBOBOX, FIELD, LINK, TAB } from './names'

const press = (page: Page, name: string) => page.getByRole('button', { name, exact: true }).click()

test('an order is priced, quoted, accepted, paid, and stands among what was earned and is owed', async ({
  page,
}) => {
  await signInAs(page, 'maren')
  await page.goto('/orders/new')
  await page.getByLabel(FIELD.what, { exact: true }).fill('Plaques for the ferry house')
  await page.getByRole('combobox', { name: COMBOBOX.forWhom }).fill('Ødgård ferry')
  await pick(page, 'Recipe', 'Room plaque')
  await page.getByLabel(FIELD.howMany).fill('4')
  await page.getByLabel('State').selectOption('asked')
  await press(page, 'Take the order')
  await expect(page).toHaveURL(/orders\/\d+/)
  const orderUrl = page.url()
  await page.getByRole('tab', { name: TAB.priceAndPayment }).click()
  const quotes = page.getByRole('region', { name: 'Quotes' })
  const paid = page.getByRole('region', { name: 'Payments' })

  await test.step('a typed price says what is left; what is typed wrong loses nothing', async () => {
    const each = page.getByLabel('Price of each Room plaque')
    await each.fill('60,00')
    await page.getByLabel(FIELD.discount).fill('200')
    await expect(page.getByRole('button', { name: 'Send the quote' })).toBeDisabled()
    await page.getByLabel(FIELD.discount).fill('10')
    await page.getByLabel('delivery, EUR').fill('14,50')
    await expect(page.getByRole('row', { name: /to be paid/ })).toContainText('230.50 EUR')
    await expect(each).toHaveValue('60,00')
    // What is typed is kept a moment after the last key.
    await expect.poll(() => page.evaluate(() => JSON.stringify(sessionStorage))).toContain('14.50')
    await page.reload()
    await page.getByRole('tab', { name: TAB.priceAndPayment }).click()
    await expect(page.getByRole('row', { name: /to be paid/ })).toContainText('230.50 EUR')
  })

  await test.step('the quote is frozen, and its sheet says what was agreed', async () => {
    await press(page, 'Send the quote')
    await expect(quotes).toContainText('230.50 EUR')
    await expect(quotes).toContainText('waits for an answer')
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      quotes.getByRole('link', { name: 'Its sheet' }).click(),
    ])
    const { words } = await pdfWords(await readFile(await download.path()))
    for (const said of ['Ødgård ferry', 'Room plaque', '60.00', '230.50 EUR', 'good until'])
      expect(words).toContain(said)
  })

  await test.step('accepted, with a deposit that comes and the rest', async () => {
    await quotes.getByRole('button', { name: 'They accept' }).click()
    await expect(quotes).toContainText('accepted')
    await press(page, 'Note a payment')
    const dialog = page.getByRole('dialog', { name: 'What was paid?' })
    await expect(dialog.getByLabel('how much, EUR')).toHaveValue('69.15')
    await dialog.getByRole('button', { name: BUTTON.noteIt }).click()
    await expect(dialog).toBeHidden()
    await expect(paid).toContainText('161.35')
    await page.goto('/prices/owed')
    const row = page.getByRole('row', { name: /Plaques for the ferry house/ })
    await expect(row).toContainText('161.35')
    await page.goto(orderUrl)
    await page.getByRole('tab', { name: TAB.priceAndPayment }).click()
    await press(page, 'Note a payment')
    await dialog.getByRole('button', { name: BUTTON.noteIt }).click()
    await expect(paid).toContainText('0.00')
    await page.goto('/prices/owed')
    await expect(row).toHaveCount(0)
  })

  await test.step('what was noted by mistake is taken back, and stands there crossed out', async () => {
    await page.goto(orderUrl)
    await page.getByRole('tab', { name: TAB.priceAndPayment }).click()
    await paid.getByRole('button', { name: /Take back 161.35/ }).click()
    await expect(paid).toContainText('-161.35')
    await expect(paid).toContainText('still to be paid')
  })
})

test('what was earned stands by order, recipe, month and customer, and adds up alike', async ({
  page,
}) => {
  await signInAs(page, 'maren')
  await page.goto('/prices')
  const together = page.getByRole('row', { name: /^together/ }).first()
  const sums = () => together.getByRole('cell').allInnerTexts()
  await expect(together).toBeVisible()
  const byOrder = await sums()
  for (const way of ['recipe', 'month', 'customer']) {
    await page.getByLabel('set together').selectOption(`by ${way}`)
    await expect(page.getByRole('columnheader', { name: way }).first()).toBeVisible()
    expect(await sums()).toEqual(byOrder)
  }
})

test('a guest sees no price', async ({ page }) => {
  await signInAs(page, 'jessamy')
  await expect(page.getByRole('link', { name: LINK.prices })).toHaveCount(0)
  for (const path of ['/api/earned?month=2027-03&months=3', '/api/owed', '/api/quotes/1/sheet'])
    expect((await page.request.get(path)).status()).toBe(403)
})
