import { potsOfLayer, sizeBatch, tintOf, type Mould, type Pigment, type Recipe, type Resin, type StudioRules } from '../../../core/batch'
import type { OrderLine } from '../../../shared/types'
import { insertPots, lettersInUse, listPotsOfLines, removePlannedPots, type NewPot, type PotOfLine } from '../../db/pots'
import type { Db } from '../../db/rows'
import { freeLetters } from './letters'

export interface Shelf {
  recipes: ReadonlyMap<number, Recipe>
  resins: ReadonlyMap<number, Resin>
  pigments: ReadonlyMap<number, Pigment>
  moulds: ReadonlyMap<number, Mould>
  rules: StudioRules
  warmC: number
}

type WantedPot = Omit<NewPot, 'letter'>

function wantedPots(line: OrderLine, shelf: Shelf): WantedPot[] {
  const recipe = shelf.recipes.get(line.recipeId)
  const sized = recipe && sizeBatch(recipe, line.quantity, shelf.rules)
  if (!recipe || !sized?.ok) return []
  const moulds = recipe.mouldId === null ? Infinity : (shelf.moulds.get(recipe.mouldId)?.count ?? 0)
  return recipe.layers.flatMap((layer, i) => {
    const resin = shelf.resins.get(layer.resinId)
    const sizedLayer = sized.value.layers[i]
    if (!resin || !sizedLayer) return []
    const tint = tintOf(layer.pigments, shelf.pigments)
    return potsOfLayer(layer, sizedLayer, line.quantity, resin, shelf.rules, shelf.warmC, Math.max(1, moulds)).pots.map((pot) => ({
      orderLineId: line.id, layerId: layer.id, resinId: resin.id, partNo: pot.partNo, firstPiece: pot.firstPiece, pieces: pot.pieces, needMl: pot.needMl, tint,
    }))
  })
}

const same = (pot: PotOfLine, wanted: WantedPot) =>
  pot.partNo === wanted.partNo && pot.firstPiece === wanted.firstPiece && pot.pieces === wanted.pieces && Math.abs(pot.needMl - wanted.needMl) < 1e-3

/**
 * Brings the planned pots of all lines in step with recipes and quantities. A layer of a line that has been
 * begun keeps its pots as they are; so do unchanged ones, with their letters.
 */
export async function arrangePots(db: Db, workspaceId: number, lines: readonly OrderLine[], shelf: Shelf, now: Date): Promise<PotOfLine[]> {
  const lineIds = lines.map((line) => line.id)
  const existing = await listPotsOfLines(db, workspaceId, lineIds)
  const remove: number[] = []
  const add: WantedPot[] = []
  for (const line of lines) {
    const wanted = wantedPots(line, shelf)
    for (const layerId of new Set(wanted.map((pot) => pot.layerId))) {
      const have = existing.filter((pot) => pot.orderLineId === line.id && pot.layerId === layerId)
      const want = wanted.filter((pot) => pot.layerId === layerId)
      const begun = have.some((pot) => pot.state !== 'planned')
      const unchanged = have.length === want.length && want.every((one) => have.some((pot) => same(pot, one)))
      if (begun || unchanged) continue
      remove.push(...have.map((pot) => pot.id))
      add.push(...want)
    }
  }
  await removePlannedPots(db, workspaceId, remove)
  const letters = freeLetters(await lettersInUse(db, workspaceId))
  await insertPots(db, workspaceId, add.map((pot) => ({ ...pot, letter: letters.next().value })), now)
  return listPotsOfLines(db, workspaceId, lineIds)
}
