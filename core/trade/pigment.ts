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
  /** What came of it in a resin, when the workshop tried. */
  trials?: Trial[]
}

export const TRIAL_VERDICTS = ['good', 'poor'] as const
export interface Trial {
  resinId: number
  verdict: (typeof TRIAL_VERDICTS)[number]
  note: string
}
