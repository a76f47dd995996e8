import type { OwnUnits } from '../../core/units'
import type { MeasureChoice } from '../schemas/people'

export type Role = 'manager' | 'maker' | 'guest'

export interface Person {
  id: number
  name: string
  role: Role
  measure: MeasureChoice
  units: OwnUnits
}
