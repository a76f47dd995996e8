import { signInAs } from './people'
import { choice, pick } from './pick'
import { expect, test } from './yard'
import { BUTTON, FIELD, LIST, TEXT } from './names'

test('on the cutaway a layer is dropped in, tinted and given an inclusion; its step goes along; the save is a version to compare', async ({
  page,
}) => {
  await signInAs(page, 'maren')
  await page.goto('/recipes/new')
  await page.getByLabel(FIELD.name, { exact: true }).fill('Versioned block')
  await page.getByLabel(FIELD.height).fill('30')
  await pick(page, 'Add to the course', 'Seal or prime')
  await page.getByLabel('dries for').fill('60')
  await pick(page, 'Add to the course', 'Take the tape off')
  await expect(page.getByText('2 h after the pour · within 1 h')).toBeVisible()

  const cutaway = page.getByRole('group', { name: /^Cut through the piece/ })
  await page.getByRole('button', { name: 'drop in a layer' }).click()
  await cutaway.scrollIntoViewIfNeeded()
  const surface = (await cutaway.getByRole('slider').boundingBox())!
  const foot = (await cutaway.getByText('face', { exact: true }).last().boundingBox())!
  await page.mouse.click(surface.x + surface.width / 2, (surface.y + foot.y) / 2)
  await expect(cutaway.getByRole('slider')).toHaveCount(2)
  await expect(page.getByRole('button', { name: '2 layer 2' })).toHaveAttribute(
    'aria-pressed',
    'true',
  )

  await page
    .getByRole('group', { name: 'Tint of layer 2' })
    .getByRole('button', { name: 'Plum paste' })
    .click()
  await page.getByLabel('Load of Plum paste').fill('2.5')
  await expect(page.getByText('layer 2: 2.5 % pigment')).toBeVisible()

  await page.getByRole('button', { name: BUTTON.inclusion, exact: true }).click()
  await page.getByLabel(FIELD.high).fill('40')
  await expect(page.getByText(/would stand .* mm proud/)).toBeVisible()
  await page.getByLabel(FIELD.high).fill('4')
  await expect(page.getByText(/proud/)).toHaveCount(0)
  const inclusion = cutaway.getByRole('button', { name: /inclusion: place it/ })
  const before = (await inclusion.locator('path').getAttribute('transform'))!
  await inclusion.press('ArrowRight')
  await expect(inclusion.locator('path')).not.toHaveAttribute('transform', before)

  // The new layer goes to the face: what was done before and on the face goes behind it.
  await page.getByRole('button', { name: 'to the face' }).click()
  const course = page.getByRole('list', { name: LIST.theCourseOfWork }).getByRole('listitem')
  await expect(course.nth(1)).toContainText('mix layer 2')
  await expect(course.nth(4)).toContainText('mix face')
  await page.getByRole('button', { name: 'to the back' }).click()
  await page.getByRole('button', { name: BUTTON.saveTheRecipe }).click()
  await expect(page).toHaveURL(/recipes\/\d+$/)

  await page.getByRole('button', { name: '1 face' }).click()
  await page.getByLabel(FIELD.restAtLeast).fill('11')
  await page.getByRole('button', { name: BUTTON.saveTheRecipe }).click()
  await expect(page.getByText(TEXT.saved)).toBeVisible()
  await page.getByRole('button', { name: 'Versions' }).click()
  const dialog = page.getByRole('dialog', { name: 'Versions' })
  await expect(dialog.getByRole('row', { name: /face: rest: least/ })).toContainText('8 min')
  await expect(dialog.getByRole('row', { name: /face: rest: least/ })).toContainText('11 min')
  await dialog.getByRole('button', { name: 'Write from version 1 again' }).click()
  await expect(page.getByLabel(FIELD.restAtLeast)).toHaveValue('8')
})

test('a recipe is duplicated, put away and brought back; a set is sized as one', async ({
  page,
}) => {
  await signInAs(page, 'maren')
  await page.goto('/recipes')
  await page
    .getByRole('main')
    .getByRole('link', { name: /Desk set/ })
    .click()
  await expect(page.getByText(/one set takes/)).toBeVisible()
  await page.getByRole('link', { name: 'Duplicate' }).click()
  await expect(page.getByLabel(FIELD.name, { exact: true })).toHaveValue('Desk set, copy')
  await page.getByRole('button', { name: BUTTON.saveTheRecipe }).click()
  await expect(page).toHaveURL(/recipes\/\d+$/)
  await page.getByRole('button', { name: 'Put away' }).click()
  await expect(page.getByText('put away: not offered for new orders')).toBeVisible()
  await page.goto('/orders/new')
  await choice(page, 'Recipe').fill('Desk set, copy')
  await expect(page.getByText('nothing is called so')).toBeVisible()
  await page.goto('/recipes')
  await expect(page.getByRole('main').getByRole('link', { name: /Desk set, copy/ })).toHaveCount(0)
  await page.getByLabel('those put away too').check()
  await page
    .getByRole('main')
    .getByRole('link', { name: /Desk set, copy/ })
    .click()
  await page.getByRole('button', { name: 'Bring back' }).click()
  await expect(page.getByText('put away: not offered')).toHaveCount(0)
})

