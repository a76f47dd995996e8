import { market } from '../core/market'
import { marketCase } from './lib/marketCase'
import { MODEL_UNITS, marketModel } from './lib/marketModel'
import { askSolver, withSolver } from './lib/solver'
import { inSmall } from './lib/inSmall'

const SOLVER_LIMIT_MS = inSmall(10_000, 1000)
const CASES = [
  { products: 6, seed: 1 },
  { products: 12, seed: 2 },
  { products: 12, seed: 3, perMould: 12, mouldShare: 0.4 },
  { products: 24, seed: 4 },
  { products: 48, seed: 5 },
]
const say = (line: string) => process.stdout.write(`${line}\n`)

/** How good the choice for a market day is beside a constraint solver on the same cases. */
export const benchMarket = (): Promise<void> =>
  withSolver(async (page) => {
    say(
      `\nMarket days: expected profit; the solver's after ${SOLVER_LIMIT_MS / 1000} s (chuffed, compiled for browsers, in the same run)`,
    )
    for (const options of inSmall(CASES, CASES.slice(0, 1))) {
      const request = marketCase(options)
      const began = performance.now()
      const chosen = market(request)
      const tookMs = performance.now() - began
      if (!chosen.ok) throw new Error(`made up so that it fits, and refused: ${chosen.code}`)
      const { expectedProfit, exact, bound } = chosen.value
      const { status, numbers } = await askSolver(page, marketModel(request), SOLVER_LIMIT_MS)
      const [found] = numbers
      const proven = status === 'OPTIMAL_SOLUTION' ? ' proven' : ''
      const theirs =
        found === undefined ? 'nothing found' : `${(found / MODEL_UNITS).toFixed(2)}${proven}`
      say(
        `  ${String(options.products).padStart(3)} pieces, ${Object.keys(request.capacities).length} short   ours ${expectedProfit.toFixed(2)}${exact ? ' proven' : `, at most ${bound.toFixed(2)}`} in ${(tookMs / 1000).toFixed(2)} s   solver ${theirs}`,
      )
    }
  })
