import { Decimal } from 'decimal.js'
import { minorUnits, type CostAnswer, type CostKind } from '../cost'
import type { CostByKind } from './types'

/**
 * What a batch was to cost, by kind; without what its failures would cost again, so that it stands
 * beside what it really did.
 * @param cost its lines, as `cost` has them
 * @param handsMin its minutes of hands
 */
export function plannedCost(
  { lines, overhead, batchCost }: Pick<CostAnswer, 'lines' | 'overhead' | 'batchCost'>,
  handsMin: number,
  currency: string,
): CostByKind {
  const digits = minorUnits(currency) ?? 2
  const of = (kind: CostKind) =>
    lines
      .reduce((sum, one) => (one.kind === kind ? sum.plus(one.amount) : sum), new Decimal(0))
      .toFixed(digits)
  return {
    material: of('material'),
    labour: of('labour'),
    equipment: of('equipment'),
    overhead,
    total: batchCost,
    handsMin,
  }
}
