export { cure } from './cure'
export { rateAt } from './rateAt'
export {
  temperatureOfStays,
  temperatureProfile,
  type PlaceClimate,
  type RoomClimate,
  type Stay,
} from './temperatureProfile'
export type * from './types'
