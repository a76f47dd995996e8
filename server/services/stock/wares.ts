import type { Ware } from '../../../core/stock'
import { HOUSE_TABLES } from '../../db/house'
import { getResin } from '../../db/resins'
import type { Db } from '../../db/rows'

/** What bottles of a ware are counted in. */
export interface CountedIn {
  unit: string
  /** g/ml; null where nobody knows. */
  density: number | null
}

/**
 * What a bottle of a ware is counted in: resin and pigment in grams, a resin whose density nobody
 * knows in millilitres unless it is mixed by weight, a material in its own unit.
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
      if (!resin) return null
      const density = (ware.part === 'a' ? resin.densityA : resin.densityB) ?? null
      const isWeighed = density !== null || resin.ratio.basis === 'mass'
      return { unit: isWeighed ? 'g' : 'ml', density }
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
