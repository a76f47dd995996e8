import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { jobShopCase } from '../../cli/lib/jobShopCase'
import { checkPlan, plan, type PlanRequest } from '../../core/plan'
import { seededRandom } from '../../core/seededRandom'
import { modelOf } from '../../core/plan/model/model'
import { oneAtATime, type Work } from '../../core/plan/proof/oneAtATime'
import { machineShopOf, type MachineShop } from '../../core/plan/shop/machineShop'
import { Sequences } from '../../core/plan/shop/sequences'
import { ShopMoves } from '../../core/plan/shop/shopMoves'
import { Tabu } from '../../core/plan/shop/tabu'
import { runs } from '../fixtures/runs'

const neverAsked = {
  now: () => {
    throw new Error('with a limit in iterations nobody asks the time')
  },
  startedAt: 0,
}
const lengthOf = (request: PlanRequest, iterations: number) => {
  const result = plan({ ...request, limit: { iterations } }, neverAsked)
  if (!result.ok) throw new Error(result.code)
  expect(checkPlan(request, result.value.tasks)).toEqual([])
  expect(result.value.lowerBound.weightedTardinessMin).toBeLessThanOrEqual(
    result.value.objective.weightedTardinessMin,
  )
  return result.value.objective.makespanMin
}
const shopOf = (request: PlanRequest): MachineShop => {
  const shop = machineShopOf(modelOf(request))
  if (!shop) throw new Error('not a shop of single machines')
  return shop
}
const permutations = <T>(list: readonly T[]): T[][] =>
  list.length === 0
    ? [[]]
    : list.flatMap((one, i) =>
        permutations([...list.slice(0, i), ...list.slice(i + 1)]).map((rest) => [one, ...rest]),
      )
const inRequestOrder = (request: PlanRequest) => request.tasks.map((_, task) => task)
const seeds = fc.record({
  jobs: fc.integer({ min: 2, max: 6 }),
  machines: fc.integer({ min: 2, max: 5 }),
  minutesSeed: fc.integer({ min: 1, max: 1e6 }),
  machinesSeed: fc.integer({ min: 1, max: 1e6 }),
})

describe('published job shops, in so many moves', () => {
  // Lengths that are proven to be the shortest are in the literature on these cases.
  test.each([
    [
      '15 jobs, 15 machines',
      { jobs: 15, machines: 15, minutesSeed: 840612802, machinesSeed: 398197754 },
      20_000,
      1231,
      3,
    ],
    [
      '20 jobs, 15 machines',
      { jobs: 20, machines: 15, minutesSeed: 533484900, machinesSeed: 317419073 },
      40_000,
      1357,
      5,
    ],
  ])(
    '%s: at most a few per cent above the shortest',
    (_, options, iterations, shortest, atMostPct) => {
      const length = lengthOf(jobShopCase(options), iterations)
      expect(length).toBeGreaterThanOrEqual(shortest)
      expect(length).toBeLessThanOrEqual((1 + atMostPct / 100) * shortest)
    },
  )
  test('a plan is found before an end that no priority rule keeps', () => {
    const request = jobShopCase({
      jobs: 15,
      machines: 15,
      minutesSeed: 840612802,
      machinesSeed: 398197754,
    })
    expect(lengthOf({ ...request, horizonMin: 1290 }, 15_000)).toBeLessThanOrEqual(1290)
    const none = plan({ ...request, horizonMin: 1200, limit: { iterations: 200 } }, neverAsked)
    expect(none).toMatchObject({ ok: false, code: 'not-found' })
  })
  test('the same limit gives the same plan', () => {
    const request = {
      ...jobShopCase({ jobs: 8, machines: 6, minutesSeed: 5, machinesSeed: 6 }),
      limit: { iterations: 6000 },
    }
    expect(plan(request, neverAsked)).toEqual(plan(request, neverAsked))
  })
  test('small ones are as short as trying every order makes them', () => {
    fc.assert(
      fc.property(
        fc.record({
          minutesSeed: fc.integer({ min: 1, max: 1e6 }),
          machinesSeed: fc.integer({ min: 1, max: 1e6 }),
        }),
        (own) => {
          const request = jobShopCase({ jobs: 4, machines: 2, ...own })
          const rows = permutations([0, 1, 2, 3])
          const shop = shopOf(request)
          const plans = new Sequences(shop)
          let least = Infinity
          for (const first of rows)
            for (const second of rows)
              least = Math.min(least, lengthInOrders(plans, [first, second]))
          expect(lengthOf(request, 400)).toBe(least)
        },
      ),
      { seed: 3, numRuns: runs(12) },
    )
  })
})

/**
 * The length when each machine takes its jobs in this order; infinite where the two orders block
 * each other.
 */
