import { signInAs } from './people'
import { expect, test } from './yard'
import { FIELD } from './names'

const HEAD = 'order;customer;due;recipe;quantity'
/** Two hundred orders of which seven are wrong, each in another way. */
function twoHundred(): string {
  const lines = Array.from(
    { length: 200 },
    (_, i) => `Imported tile ${i};Ferncote Joinery;14.9.2027;Drawer pull;2`,
  )
  const wrong: Record<number, string> = {
    10: 'Imported tile 10;Ferncote Joinery;31.9.2027;Drawer pull;2',
    20: 'Imported tile 20;Ferncote Joinery;14.9.2027;Drawer pul;2',
    30: 'Imported tile 30;Ferncote Joinery;14.9.2027;Drawer pull;two',
    40: 'Imported tile 40;Ferncote Joinery;14.9.2027;Drawer pull;0',
    50: ';Ferncote Joinery;14.9.2027;Drawer pull;1',
    60: 'Imported tile 60;;14.9.2027;Drawer pull;1',
    70: 'Imported tile 70;Ferncote Joinery;14.9.2027;Drawer pull;1,5',
  }
  for (const [at, line] of Object.entries(wrong)) lines[Number(at)] = line
  return `\uFEFF${[HEAD, ...lines].join('\r\n')}`
}

test('two hundred orders of which seven are wrong are looked at, told and taken; then found and closed', async ({
  page,
}) => {
  // What is taken here goes with the workshop that it is taken in.
  await signInAs(page, 'maren')
  const made = await page.request.post('/api/me/workshops', {
    data: {
      workshop: {
        name: 'Import shed',
        timeZone: 'Europe/Dublin',
        currency: 'EUR',
        dateStyle: 'dmy',
        decimalMark: '.',
      },
      beginning: 'shared',
    },
  })
  const { id } = (await made.json()) as { id: number }
  const resins = (await (await page.request.get('/api/resins')).json()) as { id: number }[]
  const recipes = (await (await page.request.get('/api/recipes')).json()) as {
    name: string
    layers: { resinId: number; cups: object[] }[]
  }[]
  const pull = recipes.find((recipe) => recipe.name === 'Drawer pull')!
  const resin = resins.find((one) => one.id === pull.layers[0]!.resinId)!
  await page.request.post(`/api/me/workshops/${id}`, { data: {} })
  const {
    id: _id,
    version: _version,
    archivedAt: _away,
    stockMl: _stock,
    ...resinFields
  } = resin as never as Record<string, unknown>
  const own = (await (await page.request.post('/api/resins', { data: resinFields })).json()) as {
    id: number
  }
  const { id: _recipe, version: _one, ...recipeFields } = pull as never as Record<string, unknown>
  const written = await page.request.post('/api/recipes', {
    data: {
      ...recipeFields,
      mouldId: null,
      layers: pull.layers.map((layer) => ({
        ...layer,
        resinId: own.id,
        cups: layer.cups.map((cup) => ({ ...cup, pigments: [] })),
      })),
    },
  })
  expect(written.ok()).toBe(true)

  await page.goto('/orders')
  await page.getByRole('link', { name: 'From a table' }).click()
  await page.locator('input[type=file]').setInputFiles({
    name: 'orders.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(twoHundred()),
  })
  await expect(page.getByText('200 lines')).toBeVisible()
  const wrong = page.getByRole('region', { name: 'Wrong lines' }).getByRole('listitem')
  await expect(wrong).toHaveCount(7)
  await expect(wrong.nth(0)).toContainText('line 12')
  await expect(wrong.nth(0)).toContainText('“31.9.2027” is no day')
  await expect(wrong.nth(1)).toContainText('no recipe is called “Drawer pul”')
  expect(await (await page.request.get('/api/orders')).json()).toMatchObject({ rows: [] })
  await page.getByRole('button', { name: 'Take 193 orders, leave out 7' }).click()
  await expect(page.getByText('193 orders added')).toBeVisible()

  await page.getByRole('link', { name: 'Look at them' }).click()
  await page.getByLabel(FIELD.find).fill('tile 199')
  await expect(page.getByRole('link', { name: 'Imported tile 199' })).toBeVisible()
  await expect(page.getByRole('link', { name: /Imported tile/ })).toHaveCount(1)
  await page.getByLabel(FIELD.find).fill('tile zeppelin')
  await expect(page.getByRole('heading', { name: 'No order is like this' })).toBeVisible()
  const answer = await page.request.get('/api/export/orders')
  expect((await answer.text()).split('\r\n')).toHaveLength(195)
  await page.request.post('/api/workshop/delete', { data: { name: 'Import shed' } })
})
