export { cost } from './cost'
export { minorUnits } from './minorUnits'
export { sharedPrice } from './sharedPrice'
export type * from './types'
