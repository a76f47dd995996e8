import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { Knex } from 'knex'
import { RESINS } from '../../demo/resins'
import { createOrder } from '../../server/services/orders/orders'
import { readGuestBill } from '../../server/services/guests/guestBill'
import { createRecipe, listRecipes } from '../../server/services/recipes/recipes'
import { createResin } from '../../server/services/resins/resins'
import type { Who } from '../../server/services/Who'
import { aWorkshop, freshDatabase, leaveDatabase } from './database'
import { aDisc, anOrderFor, refusal } from './given'

const now = new Date('2026-03-20T09:00:00.000Z')
let knex: Knex
let manager: Who
let guest: Who
let stranger: Who
let maker: Who

const placeOf = async (kind: 'rack' | 'box'): Promise<number> => {
  const row = (await knex('places')
    .where({ workspace_id: manager.workspaceId, kind })
    .first('id')) as { id: number }
  return row.id
}

beforeAll(async () => {
  knex = await freshDatabase()
  ;({ manager, maker, guest } = await aWorkshop(knex))
  ;({ guest: stranger } = await aWorkshop(knex, 'Another yard'))
  await knex('workspaces').where({ id: manager.workspaceId }).update({
    time_zone: 'Europe/Vienna',
    guest_area_rate: '10.00',
    guest_box_rate: '2.00',
    guest_help_rate: '30.00',
  })
  const resin = await createResin(manager, RESINS[0]!, now)
  const recipeId = (await createRecipe(manager, aDisc(resin.id), now)).id
  const order = await createOrder(
    manager,
    { ...anOrderFor(recipeId, 2), ownerId: guest.personId },
    now,
  )
  const [rack, box] = [await placeOf('rack'), await placeOf('box')]
  const line = order.lines[0]!.id
  const tell = (pieceId: number, kind: string, at: string, placeId: number | null = null) =>
    knex('piece_events').insert({
      workspace_id: manager.workspaceId,
      piece_id: pieceId,
      kind,
      at: new Date(at),
      place_id: placeId,
      person_id: guest.personId,
    })
  for (const number of [1, 2]) {
    const [id = 0] = await knex('pieces').insert({
      workspace_id: manager.workspaceId,
      order_line_id: line,
      number,
      state: 'good',
      updated_at: now,
    })
    // Two days of February and three of March on the rack, then four hours together in the box.
    await tell(id, 'poured', '2026-02-26T23:00:00.000Z', rack)
    await tell(id, 'moved', '2026-03-03T23:00:00.000Z', box)
    await tell(id, 'good', '2026-03-04T03:00:00.000Z')
  }
  const work = (who: Who, minutes: number, at: string) =>
    knex('work_events').insert({
      workspace_id: manager.workspaceId,
      order_line_id: line,
      first_piece: 1,
      pieces: 2,
      what: `sand ${who.personId}`,
      kind: 'done',
      at: new Date(at),
      took_min: minutes,
      person_id: who.personId,
      client_key: `${who.personId} ${at}`,
      told_at: now,
      told_by: who.personId,
    })
  await work(guest, 90, '2026-03-05T10:00:00.000Z')
  await work(maker, 40, '2026-03-05T12:00:00.000Z')
  await work(maker, 70, '2026-02-27T12:00:00.000Z')
})
afterAll(leaveDatabase)

describe('the bill of a guest', () => {
  test('has room, box and help of that month, and nothing of their own hands', async () => {
    const [recipe] = await listRecipes(manager)
    const bill = await readGuestBill(manager, guest.personId, '2026-03', now)
    // From midnight of the workshop's own March to the 3rd, both pieces.
    const m2Days = (2 * recipe!.footprintCm2 * 3) / 10_000
    const [area, box, help] = bill.lines
    expect(area).toMatchObject({ what: 'area', each: '10.00' })
    expect(area!.amount).toBeCloseTo(m2Days, 6)
    expect(box).toMatchObject({ what: 'box', amount: 4, sum: '8.00' })
    expect(help).toMatchObject({ what: 'help', sum: '20.00' })
    expect(bill.lines).toHaveLength(3)
    expect(bill.isOver).toBe(false)
  })
  test('of the month before has what was then', async () => {
    const { lines, isOver } = await readGuestBill(manager, guest.personId, '2026-02', now)
    expect(lines.map(({ what }) => what)).toEqual(['area', 'help'])
    expect(lines[1]).toMatchObject({ sum: '35.00' })
    expect(isOver).toBe(true)
  })
  test('is their own to see, and the manager’s', async () => {
    const own = await readGuestBill(guest, guest.personId, '2026-03', now)
    expect(own.total).toBe((await readGuestBill(manager, guest.personId, '2026-03', now)).total)
    for (const who of [stranger, maker])
      expect((await refusal(readGuestBill(who, guest.personId, '2026-03', now)))?.code).toBe(
        'forbidden',
      )
    const manages = { ...stranger, role: 'manager' as const }
    expect((await refusal(readGuestBill(manages, guest.personId, '2026-03', now)))?.code).toBe(
      'unknown',
    )
  })
  test('nobody has one who is no guest', async () =>
    expect((await refusal(readGuestBill(manager, maker.personId, '2026-03', now)))?.code).toBe(
      'unknown',
    ))
})
