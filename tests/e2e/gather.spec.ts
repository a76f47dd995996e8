import { type APIRequestContext, type Page } from '@playwright/test'
import { signInAs } from './people'
import { inDays } from '../fixtures/now'
import { expect, test } from './yard'
import { BUTTON, FIELD, LIST, REGION } from './names'

interface Row {
  id: number
  name: string
  version: number
}

async function send<T>(
  page: Page,
  method: 'get' | 'post' | 'put',
  path: string,
  data?: object,
): Promise<T> {
  const origin = new URL(page.url()).origin
  const answer = await (page.request[method] as APIRequestContext['post'])(path, {
    headers: { origin },
    ...(data && { data }),
  })
  expect(answer.ok(), `${method} ${path}: ${await answer.text()}`).toBe(true)
  return (await answer.json()) as T
}

/** Accepted orders of one recipe, each with its own pots, and the plan with them. */
async function order(
  page: Page,
  recipe: string,
  titles: readonly string[],
  quantity: number,
): Promise<void> {
  const recipeId = (await send<Row[]>(page, 'get', '/api/recipes')).find(
    (one) => one.name === recipe,
  )!.id
  const promisedAt = inDays(40)
  for (const title of titles) {
    await send(page, 'post', '/api/orders', {
      kind: 'commission',
      title,
      customer: 'Guesthouse at Nettle Cross',
      promisedAt,
      state: 'accepted',
      colours: '',
      wish: '',
      note: '',
      lines: [{ recipeId, quantity }],
    })
  }
  await send(page, 'post', '/api/plan', {})
}

/** 24 plaques of one colour in two orders, and moulds for all of them. */
async function askForPlaques(page: Page): Promise<void> {
  const moulds = await send<(Row & { count: number; archivedAt: null; uses: number })[]>(
    page,
    'get',
    '/api/moulds',
  )
  const {
    id,
    archivedAt: _away,
    uses: _uses,
    ...mould
  } = moulds.find((one) => one.name === 'Plaque mould')!
  await send(page, 'put', `/api/moulds/${id}`, { ...mould, count: 24 })
  await order(page, 'Room plaque', ['Corridor one', 'Corridor two'], 12)
}

test('24 plaques of one colour are gathered into the fewest pots, kept, planned and taken back', async ({
  page,
}) => {
  await signInAs(page, 'maren')
  await page.goto('/pots/gather')
  await askForPlaques(page)
  await page.reload()
  await page.getByLabel(FIELD.day).selectOption('any day')
  await page.getByLabel(FIELD.pieceOrLayer).fill('corridor')
  const picks = page
    .getByRole('region', { name: 'Layers to pour' })
    .getByRole('listitem')
    .filter({ hasText: 'numbered face' })
  await expect(picks).toHaveCount(4)
  for (const pick of await picks.all()) await pick.getByRole('checkbox').check()
  await expect(page.getByText('4 pots picked, 4 on the table')).toBeVisible()

  // A face of 37 ml rests 12 minutes and is poured in 2.5: a cup for ten goes off after 35 of the
  // 37 minutes it takes, one for nine lasts. So 12 and 12 take two pots each, and 24 together three
  // of eight.
  await page.getByRole('button', { name: 'Fewest pots' }).click()
  await expect(page.getByText('4 pots picked, 3 on the table')).toBeVisible()
  const table = page.getByRole('region', { name: REGION.thePotsTheyComeFrom })
  await expect(table.getByRole('region')).toHaveCount(3)
  await expect(table.getByText(/the colour of numbered face is mixed 3 times/)).toBeVisible()

  await page.getByRole('button', { name: BUTTON.keepThesePots }).click()
  await expect(
    page.getByText('4 pots have become 3, and the plan has been made anew.'),
  ).toBeVisible({ timeout: 120_000 })
  await expect(picks).toHaveCount(3)
  await page.goto('/pots')
  const pot = page
    .getByRole('listitem')
    .filter({ hasText: 'numbered face' })
    .filter({ hasText: /Corridor \w+; Corridor \w+/ })
  await pot.getByRole('link', { name: 'Room plaque' }).click()
  await expect(page.getByText(/^8 pieces for/)).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Pours, one after another' })).toBeVisible()
  await expect(
    page.getByRole('list', { name: LIST.cups }).getByText('Chalk white paste'),
  ).toHaveCount(1)
  await expect(page.getByText('Mixed on top in reserve')).toBeVisible()
})

