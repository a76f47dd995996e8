import { readFileSync } from 'node:fs'
import { pdfWords } from '../fixtures/pdfWords'
import { signInAs } from './people'
import { expect, test } from './yard'
import { FIELD, HEADING, LIST } from './names'

test('a pot shows its mix, colour and time, saves a mispour, and prints its card', async ({
  page,
}) => {
  await signInAs(page, 'maren')
  await page.goto('/pots')
  // The thin coat is mixed 1 : 1 by volume, 1.09 and 0.98 g/ml.
  await page
    .getByRole('listitem')
    .filter({ hasText: 'Bramble thin coat' })
    .first()
    .getByRole('link', { name: /, / })
    .click()
  await expect(page.getByText('part B until it shows')).toBeVisible()
  const [first, second] = await page.getByRole('button', { name: / g\. Why\?/ }).allTextContents()
  await expect(
    page.getByRole('img', { name: /Resting and pouring take \d+ of \d+ minutes/ }),
  ).toBeVisible()
  await expect(
    page.getByRole('list', { name: LIST.cups }).getByRole('listitem').first(),
  ).toContainText(/ ml/)

  // 109 g of A are 100 ml and want 100 ml of B, 98 g; 70 g are in: 28 g are missing.
  await page.getByLabel(FIELD.partAInTheCup).fill('109')
  await page.getByLabel(FIELD.partBInTheCup).fill('70')
  await page.getByLabel('the cup holds').fill('180')
  await expect(page.getByRole('status').filter({ hasText: 'Add' })).toContainText(
    '28.0 g of part B',
  )
  await expect(page.getByText('It does not fit this cup any more')).toBeVisible()
  await page.getByLabel(FIELD.partBInTheCup).fill('98')
  await expect(page.getByText('nothing to add')).toBeVisible()
  await page.getByLabel(FIELD.partAInTheCup).fill('0')
  await page.getByLabel(FIELD.partBInTheCup).fill('0')
  await expect(page.getByText('nothing to rescue')).toBeVisible()

  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Label, 100 × 150' }).click(),
  ])
  const { words } = await pdfWords(readFileSync(await download.path()))
  for (const reading of [first, second])
    expect(words).toContain(reading?.replace(/(\d)\s*g$/, '$1 g').trim())
  expect(words).toContain('Bramble thin coat')
  expect(words).toContain('Nitrile gloves')
})

test('filler moulds are laid out for what a day’s pots leave', async ({ page }) => {
  await signInAs(page, 'maren')
  await page.goto('/pots')
  const homes = page.getByText(/^\s*Lay out for the surplus/).first()
  await homes.click()
  const rows = page.getByRole('row').filter({ hasText: 'filler' })
  await expect(rows.nth(1)).toContainText(/(Button|Key tag|Thimble stand) filler/)
  await expect(homes).toContainText(/\d+ ml find a home/)
})

test('a pot that is not ahead any more says so', async ({ page }) => {
  await signInAs(page, 'wilda')
  await page.goto('/pots/999999')
  await expect(page.getByText('This pot is not ahead any more')).toBeVisible()
  await page.getByRole('link', { name: 'The pots ahead' }).click()
  await expect(page.getByRole('heading', { name: HEADING.pots, level: 1 })).toBeVisible()
})
