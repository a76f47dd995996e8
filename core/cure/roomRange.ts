import type { PlaceClimate } from './temperatureProfile'

/** What a room is taken for that nobody has described; an ordinary starting value, °C. */
export const ORDINARY_ROOM_C = 20

/**
 * How cold and how warm the rooms of a workshop get, nights and days; heated boxes are no rooms.
 * @returns °C; `ORDINARY_ROOM_C` both ways where no room is described
 */
export function roomRange(climates: readonly PlaceClimate[]): { coldC: number; warmC: number } {
  const rooms = climates.flatMap((climate) => ('boxC' in climate ? [] : [climate]))
  if (rooms.length === 0) return { coldC: ORDINARY_ROOM_C, warmC: ORDINARY_ROOM_C }
  return {
    coldC: Math.min(...rooms.map((room) => room.nightC)),
    warmC: Math.max(...rooms.map((room) => room.dayC)),
  }
}
