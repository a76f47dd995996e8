import type { Money } from '../cost'

/** Something of a bottle or pack that went into pieces. */
export interface Used {
  name: string
  amount: number
  /** What the whole bottle cost and holds; null where nobody knows its price. */
  price: Money | null
  size: number
}

/** Time of somebody's hands. */
export interface Worked {
  minutes: number
  ratePerHour: Money
}

/** Wear of a mould by castings. */
export interface Worn {
  price: Money
  lifeUses: number
  uses: number
}

/** What was really spent on some pieces. */
export interface Spent {
  used: readonly Used[]
  worked: readonly Worked[]
  worn: readonly Worn[]
  overheadPct: number
}

/** Where the money went. */
export interface CostByKind {
  material: Money
  labour: Money
  equipment: Money
  overhead: Money
  total: Money
  handsMin: number
}

export interface RealCost extends CostByKind {
  /** What was used of bottles whose price nobody knows; it is not in the cost. */
  unpriced: string[]
}

/** What some pieces brought, beside what they cost. */
export interface Earned {
  leaves: Money
  /** Of an hour of hands; null where nobody worked. */
  perHandsHour: Money | null
  /** Of a day in which a mould was taken up; null where none was. */
  perMouldDay: Money | null
}
