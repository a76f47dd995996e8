import type { OwnUnits } from '../../core/units'

export type Role = 'manager' | 'maker' | 'guest'

export interface MeasureChoice {
  kind: 'scale' | 'cup'
  /** What the scale shows (g) or the cup is marked in (ml). */
  step: number
  /** Is the scale zeroed between the parts. */
  tare: boolean
}

export interface Person {
  id: number
  name: string
  role: Role
  measure: MeasureChoice
  units: OwnUnits
}
