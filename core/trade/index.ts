export { MILESTONES, type Milestone, MILESTONE_WORDS } from './milestones'
export { SIZED_HOW, type SizedHow, type Mould, castingsLeft, mouldsInUse } from './mould'
export { ORIGINS, type Origin } from './origins'
export { type Pigment } from './pigment'
export { type Portion } from './portion'
export { POURING } from './pouring'
export {
  type LayerPigment,
  type NamedInclusion,
  type Layer,
  type Step,
  type SetPiece,
  type Recipe,
} from './recipe'
export { type Resin, type Kit } from './resin'
export { originOf, RESIN_FIGURES } from './resinFigures'
export { STARTING_WORK_RULES } from './startingRules'
export { levelAreaCm2, type Shelf } from './shelf'
export { startingMould } from './startingMould'
export { startingResin } from './startingResin'
export { STEP_KINDS, type StepKind } from './stepKind'
export { KINDS_OF_STEP, newStep, type CautionTopic } from './stepKinds'
export { type MoneyRules, type StudioRules } from './studioRules'
export { wageOf, wagesBySkill, type Earner } from './wages'
