export { balance, type Booked } from './balance'
export { partCountedIn, type CountedIn } from './countedIn'
export { drawsOfRun } from './drawsOfRun'
export { drawsOfWork } from './drawsOfWork'
export { inTurnToUse } from './inTurnToUse'
export { mixableMl, type PartLeft } from './mixable'
export { reserved } from './reserved'
export { takeFrom } from './takeFrom'
export {
  TOLD_KINDS,
  WARES,
  wareKey,
  type Bottle,
  type Draw,
  type MovementKind,
  type ToldKind,
  type Ware,
} from './types'
export { usableUntil } from './usableUntil'
export { worthOf } from './worth'
