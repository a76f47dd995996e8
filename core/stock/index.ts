export { balance, type Booked } from './balance'
export { cheapestPacks, type Pack } from './cheapestPacks'
export { costOfPacks } from './costOfPacks'
export { partCountedIn, type CountedIn } from './countedIn'
export { drawsOfRun } from './drawsOfRun'
export { drawsOfWork } from './drawsOfWork'
export { inTurnToUse } from './inTurnToUse'
export { mixableMl, type PartLeft } from './mixable'
export { reserved, type Asked } from './reserved'
export { restOfPart } from './restOfPart'
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
export { toBuy, type ToBuy } from './toBuy'
export { inWorkingDays } from './workingDays'
export { usableUntil } from './usableUntil'
export { wornOut } from './wornOut'
export { worthOf } from './worth'