test('a piece of a set goes without a layer, and a rest goes along with another resin', async ({
  page,
}) => {
  await signInAs(page, 'maren')
  await page.goto('/recipes')
  await page
    .getByRole('main')
    .getByRole('link', { name: /Hanging lamp pull/ })
    .click()
  // The pull takes 28.02 ml less 0.75 of what is set in, two beads of 14 mm 7.13.
  await expect(page.getByText('one set takes 34.4 ml')).toBeVisible()
  await page.getByRole('button', { name: /^The piece/ }).click()
  const bead = page.getByRole('list', { name: 'Layers of bead for its cord' })
  await bead.getByLabel('clear body of bead for its cord').selectOption('not in this piece')
  await expect(page.getByText('bead for its cord gets no layer at all').first()).toBeVisible()
  // 8 mm of copper in both are 4.07 ml.
  await bead.getByLabel('copper tip of bead for its cord').selectOption('as in the first piece')
  await expect(page.getByText('one set takes 31.3 ml')).toBeVisible()
  await bead.getByLabel('copper tip of bead for its cord').selectOption('filled otherwise')
  await bead.getByLabel(FIELD.deep).fill('4')
  await expect(page.getByText('one set takes 29.3 ml')).toBeVisible()

  await pick(page, 'Resin', 'Lantern clear, slow')
  await expect(page.getByText('The rest went along with the resin').first()).toContainText(
    'in Lantern clear, quick it was',
  )
  await page.getByRole('button', { name: BUTTON.saveTheRecipe }).click()
  await expect(page.getByText(TEXT.saved)).toBeVisible()
  await page.reload()
  await expect(page.getByText('one set takes 29.3 ml')).toBeVisible()
})

test('resins are compared figure by figure, and where a figure came from is kept', async ({
  page,
}) => {
  await signInAs(page, 'maren')
  await page.goto('/stores/resins')
  await page.getByRole('main').getByRole('link', { name: 'Deep hall casting' }).click()
  await page.getByLabel('Where density of A comes from').selectOption('learned')
  await page.getByRole('button', { name: BUTTON.saveTheResin }).click()
  await expect(page.getByText(TEXT.saved)).toBeVisible()
  await page.goto('/stores/resins')
  await page.getByLabel('Compare Deep hall casting').check()
  await page.getByLabel('Compare Bramble thin coat').check()
  await page.getByRole('link', { name: 'Compare these 2' }).click()
  const density = page.getByRole('row', { name: /density of A/ })
  await expect(density).toContainText('1.100 g/mllearned')
  await expect(page.getByRole('row', { name: /kits, soonest first/ })).toContainText(
    '79.00 EUR for 2900 ml, 2 days',
  )
  await page.getByLabel('only what differs').check()
  await expect(page.getByRole('row', { name: /keeps from yellowing/ })).toBeVisible()
})

test('each maker reads and types in units of their own', async ({ page }) => {
  await signInAs(page, 'jessamy')
  await page.goto('/recipes')
  await page
    .getByRole('main')
    .getByRole('link', { name: /Meadow bookend/ })
    .click()
  await page.getByRole('button', { name: /^The piece/ }).click()
  // 9 mm and 34 mm
  await expect(page.getByLabel(FIELD.deep)).toHaveValue('0.3543')
  await expect(page.getByLabel(FIELD.height)).toHaveValue('1.3386')
  await expect(page.getByRole('group', { name: /^Cut through/ })).toContainText('0.354 in')
  await page.getByLabel(FIELD.deep).fill('1/4')
  await expect(page.getByRole('slider', { name: 'Surface of clear face' })).toHaveAttribute(
    'aria-valuenow',
    '6.4',
  )
  await page.getByLabel(FIELD.deep).fill('8 mm')
  await expect(page.getByText('mm: 0.315 in')).toBeVisible()

  await page.getByRole('button', { name: 'My scale and cup' }).click()
  const dialog = page.getByRole('dialog', { name: 'My scale, cup and units' })
  await dialog.getByLabel('Lengths in').selectOption('mm')
  await dialog.getByRole('button', { name: 'Keep' }).click()
  await expect(dialog).toHaveCount(0)
  await page.reload()
  await expect(page.getByText('What you had typed here is back')).toBeVisible()
  await expect(page.getByLabel(FIELD.deep)).toHaveValue('8')
  await page.getByRole('button', { name: BUTTON.dropIt }).click()
  await expect(page.getByLabel(FIELD.deep)).toHaveValue('9')
})
