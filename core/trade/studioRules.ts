import type { Money } from '../cost'

/** The studio's own figures that every batch is worked out with. */
export interface StudioRules {
  currency: string
  perCupMl: number
  reservePct: number
  /** Added to every cure wait, per cent. */
  cureMarginPct: number
  labourRate: Money
  overheadPct: number
  yieldPct: number
  packaging: Money
  feePct: number
  feeFixed: Money
  taxPct: number
  marginPct: number
}
