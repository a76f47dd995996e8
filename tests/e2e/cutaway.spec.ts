import { signInAs } from './people'
import { choice } from './pick'
import { expect, test } from './yard'
import { BUTTON, FIELD } from './names'

test('a recipe of three layers is built on the cutaway', async ({ page }) => {
  await signInAs(page, 'maren')
  await page.goto('/recipes/new')
  await page.getByLabel(FIELD.name).fill('Drawn block')
  await page.getByLabel(FIELD.height).fill('30')
  const cutaway = page.getByRole('group', { name: /^Cut through the piece/ })
  await expect(cutaway).toContainText('30.0 mm')
  await page.getByRole('button', { name: BUTTON.splitInTwo }).click()
  await expect(cutaway).toContainText('face 1 of 2')
  await page.getByRole('button', { name: '2 face 2 of 2' }).click()
  await page.getByRole('button', { name: BUTTON.splitInTwo }).click()
  await expect(cutaway.getByRole('slider')).toHaveCount(3)
  // 15 + 7.5 + 7.5 mm; the surface of the first moves up by 2.1 mm, and the second gives as much.
  const surface = cutaway.getByRole('slider', { name: 'Surface of face 1 of 2' })
  await surface.press('Shift+ArrowUp')
  await surface.press('Shift+ArrowUp')
  await surface.press('ArrowUp')
  await expect(surface).toHaveAttribute('aria-valuetext', '17.1 mm above the bottom')
  await expect(cutaway).toContainText('17.1 mm')
  await expect(cutaway).toContainText('5.4 mm')
  await page.getByRole('button', { name: '1 face 1 of 2' }).click()
  await expect(page.getByLabel(FIELD.deep)).toHaveValue('17.1')
  // The other way round: the field moves the picture.
  await page.getByLabel(FIELD.deep).fill('12,5')
  await expect(surface).toHaveAttribute('aria-valuetext', '12.5 mm above the bottom')

  const box = (await surface.boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 - 20, { steps: 5 })
  await page.mouse.up()
  await expect(surface).not.toHaveAttribute('aria-valuetext', '12.5 mm above the bottom')
  await page.getByRole('button', { name: BUTTON.saveTheRecipe }).click()
  await expect(page).toHaveURL(/recipes\/\d+$/)
  await expect(page.getByRole('slider')).toHaveCount(3)
})

test('which resin for this layer, with the reasons', async ({ page }) => {
  await signInAs(page, 'maren')
  await page.goto('/recipes')
  await page.getByRole('main').getByRole('link', { name: 'Deep clock dial' }).click()
  await page.getByRole('button', { name: 'which resin?' }).click()
  const dialog = page.getByRole('dialog', { name: 'Which resin for this layer?' })
  await expect(
    dialog.getByRole('listitem').filter({ has: page.getByRole('button', { name: /^Take / }) }),
  ).toHaveCount(await dialog.getByRole('button', { name: /^Take / }).count())
  await dialog.getByLabel('must bear').fill('100')
  await expect(
    dialog.getByRole('listitem').filter({ hasText: 'Lantern clear, quick' }).first(),
  ).toContainText('softens above 52.0 °C')
  await expect(
    dialog.getByRole('listitem').filter({ hasText: 'Hearth, heat resisting' }).first(),
  ).toContainText('bears 140.0 °C once cured')
  await dialog.getByLabel('white in it').check()
  await expect(
    dialog.getByRole('listitem').filter({ hasText: 'Deep hall casting' }).first(),
  ).toContainText('lets white sink')
  await dialog.getByRole('button', { name: 'Take Hearth, heat resisting' }).click()
  await expect(choice(page, 'Resin')).toHaveValue('Hearth, heat resisting')
})
