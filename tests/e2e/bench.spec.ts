import { beginAPot } from './bench'
import { signInAs } from './people'
import { inDays } from '../fixtures/now'
import { expect, test } from './yard'
import { BUTTON, TEXT } from './names'

test('a back before its face is doubted and believed; giving it up asks why', async ({ page }) => {
  await signInAs(page, 'maren')
  const recipes = (await (await page.request.get('/api/recipes')).json()) as {
    id: number
    name: string
  }[]
  const title = 'Plaque for the bench'
  const fields = {
    kind: 'commission',
    title,
    customer: 'Somebody patient',
    promisedAt: inDays(40),
    colours: '',
    wish: '',
    note: '',
    lines: [{ recipeId: recipes.find((one) => one.name === 'Room plaque')!.id, quantity: 1 }],
  }
  const order = (await (
    await page.request.post('/api/orders', { data: { ...fields, state: 'accepted' } })
  ).json()) as { id: number }
  /** The open pots that pour the back of this order. */
  const backs = async () =>
    (
      (await (await page.request.get('/api/pots')).json()) as {
        id: number
        portions: { orderId: number; layerIndex: number }[]
      }[]
    )
      .filter(({ portions }) =>
        portions.some((portion) => portion.orderId === order.id && portion.layerIndex === 1),
      )
      .map((pot) => pot.id)
  const [back] = await backs()
  await page.goto(`/bench/${back}`)
  await expect(page.getByRole('alert')).toContainText(
    `By the log, what lies below is not poured yet: “numbered face” of “${title}”.`,
  )
  // No key goes past the question.
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toBeVisible()
  await page.getByRole('button', { name: BUTTON.itIsPouredBegin }).click()
  await expect(page.getByText(TEXT.untilItShows)).toBeVisible()

  await page.getByRole('button', { name: BUTTON.giveThisPotUp }).click()
  const why = page.getByRole('dialog', { name: 'Why is this pot given up?' })
  const question = page.getByRole('heading', { name: 'Why is this pot given up?' })
  // Nor does one weigh anything behind the dialog.
  await page.keyboard.press('x')
  await expect(question).toBeVisible()
  await why.getByLabel('or in your words').fill('the table was not level')
  await why.getByRole('button', { name: 'Give it up' }).click()
  await expect(why).toHaveCount(0)
  await expect(page.getByRole('button', { name: BUTTON.giveThisPotUp })).toHaveCount(0)
  // Its piece gets another pot.
  await expect.poll(backs).not.toContain(back)
  expect(await backs()).toHaveLength(1)

  const begun = (await (await page.request.get(`/api/orders/${order.id}`)).json()) as {
    version: number
    lines: { id: number; recipeId: number; quantity: number }[]
  }
  const declined = await page.request.put(`/api/orders/${order.id}`, {
    data: {
      ...fields,
      state: 'declined',
      version: begun.version,
      lines: begun.lines.map(({ id, recipeId, quantity }) => ({ id, recipeId, quantity })),
    },
  })
  expect(declined.ok(), await declined.text()).toBe(true)
})

test('a piece that is not poured whole is sold only when somebody says that so it is', async ({
  page,
}) => {
  await signInAs(page, 'maren')
  const pieces = (await (await page.request.get('/api/pieces')).json()) as {
    number: number
    recipeName: string
    layersLeft: number
    state: string
  }[]
  const half = pieces.find((piece) => piece.layersLeft > 0 && piece.state === 'curing')!
  await page.goto('/racks')
  await page
    .getByRole('button', { name: `${half.recipeName} ${half.number}`, exact: true })
    .first()
    .click()
  await page.getByRole('button', { name: BUTTON.good, exact: true }).first().click()
  await expect(page.getByRole('alert')).toContainText('By its log this piece is not poured whole')
  await page.getByRole('button', { name: 'So it is' }).click()
  await expect(page.getByText(`${half.recipeName} ${half.number}: good.`)).toBeVisible()
  await page.getByRole('button', { name: 'Take it back' }).click()
  await expect(page.getByText('Taken back.')).toBeVisible()
})

test('what stops is seen to by name, and a pot that runs short gets more of the same', async ({
  page,
}) => {
  await signInAs(page, 'maren')
  await beginAPot(page)
  const main = page.locator('footer button.press').first()
  const press = async (label: string | RegExp) => {
    await expect(main).toHaveText(label)
    await expect(main).toBeEnabled()
    await main.click()
  }
  await press('It is in')
  await press('It is in')
  await press('Stir now')
  await press('Stirred, no streaks')
  await press(/Pour (already|now)/)
  await page.getByRole('button', { name: 'It ran short' }).click()
  const more = page.getByRole('dialog')
  await more.getByLabel('so much is missing').fill('12')
  await expect(more.getByLabel('What is mixed')).toContainText(/part A\s*[\d.]+ g/)
  await more.getByRole('button', { name: 'It is mixed: pour on' }).click()
  await expect(page.getByText('12 ml more of the same were mixed')).toBeVisible()
  await page.getByRole('button', { name: BUTTON.allPoured }).first().click()

  await expect(main).toHaveText('Heat pass done')
  await page.getByRole('button', { name: 'torch', exact: true }).click()
  await page.getByRole('button', { name: 'silicone under it' }).click()
  await expect(page.getByRole('alert')).toContainText('No flame on silicone')
  await expect(main).toBeDisabled()
  await page.getByRole('button', { name: 'Maren Oakhollow has seen to it' }).click()
  await expect(main).toBeEnabled()
  await page.getByRole('button', { name: 'Something is left' }).click()
  await page.getByRole('dialog').getByRole('button', { name: /up to/ }).first().click()
  await expect(page.getByRole('dialog')).toHaveCount(0)
})
