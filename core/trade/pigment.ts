import type { Money } from '../cost'
import type { DoseUnit } from './cup'

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
  /** What one of a maker’s own measures of it weighs, g. */
  measures?: Partial<Record<Exclude<DoseUnit, 'g' | 'drop'>, number>>
}
