import { beforeEach, describe, expect, test } from '@jest/globals'
import type { LiveEvent } from '../../shared/events'
import type { Order } from '../../shared/types/orders'
import { giveNuxtGlobals } from '../fixtures/nuxtGlobals'

class ProblemError extends Error {}
const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))
/** What happens at once is one reason to read. */
const SETTLED_MS = 80
let stored: Order[] = []
const asked: string[] = []

const order = (id: number, promisedAt: string, state: Order['state'] = 'accepted') =>
  ({ id, promisedAt, state, title: `Order ${id}` }) as Order
const event = (subject: string, id: number | null, kind = 'changed') =>
  ({ subject, id, kind, number: 1, by: null, at: '', changed: [] }) as unknown as LiveEvent

beforeEach(() => {
  asked.length = 0
  stored = [order(1, '2026-03-04'), order(2, '2026-03-08')]
  giveNuxtGlobals({
    ProblemError,
    useApi: () => ({
      get: (path: string) => {
        asked.push(path)
        const id = Number(/orders\/(\d+)$/.exec(path)?.[1])
        const found = stored.find((one) => one.id === id)
        if (id && !found) return Promise.reject(new ProblemError('not here'))
        return Promise.resolve(id ? found : { rows: [...stored], next: null })
      },
    }),
  })
})

describe('what is read again', () => {
  const aReader = async () => {
    const { readAgain } = await import('../../app/live/happened')
    let reads = 0
    const again = readAgain(async () => {
      reads++
      await wait(30)
    })
    return { again, reads: () => reads }
  }
  test('is read once for what happens together, and once more for what happens meanwhile', async () => {
    const { again, reads } = await aReader()
    for (let i = 0; i < 5; i++) again()
    await wait(50)
    expect(reads()).toBe(1)
    for (let i = 0; i < 5; i++) again()
    await wait(200)
    expect(reads()).toBe(2)
  })
})

test('what happens while a store is read for the first time is read after it', async () => {
  const [{ keepLive, itHappened }, { ref }] = await Promise.all([
    import('../../app/live/happened'),
    import('vue'),
  ])
  const isRead = ref(false)
  let reads = 0
  keepLive(
    ({ subject }) => subject === 'piece',
    () => isRead.value,
    () => Promise.resolve(reads++),
  )
  await itHappened(event('piece', 1))
  await itHappened(event('resin', 1))
  await wait(SETTLED_MS)
  expect(reads).toBe(0)
  isRead.value = true
  await wait(SETTLED_MS)
  expect(reads).toBe(1)
  await itHappened(event('piece', 1))
  await wait(SETTLED_MS)
  expect(reads).toBe(2)
})

describe('orders that others take and change', () => {
  const aStore = async () => {
    const [{ useOrderStore }, { itHappened, itIsLost }] = await Promise.all([
      import('../../app/stores/orders'),
      import('../../app/live/happened'),
    ])
    const store = useOrderStore()
    return { store, itHappened, itIsLost }
  }
  const ids = (store: { orders: readonly { id: number }[] }) => store.orders.map(({ id }) => id)

  test('are not read by who shows none, nor shown to who may not see them', async () => {
    const { store, itHappened } = await aStore()
    await itHappened(event('order', 3))
    await wait(SETTLED_MS)
    expect(asked).toEqual([])
    await store.load()
    await itHappened(event('order', 99))
    await itHappened(event('resin', 1))
    await wait(SETTLED_MS)
    expect(ids(store)).toEqual([1, 2])
  })
  test('take their place, move, and leave', async () => {
    const { store, itHappened } = await aStore()
    await store.load()
    stored.push(order(3, '2026-03-06'))
    await itHappened(event('order', 3, 'taken'))
    await wait(SETTLED_MS)
    expect(ids(store)).toEqual([1, 3, 2])
    stored[0] = order(1, '2026-03-20')
    await itHappened(event('order', 1))
    await wait(SETTLED_MS)
    expect(ids(store)).toEqual([3, 2, 1])
    stored[1] = order(2, '2026-03-08', 'delivered')
    await itHappened(event('order', 2))
    await wait(SETTLED_MS)
    expect(ids(store)).toEqual([3, 1])
  })
  test('are all read anew when too much was missed', async () => {
    const { store, itIsLost } = await aStore()
    await store.load()
    stored = [order(7, '2026-03-01')]
    await itIsLost()
    await wait(SETTLED_MS)
    expect(ids(store)).toEqual([7])
  })
})
