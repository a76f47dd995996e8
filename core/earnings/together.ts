import type { CostByKind, Earned } from './types'
import { earned } from './earned'
import type { Money } from '../cost'
import { costsTogether, sumOf } from './sumOf'

/** Some pieces with what they were to cost, what they did, and what they brought. */
export interface Accounted {
  poured: number
  good: number
  mouldDays: number
  planned: CostByKind | null
  real: CostByKind
  /** Null where nothing is agreed. */
  net: Money | null
  selling: Money
  /** Whether all of it is made: what has cost only a part so far has left nothing yet. */
  isDone: boolean
}

export interface Together {
  poured: number
  good: number
  /** What is mended was never planned; null where none of it was. */
  planned: CostByKind | null
  real: CostByKind
  /** Of those that are made and for which something is agreed. */
  net: Money
  selling: Money
  earned: Earned | null
}

/**
 * Pieces of several lines as one.
 * @param lines in any order
 * @param currency ISO 4217
 * @returns what they leave is of those alone that are made and for which something is agreed
 */
export function together(lines: readonly Accounted[], currency: string): Together {
  const sold = lines.filter(({ net, isDone }) => net !== null && isDone)
  const planned = lines.flatMap((line) => line.planned ?? [])
  const count = (of: 'poured' | 'good') => lines.reduce((sum, line) => sum + line[of], 0)
  const net = sumOf(
    sold.map((line) => line.net ?? '0'),
    currency,
  )
  const selling = sumOf(
    sold.map((line) => line.selling),
    currency,
  )
  const ofSold = costsTogether(
    sold.map(({ real }) => real),
    currency,
  )
  return {
    poured: count('poured'),
    good: count('good'),
    planned: planned.length > 0 ? costsTogether(planned, currency) : null,
    real: costsTogether(
      lines.map(({ real }) => real),
      currency,
    ),
    net,
    selling,
    earned:
      sold.length === 0
        ? null
        : earned(
            { net, selling },
            { ...ofSold, mouldDays: sold.reduce((sum, { mouldDays }) => sum + mouldDays, 0) },
            currency,
          ),
  }
}
