export { busyMinOf } from './busyMinOf'
export { checkGathering, type GatheringProblem } from './checkGathering'
export { checkPot } from './checkPot'
export { costBatch } from './costBatch'
export { isInBox, mayBeHeated, type HeatedBox } from './boxCure'
export { cureWait } from './cureWait'
export { coldBoxes } from './coldBoxes'
export { comesIfOrdered } from './comesIfOrdered'
export { gatherPots, splitPortion, type Gathering, type GatherTerms } from './gatherPots'
export { holdingChain, type HoldingLink } from './holdingChain'
export { insertLayer } from './insertLayer'
export { isWhite } from './isWhite'
export { ladderOf } from './ladderOf'
export { layerDepthMm } from './layerDepthMm'
export { leaveTime } from './leaveTime'
export { mergePortions } from './mergePortions'
export { moveBoundary } from './moveBoundary'
export type {
  LinePaths,
  PlanLine,
  PlanPot,
  PlanQuestion,
  TaskKind,
  TaskMeaning,
  Workroom,
} from './planLine'
export { planRequest } from './planRequest'
export { boxTaskOf, CLOCK, isBoxTask, isColdBox, isOfClock } from './taskNames'
export { colourKey, potOf, STIR_ROOM, type PotFigures } from './potOf'
export { potsOfLayer, type LayerPots } from './potsOfLayer'
export { ORIGINS, originOf, RESIN_FIGURES, type Origin } from './resinFigures'
export { sizeBatch } from './sizeBatch'
export { KINDS_OF_STEP, newStep, STEP_KINDS, type CautionTopic, type StepKind } from './stepKinds'
export { splitLayer } from './splitLayer'
export { expectedSurplusMl, surplusHomes } from './surplusHomes'
export {
  temperatureOfStays,
  temperatureProfile,
  type PlaceClimate,
  type RoomClimate,
  type Stay,
} from './temperatureProfile'
export { CLEAR_TINT, tintOf } from './tintOf'
export { PIGMENT_CAP_PCT, tintOfPot } from './tintOfPot'
export { MEASURE_MIN, MILESTONES, MILESTONE_WORDS, SIZED_HOW } from './types'
export type * from './types'
