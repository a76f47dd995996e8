export { allowedDepthMm } from './allowedDepthMm'
export { checkLayer } from './checkLayer'
export { chooseResin } from './chooseResin'

export { thinnerPart } from './thinnerPart'
export { workableMin } from './workableMin'
export type * from './types'
export { HOLDS_WHITE, LETS_WHITE_SINK, WHITE_DEPTH_MM, WHITE_LOAD_PCT } from './white'
