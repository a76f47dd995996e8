import type { ToBuy } from '../../core/stock'
import type { BoughtWare, BuyingTerms, PurchaseLineFields } from '../schemas/purchases'
import type { Versioned } from './exchange'

/** A ware with what is planned, there, coming and to be bought of it. */
export interface BuyRow {
  ware: BoughtWare
  name: string
  unit: string
  terms: BuyingTerms
  /** Working days from the order to the door. */
  leadDays: number
  packs: { size: number; price: string | null; leadDays: number }[]
  left: number
  asked: number
  coming: number
  proposal: Omit<ToBuy, 'shortAt' | 'orderBy'> & {
    /** Null where nothing lacks, or nothing that has a time yet. */
    shortAt: string | null
    orderBy: string | null
  }
}

export interface PurchaseLine extends PurchaseLineFields {
  id: number
  /** So many of its packs are here. */
  received: number
}

/** What was ordered of a supplier. */
export type Purchase = Versioned<{
  id: number
  supplier: string
  orderedAt: string
  orderedBy: string
  dueOn: string
  note: string
  /** When all of it was here, or the rest was given up; null while something is to come. */
  closedAt: string | null
  lines: PurchaseLine[]
}>
