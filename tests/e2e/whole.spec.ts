import sharp from 'sharp'
import { signInAs } from './people'
import { pick } from './pick'
import { expect, test } from './yard'
import { BUTTON, FIELD, GROUP, LIST, TEXT } from './names'

test('a board is begun from a base, coated on half, set with stones that stand proud, oiled by one person, and priced', async ({
  page,
}) => {
  await signInAs(page, 'maren')
  const field = (label: string) => page.getByLabel(label, { exact: true })
  const course = page.getByRole('list', { name: LIST.theCourseOfWork }).getByRole('listitem')
  const cost = page.getByText(TEXT.aGoodPieceCosts).locator('..')
  const costed = async () => {
    await expect(page.locator('dl').filter({ has: cost })).toHaveAttribute('aria-busy', 'false')
    return Number((await cost.innerText()).match(/\d+\.\d\d/)?.[0])
  }

  await test.step('the base and a coat on half of its face', async () => {
    await page.goto('/recipes/new')
    await field('Name').fill('Board with stones')
    await field('width').fill('200')
    await field('length').fill('100')
    await field('It begins with').selectOption('a base that is poured onto')
    await field('Which base').fill('oak')
    await pick(page, 'From the stores, one a piece', 'Oak board, planed')
    await field('Its face').selectOption('lies open')
    await field('Layer').fill('half coat')
    await field('Filled').selectOption({ label: 'a coat' })
    await field('film').fill('2')
    await field('Coats').selectOption('the face')
    // 200 × 100 mm × 2 mm is 40 ml; over a half of it 20.
    await expect(page.getByText(/one piece takes 40.0 ml/)).toBeVisible()
    await field('of that').fill('50')
    await expect(page.getByText(/one piece takes 20.0 ml/)).toBeVisible()
  })

  await test.step('stones that stand proud take room only as far as they are under', async () => {
    await page.getByRole('button', { name: BUTTON.inclusion, exact: true }).click()
    await field('What').fill('stones')
    await field('how many').fill('4')
    await field('each takes').selectOption('weighed')
    await field('each').fill('5')
    await field('density').fill('2.5')
    // 4 × 5 g at 2.5 g/ml are 8 ml; a quarter of them under the level 2.
    await expect(page.getByText(/one piece takes 12.0 ml/)).toBeVisible()
    await field('under the level').fill('25')
    await expect(page.getByText(/one piece takes 18.0 ml/)).toBeVisible()
    const before = await costed()
    await page.getByRole('combobox', { name: 'From the stores', exact: true }).fill('Brook')
    await page.getByRole('option', { name: 'Brook pebbles, by the g' }).click()
    // 20 g of a bag of 2 kg at 11.00, whatever the yield.
    await expect.poll(costed).toBeGreaterThan(before + 0.1)
  })

  await test.step('work that one person does, with what it takes, and what it waits for', async () => {
    await pick(page, 'Add to the course', 'Oil the wood')
    await page.getByRole('button', { name: 'more …' }).click()
    await pick(page, 'Only by', 'Osric Penmarrow')
    await page.getByRole('button', { name: 'takes a material' }).click()
    await pick(page, 'takes', 'Hard oil, by the ml')
    await field('so much').fill('20')
    await page.getByRole('button', { name: 'comes so long after something' }).click()
    await expect(course.filter({ hasText: 'Oil the wood' })).toContainText('at least 1 h after')
    await page.getByRole('button', { name: BUTTON.saveTheRecipe }).click()
    await expect(page).toHaveURL(/recipes\/\d+$/)
  })

  await test.step('a drawing is pinned to it, and taken off again', async () => {
    const buffer = await sharp({
      create: { width: 320, height: 240, channels: 3, background: '#c8b48a' },
    })
      .png()
      .toBuffer()
    const pinned = page.getByRole('region', { name: 'Pictures of Board with stones' })
    await pinned
      .getByLabel(FIELD.pinADrawingOrAPhotograph)
      .setInputFiles({ name: 'sketch.png', mimeType: 'image/png', buffer })
    await expect(pinned.getByRole('img')).toHaveCount(1)
    await pinned
      .getByLabel(FIELD.pinADrawingOrAPhotograph)
      .setInputFiles({ name: 'note.txt', mimeType: 'text/plain', buffer: Buffer.from('no') })
    await expect(pinned.getByRole('alert')).toContainText('picture')
    await pinned.getByRole('button', { name: 'Take picture 1 off' }).click()
    await expect(pinned.getByRole('img')).toHaveCount(0)
  })
})

test('the plan folds its nights, names its boxes, and closes its promises', async ({ page }) => {
  await signInAs(page, 'maren')
  await page.goto('/plan')
  const lanes = page.getByRole('group', { name: GROUP.thePlanLaneByLane })
  await expect(lanes.getByRole('button').first()).toBeVisible()
  const widthOf = async () => (await lanes.boundingBox())!.width
  const folds = page.getByRole('button', { name: 'fold the nights' })
  await expect(folds).toHaveAttribute('aria-pressed', 'true')
  const folded = await widthOf()
  // A box that is too narrow for it has its name below.
  await expect(lanes.locator('text', { hasText: /^\s*mix / }).first()).toBeVisible()
  await folds.click()
  await expect(folds).toHaveAttribute('aria-pressed', 'false')
  await expect.poll(widthOf).not.toBe(folded)
  const promises = page.getByRole('button', { name: 'promises beside it' })
  await promises.click()
  await expect(page.getByText(TEXT.howTheOddsAreFound)).toHaveCount(0)
  await page.reload()
  await expect(promises).toHaveAttribute('aria-pressed', 'false')
  await expect(folds).toHaveAttribute('aria-pressed', 'false')
})
