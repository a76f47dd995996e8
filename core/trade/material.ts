import type { Money } from '../cost'

/** What the stores keep beside resin and pigment: stones, film, hardware, boards. */
export interface Material {
  id: number
  name: string
  /** What it is counted in, in the workshop’s own word. */
  unit: string
  packSize: number
  /** Null for those who may not see prices. */
  packPrice: Money | null
}
