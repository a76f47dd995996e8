/** A decimal number as text, as in `"12.50"`; money never passes through binary floating point. */
export type Money = string

export interface CostRequest {
  currency: string
  pieces: number
  yieldPct: number
  materials: { name: string; quantity: number; unitCost: Money }[]
  labour: { name: string; minutes: number; ratePerHour: Money; per: 'piece' | 'batch' }[]
  equipment: { name: string; price: Money; lifeUses: number; uses: number }[]
  overheadPct: number
  selling?: { packaging: Money; feePct: number; feeFixed: Money; taxPct: number }
  ask?: { marginPct?: number; price?: Money }
}

export type CostKind = 'material' | 'labour' | 'equipment'

export interface CostAnswer {
  lines: { name: string; kind: CostKind; amount: Money }[]
  subtotal: Money
  overhead: Money
  batchCost: Money
  costPerPiece: Money
  costPerGood: Money
  price: Money | null
  priceWithTax: Money | null
  fee: Money | null
  profitPerGood: Money | null
  marginPct: number | null
}
