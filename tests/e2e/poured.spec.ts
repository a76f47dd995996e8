import { signInAs } from './people'
import { choice, pick } from './pick'
import { expect, test } from './yard'
import { BUTTON, LINK, LIST, TEXT } from './names'

test('a layer of three cups and five pours is built on the picture, ordered, and read as pot, plan and cost', async ({
  page,
}) => {
  const name = 'Three cups, five pours'
  await signInAs(page, 'maren')
  const field = (label: string) => page.getByLabel(label, { exact: true })
  const course = page.getByRole('list', { name: LIST.theCourseOfWork }).getByRole('listitem')

  await test.step('the layer and its cups', async () => {
    await page.goto('/recipes/new')
    await field('Name').fill(name)
    await field('width').fill('100')
    await field('length').fill('50')
    await field('height').fill('20')
    await field('Layer').fill('poured face')
    await page.getByRole('button', { name: BUTTON.cup, exact: true }).click()
    await field('Cup').fill('chalk')
    await field('share').fill('30')
    await page.getByRole('button', { name: BUTTON.pigment, exact: true }).click()
    await choice(page, 'Pigment').fill('Chalk')
    await page.getByRole('option', { name: 'Chalk white paste' }).click()
    await page.getByRole('button', { name: BUTTON.cup, exact: true }).click()
    await field('Cup').fill('copper')
    await field('takes').selectOption('ml a piece')
    await field('amount').fill('15')
    await page.getByRole('button', { name: BUTTON.pigment, exact: true }).click()
    await choice(page, 'Pigment').fill('Copper')
    await page.getByRole('option', { name: 'Copper mica' }).click()
    // More than the layer takes is told at the cups, at once.
    await field('amount').fill('80')
    await expect(page.getByRole('alert')).toContainText(
      'its cups take 10.00 ml more than the 100.00 ml that it takes',
    )
    await field('amount').fill('15')
    await expect(page.getByText('its cups take')).toHaveCount(0)
  })

  await test.step('five pours, the last of them placed on the face', async () => {
    await course.filter({ hasText: 'pour poured face' }).getByRole('button').first().click()
    await field('As').selectOption('a ring')
    await field('of it').selectOption('per cent')
    await field('share').fill('50')
    for (const [cup, how, share] of [
      ['chalk', 'a puddle', '60'],
      ['copper', 'dots', ''],
      ['chalk', 'a line', ''],
      ['poured face', 'a puddle', ''],
    ] as const) {
      await pick(page, 'Add behind this', 'Pour')
      await field('From the cup').selectOption(cup)
      await field('As').selectOption(how)
      await field('of it').selectOption(share === '' ? 'the rest' : 'per cent')
      if (share !== '') await field('share').fill(share)
    }
    await page.getByRole('button', { name: 'place it on the face' }).click()
    const face = page.getByRole('img', { name: /^The face/ })
    await face.scrollIntoViewIfNeeded()
    const box = (await face.boundingBox())!
    await page.mouse.click(box.x + box.width * 0.6, box.y + box.height * 0.4)
    await expect(page.getByRole('button', { name: 'no place' })).toBeVisible()
    // 100 ml: 15 copper, 30 chalk, the rest 55; by half, three fifths, and what is left.
    for (const [at, ml] of ['27.5', '18.0', '15.0', '12.0', '27.5'].entries())
      await expect(
        course.filter({ hasText: / of (poured face|chalk|copper)/ }).nth(at),
      ).toContainText(`${ml} ml`)
    await pick(page, 'Add to the course', 'Demould')
    await page.getByRole('button', { name: BUTTON.saveTheRecipe }).click()
    await expect(page).toHaveURL(/recipes\/\d+$/)
  })

  await test.step('what is taken back is as it was', async () => {
    const saved = await page.evaluate(async () => (await fetch('/api/recipes')).json())
    await course.filter({ hasText: 'dots' }).getByRole('button').first().click()
    await field('Where, in a word').fill('nowhere')
    await page.waitForFunction(() =>
      Object.values(sessionStorage).some((kept) => String(kept).includes('nowhere')),
    )
    await page.reload()
    await page.getByRole('button', { name: BUTTON.dropIt }).click()
    await expect(course.filter({ hasText: 'nowhere' })).toHaveCount(0)
    await page.getByRole('button', { name: BUTTON.saveTheRecipe }).click()
    await expect(page.getByText(TEXT.saved)).toBeVisible()
    const again = await page.evaluate(async () => (await fetch('/api/recipes')).json())
    const of = (list: { name: string }[]) => {
      const { version: _version, ...rest } = list.find(
        (one) => one.name === name,
      ) as never as Record<string, unknown>
      return rest
    }
    expect(of(again)).toEqual(of(saved))
  })

  await test.step('its pot, its plan and its cost', async () => {
    await page.goto('/orders/new')
    await field('What').fill('Poured tiles')
    await choice(page, 'For whom').fill('The pantry')
    await pick(page, 'Recipe', name)
    await field('How many').fill('2')
    await page.getByRole('button', { name: BUTTON.takeTheOrder }).click()
    await expect(page.getByRole('heading', { name: 'Poured tiles' })).toBeVisible()
    await expect(page.getByText(TEXT.aGoodPieceCosts)).toBeVisible()
    await expect(page.getByRole('row', { name: /^pour copper/ })).toContainText(/\d\.\d\d/)

    await page.goto('/pots')
    await page.getByRole('link', { name: `${name}, poured face` }).click()
    const cups = page.getByRole('list', { name: LIST.cups }).getByRole('listitem')
    await expect(cups).toHaveCount(3)
    await expect(cups.filter({ hasText: 'chalk' })).toContainText('Chalk white paste')
    // 2 × 15 ml and the film of a cup
    await expect(cups.filter({ hasText: 'copper' })).toContainText('32.5 ml')
    await expect(cups.filter({ hasText: 'copper' })).toContainText(/smooth in \d+ ml of it first/)
    const pours = page.getByRole('listitem').filter({ hasText: /after stirring/ })
    await expect(pours).toHaveCount(5)
    await expect(pours.nth(2)).toContainText('copper dots, 30.0 ml, 15.0 ml into each of 2')
  })

  await test.step('at the bench its pours are told one by one, as they were really done', async () => {
    await page.getByRole('link', { name: LINK.toTheBench }).click()
    const press = (label: string | RegExp) => page.getByRole('button', { name: label }).click()
    const part = page.getByText(/Pour part [AB] until it shows/)
    const first = (await part.textContent()) ?? ''
    await press('It is in')
    await expect(part).not.toHaveText(first)
    await press('It is in')
    await press('Stir now')
    await press('Stirred, no streaks')
    await press(/^Pour (already|now)$/)
    const pours = page.getByRole('list', { name: 'Pours, in order' }).getByRole('listitem')
    await press(/^Poured: /)
    await expect(pours.nth(0)).toContainText('poured')
    await pours.nth(2).getByRole('button').click()
    await press(/^Poured: /)
    await expect(pours.nth(1)).toContainText('poured as 3')
    await page.reload()
    await expect(pours.nth(2)).toContainText('poured as 2')
    await press('Take back (U)')
    await expect(pours.nth(1).getByRole('button')).toBeVisible()
    await press('All poured')
    await expect(pours).toHaveCount(0)
  })
})
