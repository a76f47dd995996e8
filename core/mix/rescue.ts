import { answer, invalid, LIMIT_TOLERANCE, refuse, type Result } from '../result'
import {
  amountOfMass,
  amountOfVolume,
  missingDensities,
  ratioErrorPct,
  ratioOf,
  withTotal,
} from './parts'
import type { Amount, MixResin, Part, RescueAnswer, RescueRequest } from './types'

const DEFAULT_TOLERANCE_PCT = 3

/**
 * Says what to add after a mispour, whether it still fits the cup, and what is left over.
 * What is in the cup cannot be taken out, so the part that is short is topped up to the exact
 * ratio.
 * Source: mass balance, as `mix`.
 * @param request what the cup holds of each part (g or ml; one of them may be 0), need and capacity
 *   in ml
 * @returns the error of what is in the cup, the part to add in g and ml, totals after adding
 * @throws nothing; refuses with `density-required`, or `invalid-input` for an empty cup
 */
export function rescue(request: RescueRequest): Result<RescueAnswer> {
  const { resin, inCup } = request
  const { basis } = resin.ratio
  const crossed = (['a', 'b'] as const).filter(
    (part) => (inCup[part].massG === undefined) === (basis === 'mass'),
  )
  const missing = missingDensities(
    resin,
    crossed.map((part) => (part === 'a' ? 'densityA' : 'densityB')),
  )
  if (missing.length > 0) return refuse('density-required', ...missing)

  const held = { a: amountInCup(inCup.a, resin.densityA), b: amountInCup(inCup.b, resin.densityB) }
  const field = basis === 'mass' ? 'massG' : 'volumeMl'
  const [a, b] = [held.a[field] ?? 0, held.b[field] ?? 0]
  if (a === 0 && b === 0) return invalid('inCup', 'nothing-in-cup')

  const ratio = ratioOf(resin)
  const error = a === 0 ? null : ratioErrorPct(a, b, ratio)
  const add = topUp(a, b, ratio, error, resin)
  const total = withTotal(
    add?.part === 'a' ? plus(held.a, add) : held.a,
    add?.part === 'b' ? plus(held.b, add) : held.b,
  ).total.volumeMl
  const tolerancePct = resin.tolerancePct ?? DEFAULT_TOLERANCE_PCT
  const { needMl, cupCapacityMl } = request
  return answer({
    ratioErrorPct: error,
    withinTolerance: error !== null && Math.abs(error) <= tolerancePct + LIMIT_TOLERANCE,
    add,
    totalMl: total,
    surplusMl: total === null || needMl === undefined ? null : total - needMl,
    fitsCup:
      total === null || cupCapacityMl === undefined
        ? null
        : total <= cupCapacityMl + LIMIT_TOLERANCE,
  })
}

function amountInCup(given: RescueRequest['inCup']['a'], density: number | undefined): Amount {
  if (given.massG === undefined) return amountOfVolume(given.volumeMl ?? 0, density)
  return given.massG === 0 ? { massG: 0, volumeMl: 0 } : amountOfMass(given.massG, density)
}

function topUp(
  a: number,
  b: number,
  ratio: number,
  error: number | null,
  resin: MixResin,
): RescueAnswer['add'] {
  if (error !== null && Math.abs(error) <= LIMIT_TOLERANCE) return null
  const part: Part = error !== null && error < 0 ? 'b' : 'a'
  const short = part === 'b' ? a * ratio - b : b / ratio - a
  const density = part === 'a' ? resin.densityA : resin.densityB
  return {
    part,
    ...(resin.ratio.basis === 'mass'
      ? amountOfMass(short, density)
      : amountOfVolume(short, density)),
  }
}

function plus(x: Amount, y: Amount): Amount {
  const { total } = withTotal(x, y)
  return total
}