function lengthInOrders(plan: Sequences, orders: readonly number[][]): number {
  const { shop } = plan
  const queues = orders.map((jobs, machine) =>
    jobs.flatMap((job) => [2 * job, 2 * job + 1].filter((task) => shop.machine[task] === machine)),
  )
  const done = new Set<number>()
  const order: number[] = []
  for (let moved = true; moved;) {
    moved = false
    for (const queue of queues) {
      const task = queue.find((one) => !done.has(one))
      if (task === undefined || (task % 2 === 1 && !done.has(task - 1))) continue
      done.add(task)
      order.push(task)
      moved = true
    }
  }
  if (order.length < shop.size) return Infinity
  plan.load(order)
  return plan.length
}

describe('what counts as a shop of single machines', () => {
  const request = () => jobShopCase({ jobs: 2, machines: 2, minutesSeed: 1, machinesSeed: 2 })
  test('machines, releases and waits do', () => {
    expect(
      machineShopOf(modelOf({ ...request(), lags: [{ from: 'o0-0', to: 'o0-1', minMin: 30 }] })),
    ).not.toBeNull()
  })
  test.each<[string, Partial<PlanRequest>]>([
    [
      'a second job whose end counts',
      {
        jobs: [{ id: 'all' }, { id: 'other' }],
        tasks: request().tasks.map((task, i) => (i === 0 ? { ...task, job: 'other' } : task)),
      },
    ],
    ['a closing window', { lags: [{ from: 'o0-0', to: 'o0-1', maxMin: 30 }] }],
    ['a wait below nothing', { lags: [{ from: 'o0-0', to: 'o0-1', minMin: -1 }] }],
    [
      'two machines of a kind',
      { stations: [...request().stations, { id: 'more', kind: 'machine-0', room: 'hall' }] },
    ],
    [
      'hands',
      {
        makers: [{ id: 'm', skills: [], shifts: [[0, 999]] }],
        tasks: request().tasks.map((task) => ({ ...task, attended: true })),
      },
    ],
    [
      'a place',
      {
        places: [{ id: 'rack', kind: 'rack', room: 'hall', areaCm2: 10 }],
        tasks: request().tasks.map((task) => ({ ...task, place: { kind: 'rack', areaCm2: 1 } })),
      },
    ],
    ['dust', { tasks: request().tasks.map((task) => ({ ...task, dust: true })) }],
  ])('%s does not', (_, changes) => {
    expect(machineShopOf(modelOf({ ...request(), ...changes }))).toBeNull()
  })
})

function movesOf(plan: Sequences): ShopMoves {
  const moves = new ShopMoves(plan, seededRandom(1))
  moves.find()
  expect(moves.count).toBeGreaterThan(0)
  return moves
}

