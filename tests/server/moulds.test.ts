import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { castingsLeft, startingMould } from '../../core/trade'
import type { Shape } from '../../core/size'
import { AppError } from '../../server/services/AppError'
import { createMould, listMoulds, saveMould } from '../../server/services/moulds/moulds'
import type { Who } from '../../server/services/Who'
import { check } from '../../shared/schemas/check'
import { newMouldSchema, type MouldFields } from '../../shared/schemas/moulds'
import { aWorkshop, freshDatabase, leaveDatabase } from './database'

let manager: Who
let maker: Who
let guest: Who
let stranger: Who
const now = new Date('2026-03-02T09:00:00.000Z')
const fields = (changes: Partial<MouldFields> = {}): MouldFields => ({
  ...startingMould(),
  name: 'Test dish',
  count: 2,
  price: '12.50',
  lifeUses: 30,
  shape: { kind: 'bowl', rimDiameterMm: 120, depthMm: 30 },
  sizedHow: 'measures',
  ...changes,
})
const codeOf = (work: Promise<unknown>) =>
  work.then(
    () => 'done',
    (error: unknown) => (error instanceof AppError ? error.code : 'bug'),
  )

beforeAll(async () => {
  const knex = await freshDatabase()
  ;({ manager, maker, guest } = await aWorkshop(knex))
  stranger = (await aWorkshop(knex, 'Other yard')).manager
})
afterAll(leaveDatabase)

describe('a sized mould', () => {
  test.each<[string, Shape | null]>([
    ['a dish', { kind: 'bowl', rimDiameterMm: 120.5, depthMm: 30.25 }],
    [
      'a curve',
      {
        kind: 'curve',
        points: [
          { heightMm: 0, volumeMl: 0 },
          { heightMm: 10.123456789, volumeMl: 33.333333333 },
          { heightMm: 20, volumeMl: 90 },
        ],
      },
    ],
    [
      'a tracing',
      {
        kind: 'polygon',
        points: [
          [0, 0],
          [100.25, 0],
          [50, 80.125],
        ],
        heightMm: 12,
      },
    ],
    ['one not sized yet', null],
  ])('%s comes back to the last digit', async (what, shape) => {
    const saved = await createMould(
      manager,
      fields({ name: what, shape, sizedHow: shape ? 'mesh' : null }),
      now,
    )
    expect((await listMoulds(manager)).find((mould) => mould.id === saved.id)).toMatchObject({
      name: what,
      shape,
      sizedHow: shape ? 'mesh' : null,
      version: 1,
    })
  })
  test('that cannot be filled is not stored', async () => {
    expect(
      await codeOf(
        createMould(
          manager,
          fields({
            name: 'bow',
            shape: {
              kind: 'polygon',
              points: [
                [0, 0],
                [9, 9],
                [9, 0],
                [0, 9],
              ],
              heightMm: 5,
            },
          }),
          now,
        ),
      ),
    ).toBe('outline-crosses')
    expect(
      await codeOf(
        createMould(
          manager,
          fields({ name: 'flat', shape: { kind: 'circle', diameterMm: 50 } }),
          now,
        ),
      ),
    ).toBe('invalid-input')
    expect((await listMoulds(manager)).map((mould) => mould.name)).not.toContain('bow')
  })
  test('is saved by one of two, and the other is told', async () => {
    const { id, version, ...rest } = await createMould(manager, fields({ name: 'contested' }), now)
    const codes = await Promise.all(
      [3, 4].map((count) => codeOf(saveMould(manager, id, { ...rest, count, version }, now))),
    )
    expect(codes.sort()).toEqual(['conflict', 'done'])
  })
  test('belongs to its workshop; its price is the manager’s to change, and not for guests to see', async () => {
    const mould = await createMould(manager, fields({ name: 'ours' }), now)
    expect(await listMoulds(stranger)).not.toContainEqual(expect.objectContaining({ id: mould.id }))
    expect(await codeOf(saveMould(stranger, mould.id, { ...fields(), version: 1 }, now))).toBe(
      'unknown',
    )
    const dearer = { ...fields({ name: 'ours', price: '99.00' }), version: 1 }
    expect(await codeOf(saveMould(maker, mould.id, dearer, now))).toBe('forbidden')
    // A form that is older than the row is told that, not that a price is another.
    expect(await codeOf(saveMould(maker, mould.id, { ...dearer, version: 7 }, now))).toBe(
      'conflict',
    )
    const more = { ...fields({ name: 'ours', count: 9 }), version: 1 }
    expect(await saveMould(maker, mould.id, more, now)).toMatchObject({ count: 9 })
    expect((await listMoulds(guest)).map(({ price }) => price)).toContain(null)
    expect(await codeOf(createMould(manager, fields({ name: 'ours' }), now))).toBe('invalid-input')
  })
})

test('a filler keeps the depths that surplus may stand in it', async () => {
  const saved = await createMould(
    manager,
    fields({ name: 'filler', filler: { leastMm: 2.5, greatestMm: 8 } }),
    now,
  )
  expect((await listMoulds(manager)).find((mould) => mould.id === saved.id)?.filler).toEqual({
    leastMm: 2.5,
    greatestMm: 8,
  })
})

describe('what the form may send', () => {
  test.each<[string, object, string]>([
    ['a shape without saying how', { ...fields(), sizedHow: null }, 'sizedHow'],
    ['how without a shape', { ...fields(), shape: null }, 'sizedHow'],
    ['half a mould', { ...fields(), count: 0.5 }, 'count'],
    ['no name', { ...fields(), name: '  ' }, 'name'],
    ['a price that is none', { ...fields(), price: '12,50' }, 'price'],
    [
      'a filler that wants more than it takes',
      { ...fields(), filler: { leastMm: 9, greatestMm: 8 } },
      'filler.greatestMm',
    ],
    ['an unknown shape', { ...fields(), shape: { kind: 'shell' } }, 'shape.kind'],
    [
      'a curve that falls',
      {
        ...fields(),
        shape: {
          kind: 'curve',
          points: [
            { heightMm: 0, volumeMl: 0 },
            { heightMm: 5, volumeMl: 9 },
            { heightMm: 6, volumeMl: 8 },
          ],
        },
      },
      'shape.points',
    ],
  ])('%s is refused at its field', (_what, body, path) => {
    const checked = check(newMouldSchema, body)
    expect(checked.ok ? [] : checked.issues.map((issue) => issue.path)).toContain(path)
  })
  test('a mould that waits to be sized is fine', () => {
    expect(check(newMouldSchema, fields({ shape: null, sizedHow: null })).ok).toBe(true)
  })
})

test('castings left are those of all copies, without those before and those in the log', () => {
  const mould = { count: 3, lifeUses: 30, usedBefore: 12 }
  expect(castingsLeft(mould, 8)).toBe(70)
  expect(castingsLeft(mould, 100)).toBe(0)
})
