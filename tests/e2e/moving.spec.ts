import { type Page } from '@playwright/test'
import { signInAs } from './people'
import { expect, test } from './yard'
import { BUTTON, GROUP, HEADING } from './names'

type Row = Record<string, unknown>
interface WorkshopFile {
  workshop: Row
  tables: Record<string, Row[]>
}
/** What numbers under these names are of. */
const ROWS_OF: Record<string, string> = {
  resinId: 'resins',
  pigmentId: 'pigments',
  mouldId: 'moulds',
  recipeId: 'recipes',
  orderId: 'orders',
  orderLineId: 'order_lines',
  personId: 'people',
  placeId: 'places',
  potId: 'pots',
  layerId: 'recipe_layers',
}

const exported = async (page: Page) => {
  const answer = await page.request.get('/api/workshop/export')
  const text = await answer.text()
  return { text, file: JSON.parse(text) as WorkshopFile }
}

interface Stray {
  where: string
  name: string
  id: number
}
/** What a text names of the workshop that is there no more, as a pot that was given up. */
function strayIn({ tables }: WorkshopFile): Stray[] {
  const ids = new Map(
    Object.entries(tables).map(([name, rows]) => [name, new Set(rows.map(({ id }) => id))]),
  )
  const stray: Stray[] = []
  const see = (where: string, name: string, id: number) => {
    if (!ids.get(ROWS_OF[name]!)!.has(id)) stray.push({ where, name, id })
  }
  const walk = (value: unknown, where: string, name: string): void => {
    if (Array.isArray(value)) value.forEach((one) => walk(one, where, name))
    else if (typeof value === 'object' && value !== null)
      Object.entries(value).forEach(([key, one]) => walk(one, where, key))
    else if (name in ROWS_OF && typeof value === 'number') see(where, name, value)
  }
  for (const [table, rows] of Object.entries(tables))
    for (const row of rows)
      for (const [column, value] of Object.entries(row))
        if (typeof value === 'string' && /^[[{]/.test(value) && table !== 'plan_proposals')
          walk(JSON.parse(value), `${table}.${column}`, '')
  for (const { task_key } of tables.plan_tasks!) {
    const [, line, layer, pot] = /^line(\d+)(?:\.k(\d+)\.(\d+))?/.exec(String(task_key)) ?? []
    see('plan_tasks', 'orderLineId', Number(line))
    if (layer) see('plan_tasks', 'layerId', Number(layer))
    if (pot) see('plan_tasks', 'potId', Number(pot))
  }
  return stray
}
/** What is planned, without the numbers of rows. */
const planned = async (page: Page) => {
  const plan = (await (await page.request.get('/api/plan')).json()) as {
    tasks: { title: string; startAt: string; endAt: string }[]
  }
  return plan.tasks.map(({ title, startAt, endAt }) => `${startAt} ${endAt} ${title}`).sort()
}

test('a whole workshop goes out as a file, and comes in as another that is planned and poured like it', async ({
  page,
}) => {
  await signInAs(page, 'maren')
  const { text, file } = await exported(page)
  const plan = await planned(page)
  await page.goto('/workshops')
  const choose = (content: string) =>
    page.getByLabel('Choose a file').setInputFiles({
      name: 'workshop.json',
      mimeType: 'application/json',
      buffer: Buffer.from(content),
    })
  await choose(text.slice(0, text.length / 2))
  await expect(page.getByText('it breaks off before its end')).toBeVisible()
  await expect(page.getByRole('listitem').filter({ hasText: 'you are manager' })).toHaveCount(1)

  await choose(text)
  const other = page
    .getByRole('listitem')
    .filter({ hasText: 'you are manager' })
    .filter({ hasNotText: 'you are here' })
  await other.getByRole('button', { name: BUTTON.goThere }).click({ timeout: 120_000 })
  await expect(page.getByRole('heading', { name: HEADING.today })).toBeVisible()
  const there = (await exported(page)).file
  for (const [name, rows] of Object.entries(file.tables)) {
    // What was proposed and not taken stays behind; that it was loaded is one event more.
    const more = { events: 1, plan_proposals: -rows.length }[name] ?? 0
    expect([name, there.tables[name]!.length]).toEqual([name, rows.length + more])
  }
  // Every number is as much greater as those of the recipes are.
  const by = Number(there.tables.recipes![0]!.id) - Number(file.tables.recipes![0]!.id)
  expect(by).toBeGreaterThan(0)
  expect(strayIn(there)).toEqual(strayIn(file).map((one) => ({ ...one, id: one.id + by })))
  expect(await planned(page)).toEqual(plan)
  await page.goto('/plan')
  await expect(page.getByRole('group', { name: GROUP.thePlanLaneByLane })).toBeVisible()
  await page.goto('/racks')
  await expect(page.getByRole('row').nth(1)).toBeVisible()

  const gone = await page.request.post('/api/workshop/delete', {
    data: { name: file.workshop.name },
  })
  expect(gone.ok()).toBe(true)
})
