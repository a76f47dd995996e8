export { meanTempC } from './meanTempC'
export { ORDINARY_ROOM_C, roomRange } from './roomRange'
export { cure, curedMin } from './cure'
export { cureBand, type CureBandRequest, type CureClock } from './cureBand'
export { withReadings } from './withReadings'
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
