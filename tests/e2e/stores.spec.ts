import { readFile } from 'node:fs/promises'
import { type Page } from '@playwright/test'
import { beginAPot } from './bench'
import { pick } from './pick'
import { signInAs } from './people'
import { expect, test } from './yard'
import { BUTTON, DIALOG, FIELD } from './names'

interface Lot {
  id: number
  code: string
  left: number
  ware: { of: string; id: number; part?: string }
}
const lotsOf = async (page: Page) =>
  (await (await page.request.get('/api/stock/lots')).json()) as Lot[]
const press = (page: Page, name: string | RegExp) =>
  page.getByRole('button', { name, exact: typeof name === 'string' }).click()

test('a kit comes in, is poured from by name, falls, and is put right on count day', async ({
  page,
}) => {
  await signInAs(page, 'maren')
  await beginAPot(page)
  const run = (
    (await (await page.request.get('/api/runs')).json()) as {
      id: number
      potId: number
      resinName: string
    }[]
  ).at(-1)!

  await page.goto('/stores')
  await press(page, 'Put in what came')
  const dialog = page.getByRole('dialog', { name: DIALOG.whatCame })
  await pick(page, 'what', `kit of ${run.resinName}`)
  await dialog.getByLabel(FIELD.partACodeOnTheBottle).fill('Fresh A')
  await dialog.getByLabel(FIELD.partBCodeOnTheBottle).fill('Fresh B')
  await dialog.getByLabel('paid, EUR').fill('99,90')
  await dialog.getByLabel('where it stands').fill('by the window')
  await dialog.getByRole('button', { name: BUTTON.putItIn }).click()
  await expect(dialog).toBeHidden()
  await expect(page.getByRole('link', { name: /Fresh A/ })).toBeVisible()
  const fresh = (await lotsOf(page)).filter(({ code }) => code.startsWith('Fresh'))
  expect(fresh).toHaveLength(2)

  await test.step('the bench proposes the older bottle and takes the one that is scanned', async () => {
    await page.goto(`/bench/${run.potId}`)
    const bottles = page.getByRole('group', { name: 'Bottles' })
    await expect(bottles).toContainText('from')
    await expect(bottles).not.toContainText(/from Fresh/)
    const part = (await page.getByText(/^part [AB]$/).innerText()).slice(-1)
    await bottles.getByRole('button', { name: 'Scan a code' }).click()
    const asked = page.getByRole('dialog', { name: 'Which bottle?' })
    await asked.getByLabel(FIELD.theCodeOnIt).fill('nobody')
    await page.keyboard.press('Enter')
    await expect(asked).toContainText('no bottle of this part has the code “nobody”')
    await asked.getByLabel(FIELD.theCodeOnIt).fill(`fresh ${part.toLowerCase()}`)
    await page.keyboard.press('Enter')
    await expect(bottles).toContainText(`from Fresh ${part}`)
    await press(page, 'It is in')
    const taken = fresh.find(({ code }) => code === `Fresh ${part}`)!
    await expect
      .poll(async () => (await lotsOf(page)).find(({ id }) => id === taken.id)!.left)
      .toBeLessThan(taken.left)
    await page.keyboard.press('u')
    await expect
      .poll(async () => (await lotsOf(page)).find(({ id }) => id === taken.id)!.left)
      .toBe(taken.left)
    await press(page, 'It is in')
  })

  await test.step('what nobody can have taken needs a word', async () => {
    await page.goto(`/stores/lots/${fresh[0]!.id}`)
    await page.getByLabel('what', { exact: true }).selectOption('some was spilled')
    await page.getByLabel(FIELD.gone).fill('999999')
    await press(page, 'Note it')
    await expect(page.getByText(/say why more than that is gone, or count it first/)).toBeVisible()
    await expect(page.getByLabel(FIELD.gone)).toHaveValue('999999')
    await page.getByLabel(FIELD.gone).fill('12')
    await press(page, 'Note it')
    await expect(page.getByRole('row', { name: /spilled/ })).toContainText('−12')
    await page
      .getByRole('row', { name: /spilled/ })
      .getByRole('button', { name: BUTTON.takeBack })
      .click()
    await expect(page.getByRole('row', { name: /taken back: spilled/ })).toContainText('+12')
  })

  await page.goto('/stores/count')
  await page.getByLabel('Fresh A: there is').fill('250')
  await page
    .locator('div', { has: page.getByRole('link', { name: 'Fresh B' }) })
    .last()
    .getByLabel('that is there')
    .check()
  await press(page, 'Note 2 counted')
  await expect(page.getByText('2 counted and noted.')).toBeVisible()
  expect((await lotsOf(page)).find(({ code }) => code === 'Fresh A')!.left).toBe(250)
  await page.goto('/stores/ledger')
  await expect(page.getByRole('row', { name: /Fresh A.*counted/ })).toContainText('count day')
})

test('what lacks is ordered from who has it, comes in parts, and what is late is told', async ({
  page,
}) => {
  await signInAs(page, 'maren')
  await page.goto('/')
  await expect(
    page.getByText(/Kiln Lane Pigments, due .*; ask them, and put in what came/),
  ).toBeVisible()
  await page.goto('/stores/buy')
  const list = page.getByRole('region', { name: 'From Hollin Resin Works' })
  const row = list.getByRole('row', { name: /Bramble thin coat/ })
  await expect(row).toContainText(/lacks from/)
  const packs = row.getByLabel(/^Packs of Bramble thin coat/)
  await packs.first().fill('2')
  await packs.last().fill('0')
  await list.getByRole('button', { name: 'It is ordered' }).click()

  const ordered = page.getByRole('article', { name: 'Ordered from Hollin Resin Works' })
  const download = page.waitForEvent('download')
  await ordered.getByRole('link', { name: /as a table/ }).click()
  const table = await readFile(await (await download).path(), 'utf8')
  expect(table.split(/\r?\n/)).toContain('Bramble thin coat,2,3800,ml')
  const line = ordered.getByRole('listitem').filter({ hasText: 'Bramble thin coat' })
  await expect(line).toContainText('2 ×')
  await expect(line).toContainText('0 here')
  await line.getByRole('button', { name: 'One came' }).click()
  const dialog = page.getByRole('dialog', { name: DIALOG.whatCame })
  await expect(dialog).toContainText('kit of Bramble thin coat')
  await expect(dialog.getByLabel('from', { exact: true })).toHaveValue('Hollin Resin Works')
  await dialog.getByLabel(FIELD.partACodeOnTheBottle).fill('Came A')
  await dialog.getByLabel(FIELD.partBCodeOnTheBottle).fill('Came B')
  await dialog.getByRole('button', { name: BUTTON.putItIn }).click()
  await expect(dialog).toBeHidden()
  await expect(line).toContainText('1 here')
  expect((await lotsOf(page)).filter(({ code }) => code.startsWith('Came'))).toHaveLength(2)

  await press(page, 'Everything kept here')
  await page
    .getByRole('row', { name: /Amber ink/ })
    .getByRole('button', { name: 'How it is bought' })
    .click()
  const terms = page.getByRole('dialog', { name: 'How Amber ink is bought' })
  await terms.getByLabel('always to be there').fill('500')
  await terms.getByRole('button', { name: BUTTON.save }).click()
  await expect(terms).toBeHidden()
  await press(page, 'Only what lacks')
  await expect(page.getByRole('row', { name: /Amber ink/ })).toBeVisible()
})
