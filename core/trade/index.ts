export {
  DOSE_UNITS,
  NO_REST,
  STIRS,
  type Cup,
  type CupPigment,
  type Dose,
  type DoseUnit,
  type Filler,
  type Rest,
  type Share,
  type Stir,
} from './cup'
export { POUR_HOWS, TOOLS, type Entry, type PourHow, type Tool, type Pouring } from './entry'
export { MILESTONES, type Milestone, MILESTONE_WORDS } from './milestones'
export { SIZED_HOW, type SizedHow, type Mould, castingsLeft, mouldsInUse } from './mould'
export { ORIGINS, type Origin } from './origins'
export { type Pigment } from './pigment'
export { type LayerWork, type Portion } from './portion'
export { POURING, SANDING } from './pouring'
export {
  JOINS,
  type Join,
  type NamedInclusion,
  type Layer,
  type SetPiece,
  type Recipe,
} from './recipe'
export { type Resin, type Kit } from './resin'
export { originOf, RESIN_FIGURES } from './resinFigures'
export { STARTING_WORK_RULES } from './startingRules'
export { levelAreaCm2, type Shelf } from './shelf'
export { startingMould } from './startingMould'
export { startingResin } from './startingResin'
export { RESIN_KINDS, STEP_KINDS, type StepKind } from './stepKind'
export { KINDS_OF_STEP, newMix, newPass, newPour, newStep, type CautionTopic } from './stepKinds'
export { type MoneyRules, type StudioRules } from './studioRules'
export { wageOf, wagesBySkill, type Earner } from './wages'
