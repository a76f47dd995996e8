import type { SellingCosts } from '../../../core/quote'
import type { MoneyRules, StudioRules } from '../../../core/trade'

/** The rules of money, as the workshop's own row has them. */
export const moneyOf = ({ money }: StudioRules): MoneyRules => {
  if (money === null) throw new Error('the rules of money are read from the workshop’s own row')
  return money
}

/** What selling takes, by the rules of the house. */
export const sellingOf = (rules: StudioRules): SellingCosts => {
  const { packaging, feePct, feeFixed } = moneyOf(rules)
  return { currency: rules.currency, packaging, feePct, feeFixed }
}
