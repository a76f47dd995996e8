import { issue, type Issue } from '../../../core/result'
import type { RecipeFields } from '../../../shared/schemas/recipes'
import { HOUSE_TABLES } from '../../db/house'
import { listMoulds } from '../../db/moulds'
import { listResins } from '../../db/resins'
import type { Db } from '../../db/rows'
import { listPigments } from '../../db/workshop'
import { listPeople } from '../../db/people'

type What = 'resin' | 'pigment' | 'mould' | 'material' | 'person'
interface Pointer {
  path: string
  what: What
  id: number
}

/** All that a recipe points to outside itself, with the field that does. */
function pointersOf({ layers, course, mouldId, start }: RecipeFields): Pointer[] {
  const to = (what: What, path: string, id: number | null | undefined): Pointer[] =>
    id === null || id === undefined ? [] : [{ path, what, id }]
  return [
    ...to('mould', 'mouldId', mouldId),
    ...to('material', 'start.materialId', start.materialId),
    ...layers.flatMap((layer, i) => [
      ...to('resin', `layers[${i}].resinId`, layer.resinId),
      ...layer.inclusions.flatMap((one, j) =>
        to('material', `layers[${i}].inclusions[${j}].materialId`, one.materialId),
      ),
      ...layer.cups.flatMap((cup, j) =>
        cup.fillers.flatMap((one, k) =>
          to('material', `layers[${i}].cups[${j}].fillers[${k}].materialId`, one.materialId),
        ),
      ),
      ...layer.cups.flatMap((cup, j) =>
        cup.pigments.flatMap((one, k) =>
          to('pigment', `layers[${i}].cups[${j}].pigments[${k}].pigmentId`, one.pigmentId),
        ),
      ),
    ]),
    ...course.flatMap((entry, i) => [
      ...to('person', `course[${i}].personId`, entry.personId),
      ...(entry.pour?.drops ?? []).flatMap((one, j) =>
        to('pigment', `course[${i}].pour.drops[${j}].pigmentId`, one.pigmentId),
      ),
      ...entry.uses.flatMap((one, j) =>
        to('material', `course[${i}].uses[${j}].materialId`, one.materialId),
      ),
      ...entry.keeps.flatMap((one, j) =>
        to('mould', `course[${i}].keeps[${j}].mouldId`, one.mouldId),
      ),
    ]),
  ]
}

/** What a recipe points to that the workshop does not have, each at its field. */
export async function strayPointers(
  db: Db,
  workspaceId: number,
  fields: RecipeFields,
): Promise<Issue[]> {
  const [resin, pigment, mould, material, person] = await Promise.all([
    listResins(db, workspaceId),
    listPigments(db, workspaceId),
    listMoulds(db, workspaceId),
    HOUSE_TABLES.materials.list(db, workspaceId),
    listPeople(db, workspaceId),
  ])
  const there = Object.fromEntries(
    Object.entries({ resin, pigment, mould, material, person }).map(([what, rows]) => [
      what,
      new Set(rows.map(({ id }) => id)),
    ]),
  ) as Record<What, Set<number>>
  return pointersOf(fields)
    .filter(({ what, id }) => !there[what].has(id))
    .map(({ path, what }) => issue(path, 'not-in-stores', { what }))
}
