import type { HouseFields, HouseKind, KeptKind } from '../../../shared/schemas/house'
import type { Hours } from '../../../shared/types/workshop'
import { mouldTable } from '../moulds'
import { resinTable } from '../resins'
import type { Db } from '../rows'
import { customers } from './customers'
import { holidays } from './holidays'
import type { HouseTable, KeptTable } from './houseTable'
import { materials } from './materials'
import { listHours, peopleTable } from './people'
import { pigments } from './pigments'
import { places } from './places'
import { rooms } from './rooms'
import { stations } from './stations'

/** When people are there: their hours, and the days on which nobody is. */
export async function listWorkshopHours(db: Db, workspaceId: number): Promise<Hours> {
  const [hours, closed] = await Promise.all([
    listHours(db, workspaceId),
    holidays.list(db, workspaceId),
  ])
  return {
    ...hours,
    closed: closed
      .filter(({ archivedAt }) => archivedAt === null)
      .map(({ from, until }) => ({ from, until })),
  }
}

export const HOUSE_TABLES: { [K in HouseKind]: HouseTable<HouseFields[K]> } = {
  people: peopleTable,
  rooms,
  stations,
  places,
  pigments,
  materials,
  customers,
  holidays,
}

/** All kinds that can be put away, those with places of their own too. */
export const KEPT_TABLES: Record<KeptKind, KeptTable> = {
  ...HOUSE_TABLES,
  moulds: mouldTable,
  resins: resinTable,
}
