import { beforeEach, describe, expect, test } from '@jest/globals'
import type { Order } from '../../shared/types/orders'
import type { ResinRow } from '../../shared/types/resins'
import { giveNuxtGlobals } from '../fixtures/nuxtGlobals'

type Answer = (path: string, body?: unknown) => Promise<unknown>
const asked: string[] = []
let answer: Answer = () => Promise.resolve(null)
const ask = (method: string) => (path: string, body?: unknown) => {
  asked.push(`${method} ${path}`)
  return answer(path, body)
}
beforeEach(() => {
  asked.length = 0
  giveNuxtGlobals({ useApi: () => ({ get: ask('GET'), post: ask('POST'), put: ask('PUT') }) })
})
const order = (id: number) => ({ id, title: `Order ${id}` }) as Order

describe('orders', () => {
  const aStore = async () => (await import('../../app/stores/orders')).useOrderStore()
  test('come a page at a time, each after the one before', async () => {
    const store = await aStore()
    answer = (path) =>
      Promise.resolve(
        path.includes('after')
          ? { rows: [order(3)], next: null }
          : { rows: [order(1), order(2)], next: 'a b' },
      )
    await store.load()
    await store.loadMore()
    await store.loadMore()
    expect(store.orders.map((one) => one.id)).toEqual([1, 2, 3])
    expect(asked).toEqual(['GET /api/orders?all=false', 'GET /api/orders?all=false&after=a+b'])
  })
  test('of two lists asked for only the newer is shown, whichever comes first', async () => {
    const store = await aStore()
    const ends: (() => void)[] = []
    answer = (path) =>
      new Promise((resolve) =>
        ends.push(() => resolve({ rows: [order(path.includes('true') ? 2 : 1)], next: null })),
      )
    const [slow, quick] = [store.load(), store.load({ all: true })]
    ends[1]?.()
    await quick
    ends[0]?.()
    await slow
    expect(store.orders.map((one) => one.id)).toEqual([2])
  })
})

describe('resins', () => {
  const row = (id: number, name: string, version = 1) => ({ id, name, version }) as ResinRow
  const aStore = async () => {
    const store = (await import('../../app/stores/resins')).useResinStore()
    answer = () => Promise.resolve([row(1, 'Alder'), row(2, 'Cedar')])
    await store.load()
    return store
  }
  test('are found by their key', async () => {
    expect((await aStore()).byId.get(2)?.name).toBe('Cedar')
  })
  test('a new one takes its place by name, a saved one replaces itself', async () => {
    const store = await aStore()
    answer = () => Promise.resolve(row(3, 'Birch'))
    await store.create({} as never)
    expect(store.resins.map((one) => one.name)).toEqual(['Alder', 'Birch', 'Cedar'])
    answer = () => Promise.resolve(row(1, 'Willow', 2))
    await store.save(1, {} as never)
    expect(store.resins.map((one) => [one.name, one.version])).toEqual([
      ['Birch', 1],
      ['Cedar', 1],
      ['Willow', 2],
    ])
  })
  test('a refused save leaves them as they are', async () => {
    const store = await aStore()
    answer = () => Promise.reject(new Error('refused'))
    await expect(store.save(1, {} as never)).rejects.toThrow('refused')
    expect(store.resins.map((one) => one.name)).toEqual(['Alder', 'Cedar'])
  })
})

describe('the workshop', () => {
  const aStore = async () => {
    const store = (await import('../../app/stores/workshop')).useWorkshopStore()
    answer = (path) =>
      Promise.resolve(
        path === '/api/moulds'
          ? [{ id: 5, name: 'Dish', version: 1 }]
          : {
              name: 'Yard',
              timeZone: 'UTC',
              people: [],
              moulds: [],
              pigments: [],
              places: [
                { id: 1, climate: { dayC: 21, nightC: 16, dayFromMin: 0, nightFromMin: 1 } },
                { id: 2, climate: { boxC: 42 } },
                { id: 3, climate: { dayC: 23, nightC: 18, dayFromMin: 0, nightFromMin: 1 } },
              ],
            },
      )
    return store
  }
  test('is fetched once, its moulds whenever they are asked for', async () => {
    const store = await aStore()
    await store.load()
    await store.load()
    await store.loadMoulds()
    expect(asked).toEqual(['GET /api/workshop', 'GET /api/moulds'])
    expect(store.moulds.get(5)?.name).toBe('Dish')
  })
  test('takes its warmth from the rooms, not from the heated box', async () => {
    const store = await aStore()
    await store.load()
    expect(store.warmC).toBe(23)
  })
  test('keeps a saved mould among the others', async () => {
    const store = await aStore()
    await store.loadMoulds()
    answer = () => Promise.resolve({ id: 6, name: 'Bead', version: 1 })
    await store.createMould({} as never)
    expect([...store.moulds.values()].map((mould) => mould.name)).toEqual(['Bead', 'Dish'])
  })
})
