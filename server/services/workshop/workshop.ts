import type { Workshop } from '../../../shared/types/workshop'
import { database } from '../../db/database'
import { listMoulds } from '../../db/moulds'
import { listPeople, listShifts } from '../../db/people'
import { getWorkspace, listPigments, listPlaces } from '../../db/workshop'
import { mouldFor, pigmentFor, rulesFor } from '../prices'
import type { Who } from '../Who'

/** What every screen needs to draw and to compute. */
export async function getWorkshop(who: Who): Promise<Workshop> {
  const db = database()
  const [workspace, people, shifts, places, moulds, pigments] = await Promise.all([
    getWorkspace(db, who.workspaceId),
    listPeople(db, who.workspaceId),
    listShifts(db, who.workspaceId),
    listPlaces(db, who.workspaceId),
    listMoulds(db, who.workspaceId),
    listPigments(db, who.workspaceId),
  ])
  return {
    ...workspace,
    rules: rulesFor(who, workspace.rules),
    people,
    shifts,
    places,
    moulds: moulds.map((mould) => mouldFor(who, mould)),
    pigments: pigments.map((pigment) => pigmentFor(who, pigment)),
  }
}