test('a layer moved to another pot shows at once what breaks; a pot that breaks is not kept; what was kept is undone', async ({
  page,
}) => {
  await signInAs(page, 'maren')
  await page.goto('/pots/gather')
  await order(page, 'Keepsake block', ['Mantel blocks'], 3)
  await page.reload()
  await page.getByLabel(FIELD.day).selectOption('any day')
  await page.getByLabel(FIELD.pieceOrLayer).fill('mantel')
  await page.getByRole('button', { name: /Pick these/ }).click()
  const table = page.getByRole('region', { name: REGION.thePotsTheyComeFrom })
  // The bed and what goes over it are layers of the same three blocks.
  await table
    .getByRole('listitem')
    .filter({ hasText: 'clear over' })
    .getByRole('combobox')
    .selectOption({ index: 1 })
  await expect(table.getByText(/must cure before the next layer of the same piece/)).toBeVisible()
  await expect(page.getByRole('button', { name: BUTTON.keepThesePots })).toBeDisabled()
  await page.getByRole('button', { name: 'Pick none' }).click()

  await page.getByRole('listitem').filter({ hasText: 'clear bed' }).getByRole('checkbox').check()
  await expect(page.getByText('1 pot picked, 1 on the table')).toBeVisible()
  await table.getByRole('button', { name: /Halve/ }).click()
  await table.getByRole('listitem').first().getByRole('combobox').selectOption('a new pot')
  await expect(page.getByText('1 pot picked, 2 on the table')).toBeVisible()
  await page.getByRole('button', { name: BUTTON.keepThesePots }).click()
  await expect(page.getByText('1 pot has become 2')).toBeVisible({ timeout: 120_000 })
  await page.getByRole('button', { name: BUTTON.undo }).click()
  // Whatever the answer is: were it refused, the reason would be told here.
  const answer = page.getByText('The pots are as they were.').or(page.locator('p[role=alert]'))
  await expect(answer).toHaveText('The pots are as they were.', { timeout: 120_000 })
  await expect(page.getByRole('listitem').filter({ hasText: 'clear bed' })).toHaveCount(1)
})

test('planned afresh, pots that one mix can serve are proposed as one, and mixed so once that is accepted', async ({
  page,
}) => {
  test.setTimeout(300_000)
  interface OpenPot {
    letter: string
    portions: { orderTitle: string }[]
  }
  const pots = () => send<OpenPot[]>(page, 'get', '/api/pots')
  const ordersOf = (list: readonly OpenPot[], letters: readonly string[]) =>
    [
      ...new Set(
        list
          .filter((pot) => letters.includes(pot.letter))
          .flatMap((pot) => pot.portions.map((portion) => portion.orderTitle)),
      ),
    ].sort()
  await signInAs(page, 'maren')
  await page.goto('/pots')
  const mix = page.getByRole('list', { name: 'Pots mixed as one' }).getByRole('listitem').first()
  const rooms = ['Porch', 'Cellar', 'Attic', 'Hall', 'Shed', 'Larder', 'Loft', 'Yard', 'Stable']
  let before: OpenPot[] = []
  // Which pots suit each other hangs on what else is planned at this hour: the more of one colour
  // there are, the surer two of them do.
  await expect(async () => {
    const doors = rooms.splice(0, rooms.length > 4 ? 5 : 2).map((room) => `${room} door`)
    expect(doors, 'no two pots of nine orders in one colour are mixed as one').not.toHaveLength(0)
    await order(page, 'Drawer pull', doors, 2)
    before = await pots()
    await page.goto('/plan')
    await page.getByRole('button', { name: BUTTON.planFromNow }).click()
    await page.getByRole('button', { name: BUTTON.accept }).waitFor({ timeout: 120_000 })
    await expect(mix).toContainText(/saves \d+ (min of weighing and stirring|ml left in cups)/)
  }).toPass({ timeout: 250_000 })
  const letters = ((await mix.textContent()) ?? '')
    .replace(/ are mixed as one.*/, '')
    .match(/\b[A-Z]\d*\b/g)!
  expect(letters.length).toBeGreaterThan(1)
  await page.getByRole('button', { name: BUTTON.accept }).click()
  await expect(page.getByRole('button', { name: BUTTON.accept })).toHaveCount(0)
  const after = await pots()
  const kept = after.filter((pot) => letters.includes(pot.letter))
  expect(kept).toHaveLength(1)
  expect(ordersOf(after, letters)).toEqual(ordersOf(before, letters))
  await page.goto('/pots')
  const [first, second] = ordersOf(after, letters)
  await expect(
    page
      .getByRole('listitem')
      .filter({ hasText: first! })
      .filter({ hasText: second ?? first! }),
  ).not.toHaveCount(0)
})
