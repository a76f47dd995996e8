export { allowedDepthMm } from './allowedDepthMm'
export { checkLayer } from './checkLayer'
export { chooseResin } from './chooseResin'

export { thinnerPart } from './thinnerPart'
export { workableMin } from './workableMin'
export type * from './types'
