import { Decimal } from 'decimal.js'
import { minorUnits, type Money } from '../cost'
import type { CostByKind } from './types'

/** Sums of money, added up. */
export const sumOf = (all: readonly Money[], currency: string): Money =>
  all.reduce((sum, one) => sum.plus(one), new Decimal(0)).toFixed(minorUnits(currency) ?? 2)

/** Costs of several, kind by kind. */
export const costsTogether = (all: readonly CostByKind[], currency: string): CostByKind => ({
  material: sumOf(
    all.map(({ material }) => material),
    currency,
  ),
  labour: sumOf(
    all.map(({ labour }) => labour),
    currency,
  ),
  equipment: sumOf(
    all.map(({ equipment }) => equipment),
    currency,
  ),
  overhead: sumOf(
    all.map(({ overhead }) => overhead),
    currency,
  ),
  total: sumOf(
    all.map(({ total }) => total),
    currency,
  ),
  handsMin: all.reduce((sum, { handsMin }) => sum + handsMin, 0),
})
