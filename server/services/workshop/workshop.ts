import type { Workshop } from '../../../shared/types/workshop'
import { database } from '../../db/database'
import { HOUSE_TABLES, listWorkshopHours } from '../../db/house'
import { listMoulds } from '../../db/moulds'
import { listPeople } from '../../db/people'
import { getWorkspace, listPigments, listPlaces } from '../../db/workshop'
import { readYield } from '../planning/situation/experience'
import { materialFor, mouldFor, pigmentFor, rulesFor } from '../prices'
import type { Who } from '../Who'

/** What every screen needs to draw and to compute. */
export async function getWorkshop(who: Who): Promise<Workshop> {
  const db = database()
  const [workspace, people, hours, places, moulds, pigments, materials] = await Promise.all([
    getWorkspace(db, who.workspaceId),
    listPeople(db, who.workspaceId),
    listWorkshopHours(db, who.workspaceId),
    listPlaces(db, who.workspaceId),
    listMoulds(db, who.workspaceId),
    listPigments(db, who.workspaceId),
    HOUSE_TABLES.materials.list(db, who.workspaceId),
  ])
  const { yieldPct, judged } = await readYield(db, who.workspaceId, workspace.rules.yieldPct)
  return {
    ...workspace,
    ...hours,
    rules: { ...rulesFor(who, workspace.rules), yieldPct },
    judged,
    people,
    places,
    moulds: moulds.map((mould) => mouldFor(who, mould)),
    pigments: pigments.map((pigment) => pigmentFor(who, pigment)),
    materials: materials.map(({ id, name, unit, packSize, packPrice, archivedAt }) => ({
      ...materialFor(who, { id, name, unit, packSize, packPrice }),
      isArchived: archivedAt !== null,
    })),
  }
}
