import type { Money } from '../cost'

/** How long the hands take at every pot, and how much pigment it bears. */
export interface WorkRules {
  /** For measuring both parts into one cup, minutes. */
  measureMin: number
  /** Hands for one heat pass over one pot's pieces, minutes. */
  heatPassMin: number
  /** Pigment above this share of the resin is warned of, per cent by mass. */
  pigmentCapPct: number
}

/** The studio's own figures that every batch is worked out with. */
export interface StudioRules extends WorkRules {
  currency: string
  perCupMl: number
  reservePct: number
  /** Added to every cure wait, per cent. */
  cureMarginPct: number
  yieldPct: number
  /** So sure one wants to be that enough pieces come out, per cent; 0 for no spares. */
  spareSurePct: number
  /** Null for those who may not see prices. */
  money: MoneyRules | null
}

/** What costs and prices are worked out with. */
export interface MoneyRules {
  /** An hour of work where nobody's own wage is known. */
  labourRate: Money
  /** An hour by skill, where people are paid differently; as `wagesBySkill` gives it. */
  wages: Readonly<Record<string, Money>>
  overheadPct: number
  packaging: Money
  feePct: number
  feeFixed: Money
  taxPct: number
  marginPct: number
  /** What guests pay: a square metre of rack for a day, the heated box and a hand for an hour. */
  guestAreaRate: Money
  guestBoxRate: Money
  guestHelpRate: Money
}
