/** Where a figure comes from. */
export type Source =
  | 'typed'
  | 'measured'
  | 'learned'
  | 'starting value'
  | 'data sheet'
  | 'worked out'
  | 'house rule'
  | 'own wages'
  | 'resin'
  | 'recipe'
  | 'order'

export interface WhyInput {
  name: string
  value: number | string | null
  unit?: string
  decimals?: number
  source: Source
}

/** How a number came about, with this piece's values. */
export interface Why {
  title: string
  value: number | string | null
  unit: string
  decimals: number
  /** The formula in words. */
  formula: string
  inputs: WhyInput[]
  /** What it would be otherwise, or what to keep in mind. */
  otherwise?: string
}
