import { elementAt } from '../elementAt'
import { answer, issue, LIMIT_TOLERANCE, refuse, type Result } from '../result'
import { goodOf } from './goodOf'
import type { SparesAnswer, SparesRequest } from './types'

interface Row {
  pieces: number
  chance: number
  expectedGood: number
  expectedSpare: number
  expectedShort: number
  expectedCost: number | null
}

/**
 * How many to pour so that enough come out good: the fewest that are sure enough, or the number that
 * costs the least to be expected, of equal ones (1e-9) the fewest.
 * Good ones are beta-binomial with a = weight·mean, b = weight·(1 − mean).
 * Source: the operation `spares` of docs/compute.md; the cost of being short or over is the
 * newsvendor's.
 * @param request counts, per cent, `sureOf` a chance, money as decimal texts
 * @returns the number, its chance, what is to be expected of it, and the same for every number tried
 * @throws nothing; refuses with `never-sure` where no number up to `mostPieces` is sure enough
 */
export function spares(request: SparesRequest): Result<SparesAnswer> {
  const rows = rowsOf(request)
  const { sureOf } = request
  const chosen =
    sureOf === undefined
      ? cheapest(rows)
      : rows.find(({ chance }) => chance >= sureOf - LIMIT_TOLERANCE)
  if (!chosen)
    return refuse(
      'never-sure',
      issue('sureOf', 'never-sure', {
        mostPieces: request.mostPieces,
        chance: Math.max(...rows.map(({ chance }) => chance)),
      }),
    )
  const { expectedCost: _told, ...told } = chosen
  return answer({
    ...told,
    table: rows.map(({ pieces, chance, expectedCost }) => ({ pieces, chance, expectedCost })),
  })
}

function rowsOf({ wanted, yield: { meanPct, weight }, cost, mostPieces }: SparesRequest): Row[] {
  const mean = meanPct / 100
  const good = goodOf(weight * mean, weight * (1 - mean))
  const perPiece = Number(cost?.perPiece)
  const shortEach = Number(cost?.shortEach)
  const spareValue = Number(cost?.spareValue)
  return Array.from({ length: mostPieces - wanted + 1 }, (_, i): Row => {
    const pieces = wanted + i
    let [short, missed] = [0, 0]
    for (const [count, chance] of good(pieces).slice(0, wanted).entries()) {
      missed += chance
      short += chance * (wanted - count)
    }
    const expectedGood = pieces * mean
    // E[good] = wanted + E[spare] − E[short].
    const spare = expectedGood - wanted + short
    return {
      pieces,
      chance: 1 - missed,
      expectedGood,
      expectedSpare: spare,
      expectedShort: short,
      expectedCost: cost ? pieces * perPiece + shortEach * short - spareValue * spare : null,
    }
  })
}

const cheapest = (rows: readonly Row[]): Row =>
  rows.reduce(
    (best, row) =>
      (row.expectedCost ?? 0) < (best.expectedCost ?? 0) - LIMIT_TOLERANCE ? row : best,
    elementAt(rows, 0),
  )
