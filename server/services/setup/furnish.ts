import type { Beginning, HouseFields } from '../../../shared/schemas/house'
import { HOUSE_TABLES } from '../../db/house'
import type { Db } from '../../db/rows'
import { STARTS } from './beginnings'

/**
 * Gives a new workshop what it begins with.
 * @returns what its first manager can do, and when they are there
 */
export async function furnish(
  trx: Db,
  workspaceId: number,
  beginning: Beginning,
  now: Date,
): Promise<Pick<HouseFields['people'], 'skills' | 'shifts'>> {
  const start = STARTS[beginning]
  const rooms = new Map<string, number>()
  for (const room of start.rooms)
    rooms.set(room.name, await HOUSE_TABLES.rooms.insert(trx, workspaceId, room, now))
  const placed = <F extends { room: string }>({ room, ...fields }: F) => ({
    ...fields,
    roomId: rooms.get(room) ?? 0,
  })
  for (const station of start.stations)
    await HOUSE_TABLES.stations.insert(trx, workspaceId, placed(station), now)
  for (const place of start.places)
    await HOUSE_TABLES.places.insert(trx, workspaceId, placed(place), now)
  return { skills: start.skills, shifts: start.shifts }
}
