import type { LineToPrice, PricedLine, PricedOrder, QuoteTerms, SellingCosts } from '../quote'
import type { Why, WhyInput } from './types'

const typed = (name: string, value: number | string, unit: string): WhyInput => ({
  name,
  value,
  unit,
  ...(typeof value === 'number' ? { decimals: 1 } : {}),
  source: 'typed',
})

/** Derives what the margin asks for a piece of an order. */
export function whyAsked(
  line: LineToPrice,
  { asked }: PricedLine,
  terms: QuoteTerms,
  { currency, packaging, feePct }: SellingCosts,
): Why {
  return {
    title: 'Asked for a piece',
    value: asked,
    unit: currency,
    decimals: 2,
    formula: `(cost of a good piece + packing) ÷ (1 − fee on the price with tax − margin)${terms.taxIsIn ? ', with the tax in it' : ', before tax'}${Number(terms.roundTo) > 0 ? ', up to the next price point' : ''}`,
    inputs: [
      {
        name: 'cost of a good piece',
        value: line.costPerGood,
        unit: currency,
        source: 'worked out',
      },
      { name: 'packing', value: packaging, unit: currency, source: 'house rule' },
      { name: 'selling fee', value: feePct, unit: '%', decimals: 1, source: 'house rule' },
      typed('margin wanted', terms.marginPct, '%'),
      typed('tax', line.taxPct ?? terms.taxPct, '%'),
      typed('price points every', terms.roundTo, currency),
      typed('less', terms.roundLess, currency),
    ],
  }
}

/** Derives what an order leaves. */
export function whyLeaves(priced: PricedOrder, { currency, feePct, feeFixed }: SellingCosts): Why {
  const part = (name: string, value: string): WhyInput => ({
    name,
    value,
    unit: currency,
    source: 'worked out',
  })
  return {
    title: 'What the order leaves',
    value: priced.leaves,
    unit: currency,
    decimals: 2,
    formula: 'what is paid without tax − cost of the pieces − packing − selling fee',
    inputs: [
      part('to be paid', priced.total),
      part('tax in it', priced.tax),
      part('without tax', priced.net),
      part('the pieces cost', priced.cost),
      part('packing', priced.packaging),
      part(`fee, ${feePct} % of what is paid and ${feeFixed}`, priced.fee),
    ],
    otherwise: 'Cost is at the yield that the log has taught, and with everybody’s own wages.',
  }
}
