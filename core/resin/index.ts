export { allowedDepthMm } from './allowedDepthMm'
export { checkLayer } from './checkLayer'
export { chooseResin } from './chooseResin'

export { workableMin } from './workableMin'
export type * from './types'