describe('the order on every machine', () => {
  test('after any moves all heads, tails and orders are what a fresh start works out', () => {
    fc.assert(
      fc.property(seeds, fc.integer({ min: 0, max: 1e6 }), (options, seed) => {
        const request = jobShopCase(options)
        const random = seededRandom(seed)
        const shop = shopOf(request)
        const [kept, fresh] = [new Sequences(shop), new Sequences(shop)]
        kept.load(inRequestOrder(request))
        for (let i = 0; i < 40; i++) {
          const task = Math.floor(random() * shop.size)
          const isAfter = random() < 0.5
          let target = task
          for (
            let steps = 1 + Math.floor(random() * 3);
            steps > 0 && target !== kept.nobody;
            steps--
          )
            target = (isAfter ? kept.next[target] : kept.previous[target]) as number
          if (target === kept.nobody) continue
          const before = [...kept.next.subarray(0, shop.size)]
          if (!kept.move(task, target, isAfter))
            expect([...kept.next.subarray(0, shop.size)]).toEqual(before)
          fresh.load(kept.order)
          for (const field of [
            'head',
            'tail',
            'waitHead',
            'waitTail',
            'previous',
            'next',
            'rank',
          ] as const)
            expect([...kept[field].subarray(0, shop.size)]).toEqual([
              ...fresh[field].subarray(0, shop.size),
            ])
          expect(kept.length).toBe(fresh.length)
        }
      }),
      { seed: 5, numRuns: runs(60) },
    )
  })
  test('a move that would close a circle is refused', () => {
    const request: PlanRequest = {
      ...jobShopCase({ jobs: 2, machines: 2, minutesSeed: 1, machinesSeed: 2 }),
      tasks: ['a1', 'a2', 'b1', 'b2'].map((id) => ({
        id,
        job: 'all',
        durationMin: 10,
        attended: false,
        station: { a1: 'machine-0', a2: 'machine-1', b1: 'machine-1', b2: 'machine-0' }[id],
      })),
      lags: [
        { from: 'a1', to: 'a2' },
        { from: 'b1', to: 'b2' },
      ],
    }
    const sequences = new Sequences(shopOf(request))
    // Machine 0: a1, b2; machine 1: b1, a2. With b2 before a1 and a2 before b1 each would wait for
    // the other.
    sequences.load([0, 2, 1, 3])
    sequences.move(2, 1, true)
    expect(sequences.length).toBe(40)
    expect(sequences.move(0, 3, true)).toBe(false)
    expect(sequences.length).toBe(40)
  })
  test('a critical path is as long as the plan, without a gap', () => {
    fc.assert(
      fc.property(seeds, (options) => {
        const request = jobShopCase(options)
        const sequences = new Sequences(shopOf(request))
        sequences.load(inRequestOrder(request))
        const { path: all, first } = movesOf(sequences)
        const path = [...all.subarray(first)]
        for (const task of path)
          expect((sequences.head[task] as number) + (sequences.tail[task] as number)).toBe(
            sequences.length,
          )
        expect(sequences.head[path[0] as number]).toBe(0)
        expect(path.reduce((sum, task) => sum + (sequences.shop.duration[task] as number), 0)).toBe(
          sequences.length,
        )
      }),
      { seed: 6, numRuns: runs(40) },
    )
  })
  test('no move closes a circle, and one between neighbours is never told longer than it is', () => {
    fc.assert(
      fc.property(seeds, (options) => {
        const request = jobShopCase(options)
        const shop = shopOf(request)
        const sequences = new Sequences(shop)
        sequences.load(inRequestOrder(request))
        const moves = movesOf(sequences)
        for (let i = 0; i < moves.count; i++) {
          const { task, target, isAfter } = moves.at(i)
          const tried = new Sequences(shop)
          tried.load(sequences.order)
          expect(tried.move(task, target, isAfter)).toBe(true)
          if ((isAfter ? sequences.next : sequences.previous)[task] === target)
            expect(moves.length[i]).toBeLessThanOrEqual(tried.length)
        }
      }),
      { seed: 7, numRuns: runs(60) },
    )
  })
  test('what was just changed is not changed back, for a while', () => {
    const request = jobShopCase({ jobs: 5, machines: 3, minutesSeed: 8, machinesSeed: 9 })
    const sequences = new Sequences(shopOf(request))
    sequences.load(inRequestOrder(request))
    const move = movesOf(sequences).at(0)
    const tabu = new Tabu(sequences.shop, seededRandom(1))
    expect(tabu.forbids(sequences, move)).toBe(false)
    tabu.remember(sequences, move)
    sequences.move(move.task, move.target, move.isAfter)
    const back = { ...move, isAfter: !move.isAfter }
    expect(tabu.forbids(sequences, back)).toBe(true)
    const elsewhere = {
      ...back,
      task: sequences.next[sequences.order[0] as number] as number,
      target: sequences.order[0] as number,
      isAfter: false,
    }
    for (let i = 0; i < 20; i++) tabu.remember(sequences, elsewhere)
    expect(tabu.forbids(sequences, back)).toBe(false)
  })
})

describe('one at a time', () => {
  const workList = fc.array(
    fc.record({ from: fc.nat(30), duration: fc.integer({ min: 1, max: 20 }), tail: fc.nat(30) }),
    { minLength: 1, maxLength: 6 },
  )
  const uninterrupted = (works: readonly Work[]) => {
    let [now, end] = [0, 0]
    for (const { from, duration, tail } of works) {
      now = Math.max(now, from) + duration
      end = Math.max(end, now + tail)
    }
    return end
  }
  test('by hand: the one with the longest tail goes on, the other is interrupted', () => {
    expect(
      oneAtATime([
        { from: 0, duration: 10, tail: 0 },
        { from: 4, duration: 3, tail: 20 },
      ]),
    ).toBe(27)
    expect(
      oneAtATime([
        { from: 0, duration: 10, tail: 0 },
        { from: 4, duration: 3, tail: 2 },
      ]),
    ).toBe(13)
    expect(oneAtATime([])).toBe(0)
  })
  test('never beyond the best order, nor before what one piece of work or all of it together ask for', () => {
    fc.assert(
      fc.property(workList, (works) => {
        const least = oneAtATime(works)
        expect(least).toBeLessThanOrEqual(Math.min(...permutations(works).map(uninterrupted)))
        for (const work of works)
          expect(least).toBeGreaterThanOrEqual(work.from + work.duration + work.tail)
        expect(least).toBeGreaterThanOrEqual(
          Math.min(...works.map(({ from }) => from)) +
            works.reduce((sum, { duration }) => sum + duration, 0),
        )
      }),
      { seed: 8, numRuns: runs(150) },
    )
  })
})
