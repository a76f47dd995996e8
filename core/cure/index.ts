export { ORDINARY_ROOM_C, roomRange } from './roomRange'
export { cure } from './cure'
export { cureBand, type CureBandRequest } from './cureBand'
export { climateOn, type Season } from './season'
export { rateAt } from './rateAt'
export {
  temperatureOfStays,
  temperatureProfile,
  temperatureAt,
  type PlaceClimate,
  type RoomClimate,
  type Stay,
} from './temperatureProfile'
export type * from './types'
