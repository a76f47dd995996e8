import { afterAll, afterEach, beforeAll, describe, expect, test } from '@jest/globals'
import type { Knex } from 'knex'
import { RESINS } from '../../demo/resins'
import { eventsAfter, lastEvent } from '../../server/db/events'
import { endListening, listen } from '../../server/events/live'
import { changedFields, tell } from '../../server/events/tell'
import { historyOf } from '../../server/services/history'
import { createOrder, saveOrder } from '../../server/services/orders/orders'
import { createRecipe } from '../../server/services/recipes/recipes'
import { createResin, saveResin } from '../../server/services/resins/resins'
import { inTransaction } from '../../server/services/transactions'
import type { Who } from '../../server/services/Who'
import type { LiveEvent } from '../../shared/events'
import { aWorkshop, freshDatabase, leaveDatabase } from './database'
import { aDisc, anOrderFor, refusal } from './given'

const now = new Date('2026-03-02T09:00:00.000Z')
let knex: Knex
let manager: Who
let maker: Who
let guest: Who
let recipeId: number
const stops: (() => void)[] = []
let ends = 0

beforeAll(async () => {
  knex = await freshDatabase()
  ;({ manager, maker, guest } = await aWorkshop(knex))
  const resin = await createResin(manager, RESINS[0]!, now)
  recipeId = (await createRecipe(manager, aDisc(resin.id), now)).id
})
afterEach(() => {
  for (const stop of stops.splice(0)) stop()
})
afterAll(leaveDatabase)

const heard = async (after: number | null) => {
  const events: LiveEvent[] = []
  const { stop } = await listen(manager.workspaceId, after, {
    tell: (news) => events.push(...news),
    end: () => ends++,
  })
  stops.push(stop)
  return events
}
const numberOf = (id: number) => ({ subject: 'order' as const, kind: 'changed' as const, id })
const telling = (id: number) =>
  inTransaction((trx) => {
    tell(trx, manager.workspaceId, { ...numberOf(id), by: manager.personId, at: now })
    return Promise.resolve()
  })
async function until(isSo: () => boolean | Promise<boolean>): Promise<void> {
  for (let tries = 0; tries < 200; tries++) {
    if (await isSo()) return
    await new Promise((resolve) => setTimeout(resolve, 20))
  }
  throw new Error('it did not come to that')
}

describe('what happens is written', () => {
  test('in the transaction that it tells of, or not at all', async () => {
    const before = await lastEvent(knex, manager.workspaceId)
    await expect(
      inTransaction(async (trx) => {
        tell(trx, manager.workspaceId, { ...numberOf(1), by: null, at: now })
        await trx('orders').where({ id: 0 }).delete()
        throw new Error('not so')
      }),
    ).rejects.toThrow('not so')
    expect(await lastEvent(knex, manager.workspaceId)).toBe(before)
    await telling(2)
    const [event, ...more] = await eventsAfter(knex, manager.workspaceId, before, 10)
    expect(more).toEqual([])
    expect(event).toMatchObject({ number: before + 1, id: 2, by: 'Test yard manager', changed: [] })
  })
  test('by an order, with its pots; a change says of which fields', async () => {
    const before = await lastEvent(knex, manager.workspaceId)
    const order = await createOrder(manager, anOrderFor(recipeId, 2), now)
    const { id, ...fields } = order
    await saveOrder(maker, id, { ...fields, note: 'in a box', lines: order.lines }, now)
    const events = await eventsAfter(knex, manager.workspaceId, before, 10)
    expect(events.map(({ subject, kind }) => `${subject} ${kind}`)).toEqual([
      'order taken',
      'pots arranged',
      'order changed',
    ])
    expect(events[2]).toMatchObject({ by: 'Test yard maker', changed: ['note'] })
    const history = await historyOf(manager, { subject: 'order', id, before: null })
    expect(history.rows.map(({ kind }) => kind)).toEqual(['changed', 'taken'])
    expect((await refusal(historyOf(guest, { subject: 'order', id, before: null })))?.code).toBe(
      'forbidden',
    )
    expect((await refusal(historyOf(guest, { subject: 'plan', id: 1, before: null })))?.code).toBe(
      'forbidden',
    )
  })
  test('and fields that are not there or stay are not named', () =>
    expect(
      changedFields(
        { a: 1, b: [1], version: 1, c: null },
        { a: 2, b: [1], version: 9, c: undefined, d: 1 },
      ),
    ).toEqual(['a']))
})

describe('who listens', () => {
  test('hears what came since, and then each thing once and in order', async () => {
    const before = await lastEvent(knex, manager.workspaceId)
    await telling(11)
    const [late, fresh] = [await heard(before), await heard(null)]
    await Promise.all([12, 13, 14, 15].map((id) => telling(id)))
    await until(() => late.length === 5 && fresh.length === 4)
    expect(late.map(({ number }) => number)).toEqual([1, 2, 3, 4, 5].map((n) => before + n))
    expect([...late.map(({ id }) => id)].sort()).toEqual([11, 12, 13, 14, 15])
  })
  test('misses nothing of a transaction that ends late: who begins to tell later waits for it', async () => {
    const before = await lastEvent(knex, manager.workspaceId)
    const events = await heard(null)
    // The first has taken its number and is held there, as by a slow disk.
    const slow = await knex.transaction()
    await slow.raw(
      `INSERT INTO event_counters (workspace_id, last) VALUES (?, 1)
       ON DUPLICATE KEY UPDATE last = last + 1`,
      [manager.workspaceId],
    )
    await slow('events').insert({
      workspace_id: manager.workspaceId,
      number: before + 1,
      kind: 'changed',
      subject: 'order',
      subject_id: 21,
      at: now,
      data: '{"changed":[]}',
    })
    let isDone = false
    const quick = telling(22).then(() => (isDone = true))
    await new Promise((resolve) => setTimeout(resolve, 400))
    expect([isDone, events.length]).toEqual([false, 0])
    await slow.commit()
    await quick
    await until(() => events.length === 2)
    expect(events.map(({ id }) => id)).toEqual([21, 22])
  })
  test('is told when the server stops', async () => {
    await heard(null)
    ends = 0
    endListening()
    expect(ends).toBe(1)
  })
  test('hears nothing of another workshop', async () => {
    const events = await heard(null)
    const other = await aWorkshop(knex, 'Other yard')
    await createResin(other.manager, { ...RESINS[0]!, name: 'Theirs' }, now)
    const { id, ...resin } = await createResin(manager, { ...RESINS[0]!, name: 'Ours' }, now)
    await saveResin(manager, id, { ...resin, note: 'new' }, now)
    await until(() => events.length >= 2)
    expect(events.map(({ kind, id: of }) => [kind, of])).toEqual([
      ['added', id],
      ['changed', id],
    ])
  })
})
