import type { Money } from '../cost'

/** The studio's own figures that every batch is worked out with. */
export interface StudioRules {
  currency: string
  perCupMl: number
  reservePct: number
  /** Added to every cure wait, per cent. */
  cureMarginPct: number
  yieldPct: number
  /** Null for those who may not see prices. */
  money: MoneyRules | null
}

/** What costs and prices are worked out with. */
export interface MoneyRules {
  labourRate: Money
  overheadPct: number
  packaging: Money
  feePct: number
  feeFixed: Money
  taxPct: number
  marginPct: number
}
