import type { RoomClimate } from './temperatureProfile'

/** A part of each year in which a room is warmer or colder than else; days as MM-DD. */
export interface Season {
  fromDay: string
  /** The last day; before `fromDay` where it goes over the turn of the year. */
  untilDay: string
  dayC: number
  nightC: number
}

/**
 * How warm a room is on a day of the year.
 * @param room as it is for the rest of the year, °C
 * @param day MM-DD
 */
export function climateOn(room: RoomClimate, season: Season | null, day: string): RoomClimate {
  if (season === null) return room
  const { fromDay, untilDay, dayC, nightC } = season
  const isOn =
    fromDay <= untilDay ? fromDay <= day && day <= untilDay : day >= fromDay || day <= untilDay
  return isOn ? { ...room, dayC, nightC } : room
}
