import type { Money } from '../cost'

export interface Pigment {
  id: number
  name: string
  /** Its colour in cured resin, `#rrggbb`. */
  hex: string
  form: 'powder' | 'paste' | 'ink'
  pricePerG: Money | null
  /** Of the pigment itself, g/ml; turns drops into grams. */
  density?: number
  /** Of the loose powder, g/ml; turns grams into teaspoons. */
  bulkDensity?: number
  dropMl?: number
  /** What the tip of a stick, a squirt and a scoop of it weigh, g. */
  tipG?: number
  squirtG?: number
  scoopG?: number
}
