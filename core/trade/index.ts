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
export {
  ASKS,
  KEEPS,
  POUR_HOWS,
  TOOLS,
  type Asking,
  type Entry,
  type Keep,
  type MaterialUse,
  type PourHow,
  type Pouring,
  type Tool,
} from './entry'
export { type Material } from './material'
export {
  AWAITED,
  awaitedWords,
  MILESTONES,
  MILESTONE_WORDS,
  milestoneMin,
  SOFT_MILESTONES,
  type Awaited,
  type Milestone,
} from './milestones'
export { SIZED_HOW, type SizedHow, type Mould, castingsLeft, mouldsInUse } from './mould'
export { ORIGINS, type Origin } from './origins'
export { TRIAL_VERDICTS, type Pigment } from './pigment'
export { type LayerWork, type Portion } from './portion'
export { CARRYING, POURING, SANDING } from './pouring'
export { numbersOf, overlap, rangeOf, rangesOf, type Range } from './ranges'
export {
  FRONTS,
  IN_A_MOULD,
  INSIDE,
  JOINS,
  SIDES,
  STARTS,
  type Front,
  type Join,
  type Layer,
  type NamedInclusion,
  type Recipe,
  type SetPiece,
  type Side,
  type Start,
} from './recipe'
export { COUNTS_FROM, type CountsFrom, type Kit, type Resin } from './resin'
export { originOf, RESIN_FIGURES } from './resinFigures'
export { STARTING_WORK_RULES } from './startingRules'
export { levelAreaCm2, type Shelf } from './shelf'
export { startingMould } from './startingMould'
export { startingResin } from './startingResin'
export { RESIN_KINDS, STEP_KINDS, type StepKind } from './stepKind'
export {
  KINDS_OF_STEP,
  NOTHING_MORE,
  newMix,
  newPass,
  newPour,
  newStep,
  type CautionTopic,
} from './stepKinds'
export { type MoneyRules, type StudioRules } from './studioRules'
export { wageOf, wagesBySkill, type Earner } from './wages'
