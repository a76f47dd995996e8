export { cost } from './cost'
export { minorUnits } from './minorUnits'
export type * from './types'
