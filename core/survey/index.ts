export { rectify } from './rectify'
export { waterDensity } from './waterDensity'
export { waterFill } from './waterFill'
export type * from './types'
