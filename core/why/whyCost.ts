import type { MoneyRules, StudioRules } from '../trade'
import type { CostAnswer } from '../cost'
import type { Source, Why } from './types'

/** The rules as those know them who may see prices. */
export type PricedRules = StudioRules & { money: MoneyRules }

/** Derives what one good piece costs, from its lines. */
export function whyCostPerGood(
  costed: Pick<CostAnswer, 'lines' | 'overhead' | 'costPerPiece' | 'costPerGood'>,
  pieces: number,
  rules: PricedRules,
  yieldFrom: Source = 'house rule',
): Why {
  const { money } = rules
  return {
    title: 'Cost of a good piece',
    value: costed.costPerGood,
    unit: rules.currency,
    decimals: 2,
    formula: '(all lines + overhead) ÷ (pieces × the share that can be sold)',
    inputs: [
      ...costed.lines.map((line) => ({
        name: line.name,
        value: line.amount,
        unit: rules.currency,
        source: 'worked out' as const,
      })),
      {
        name: `overhead, ${money.overheadPct} %`,
        value: costed.overhead,
        unit: rules.currency,
        source: 'house rule',
      },
      { name: 'pieces', value: pieces, decimals: 0, source: 'order' },
      { name: 'yield', value: rules.yieldPct, unit: '%', decimals: 0, source: yieldFrom },
      {
        name: 'labour rate',
        value: money.labourRate,
        unit: `${rules.currency}/h`,
        source: 'house rule',
      },
      ...Object.entries(money.wages).map(([skill, wage]) => ({
        name: skill === '' ? 'an hour of anybody' : `an hour of “${skill}”`,
        value: wage,
        unit: `${rules.currency}/h`,
        source: 'own wages' as const,
      })),
    ],
    otherwise: `If none failed it would be ${costed.costPerPiece} ${rules.currency}.`,
  }
}

/** Derives the price that leaves the wanted margin. */
export function whyPrice(costed: CostAnswer, rules: PricedRules): Why {
  const { money } = rules
  return {
    title: 'Price with tax',
    value: costed.priceWithTax,
    unit: rules.currency,
    decimals: 2,
    formula:
      '(cost of a good piece + packing + fixed fee) ÷ (1 − fee on the price with tax − margin), then tax on top',
    inputs: [
      {
        name: 'cost of a good piece',
        value: costed.costPerGood,
        unit: rules.currency,
        source: 'worked out',
      },
      { name: 'packing', value: money.packaging, unit: rules.currency, source: 'house rule' },
      { name: 'fixed fee', value: money.feeFixed, unit: rules.currency, source: 'house rule' },
      { name: 'selling fee', value: money.feePct, unit: '%', decimals: 1, source: 'house rule' },
      { name: 'tax', value: money.taxPct, unit: '%', decimals: 1, source: 'house rule' },
      {
        name: 'margin wanted',
        value: money.marginPct,
        unit: '%',
        decimals: 1,
        source: 'house rule',
      },
      { name: 'price before tax', value: costed.price, unit: rules.currency, source: 'worked out' },
      { name: 'fee', value: costed.fee, unit: rules.currency, source: 'worked out' },
      {
        name: 'left over on a good piece',
        value: costed.profitPerGood,
        unit: rules.currency,
        source: 'worked out',
      },
    ],
  }
}
