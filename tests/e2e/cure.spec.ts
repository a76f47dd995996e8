import { type Page } from '@playwright/test'
import { inDays } from '../fixtures/now'
import { signInAs } from './people'
import { expect, test } from './yard'
import { BUTTON, FIELD } from './names'

interface Row {
  id: number
  number: number
  state: string
  recipeName: string
  placeId: number | null
  openings: { milestone: string; from: string; at: string; until: string }[]
}
const lying = async (page: Page) => (await (await page.request.get('/api/pieces')).json()) as Row[]
const at = (row: Row | undefined, milestone: string) =>
  Date.parse(row?.openings.find((opening) => opening.milestone === milestone)?.at ?? '')

test('a cold room and a finger move what a piece is waiting for, and the picture shows it', async ({
  page,
}) => {
  await signInAs(page, 'maren')
  const places = (
    (await (await page.request.get('/api/workshop')).json()) as {
      places: { id: number; kind: string; roomName: string; roomId: number }[]
    }
  ).places
  const onRack = new Map(places.filter(({ kind }) => kind === 'rack').map((one) => [one.id, one]))
  const piece = (await lying(page)).find(
    ({ state, placeId }) => state === 'curing' && onRack.has(placeId ?? 0),
  )!
  const room = onRack.get(piece.placeId!)!
  const full = async () =>
    at(
      (await lying(page)).find(({ id }) => id === piece.id),
      'full',
    )

  await page.goto('/racks')
  await page
    .getByRole('button', { name: `${piece.recipeName} ${piece.number}`, exact: true })
    .first()
    .click()
  const cure = page.getByRole('region', { name: 'How far it has cured' })
  await expect(cure).toBeVisible()

  const warmth = page.getByRole('region', { name: 'How warm it is' })
  const before = await full()
  await warmth.getByLabel('Read in').selectOption(room.roomName)
  await warmth.getByLabel(FIELD.itIs).fill('cold')
  await warmth.getByRole('button', { name: BUTTON.noteIt }).click()
  await expect(warmth.getByRole('alert').first()).toBeVisible()
  await warmth.getByLabel(FIELD.itIs).fill('9')
  await warmth.getByRole('button', { name: BUTTON.noteIt }).click()
  await expect(warmth.getByText('9.0 °C')).toBeVisible()
  await expect.poll(full).toBeGreaterThan(before)

  const colder = await full()
  const opening = cure.getByRole('group').first()
  await opening.getByRole('button', { name: 'Not yet' }).click()
  await expect(page.getByText('not yet. Its times follow.')).toBeVisible()
  await expect.poll(full).toBeGreaterThanOrEqual(colder)
  await cure.getByText('Temperature and progress').click()
  await expect(
    cure.getByRole('img', { name: 'Temperature and progress of its cure' }),
  ).toBeVisible()
  await page.getByRole('link', { name: 'Its log' }).click()
  await expect(page.getByRole('cell', { name: /^not yet/ })).toBeVisible()

  // The room is as it was again for whoever comes after.
  await page.request.post('/api/readings', {
    data: {
      roomId: room.roomId,
      placeId: null,
      tempC: 20,
      humidityPct: null,
      at: inDays(0),
    },
  })
})
