import type { PlanRequest } from '../../core/plan'

/** The generator's multiplier and modulus: Park and Miller's minimal standard. */
const MULTIPLIER = 16807n
const MODULUS = 2147483647n
const LONGEST_MIN = 99

/**
 * A job shop of the kind that is published with its best known length, made by the published
 * recipe.
 * Source: Taillard, Benchmarks for basic scheduling problems (1993): minutes of 1 to 99 evenly,
 * machines in an order of chance.
 * @returns a request in which the one job of all tasks is due at once, so that its tardiness is the
 *   length of the plan
 */
export function jobShopCase({
  jobs,
  machines,
  minutesSeed,
  machinesSeed,
}: {
  jobs: number
  machines: number
  minutesSeed: number
  machinesSeed: number
}): PlanRequest {
  const anyMinutes = wholeNumbers(minutesSeed)
  const anyMachine = wholeNumbers(machinesSeed)
  const minutes = Array.from({ length: jobs }, () =>
    Array.from({ length: machines }, () => anyMinutes(1, LONGEST_MIN)),
  )
  const routes = minutes.map(() => {
    const route = Array.from({ length: machines }, (_, machine) => machine)
    for (let i = 0; i < machines; i++) {
      const other = anyMachine(i, machines - 1)
      ;[route[i], route[other]] = [route[other]!, route[i]!]
    }
    return route
  })
  return {
    horizonMin: minutes.flat().reduce((sum, one) => sum + one, 0),
    makers: [],
    places: [],
    moulds: [],
    seed: 1,
    stations: Array.from({ length: machines }, (_, i) => ({
      id: `s${i}`,
      kind: `machine-${i}`,
      room: 'hall',
    })),
    jobs: [{ id: 'all', dueMin: 0 }],
    tasks: minutes.flatMap((own, job) =>
      own.map((durationMin, step) => ({
        id: `o${job}-${step}`,
        job: 'all',
        durationMin,
        attended: false,
        station: `machine-${routes[job]?.[step]}`,
      })),
    ),
    lags: minutes.flatMap((own, job) =>
      own.slice(1).map((_, step) => ({ from: `o${job}-${step}`, to: `o${job}-${step + 1}` })),
    ),
  }
}

function wholeNumbers(seed: number): (from: number, to: number) => number {
  let state = BigInt(seed)
  return (from, to) => {
    state = (MULTIPLIER * state) % MODULUS
    return from + Math.floor((Number(state) / Number(MODULUS)) * (to - from + 1))
  }
}
