export { rectify } from './rectify'
export { WATER_RANGE_C, waterDensity } from './waterDensity'
export { waterFill } from './waterFill'
export type * from './types'
