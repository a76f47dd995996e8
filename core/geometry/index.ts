export { ringArea, ringHolds, ringLength } from './ring'
export { ringsCross } from './ringsCross'
export { withoutRepeats } from './withoutRepeats'
export type { Point } from './types'
