import { partCountedIn, type CountedIn, type Ware } from '../../../core/stock'
import { HOUSE_TABLES } from '../../db/house'
import { getResin } from '../../db/resins'
import type { Db } from '../../db/rows'

/**
 * What a bottle of a ware is counted in: a resin as `partCountedIn` says, a pigment in grams, a
 * material in its own unit.
 * @returns null where the workshop has no such ware
 */
export async function countedIn(
  db: Db,
  workspaceId: number,
  ware: Ware,
): Promise<CountedIn | null> {
  switch (ware.of) {
    case 'resin': {
      const resin = await getResin(db, workspaceId, ware.id)
      return resin && partCountedIn(resin, ware.part)
    }
    case 'pigment': {
      const pigment = await HOUSE_TABLES.pigments.get(db, workspaceId, ware.id)
      return pigment && { unit: 'g', density: pigment.density ?? null }
    }
    case 'material': {
      const material = await HOUSE_TABLES.materials.get(db, workspaceId, ware.id)
      return material && { unit: material.unit, density: null }
    }
  }
}
