export { asInstant } from './asInstant'
export { makerId, mouldId, placeId, stationId } from './ids'
export { isInBox, mayBeHeated } from './box/mayBeHeated'
export { coldBoxes } from './box/coldBoxes'
export { comesIfOrdered } from './comesIfOrdered'
export { plainSkill } from './hands'
export { openJoints } from './mayBeSanded'
export { holdingChain, type HoldingLink } from './holdingChain'
export { leaveTime } from './leaveTime'
export {
  jointKey,
  jointOfKey,
  type Joint,
  type JointKey,
  type LinePaths,
  type PlanLine,
  type PlanPot,
  type PlanQuestion,
  TASK_KINDS,
  type TaskKind,
  type TaskMeaning,
  type TaskWork,
  type Reported,
  type ReportedWork,
  type Workroom,
  type HeatedBox,
} from './planLine'
export { planRequest } from './planRequest'
export { whatIsMissing, type Missing } from './whatIsMissing'
export { boxTaskOf, CLOCK, isBoxTask, isColdBox, isOfClock, withRowsRenamed } from './taskNames'
