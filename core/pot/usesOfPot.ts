import { gramsOf } from '../recipe'
import type { RunUse } from '../run'
import type { Material, Pigment, Portion, Recipe } from '../trade'
import { materialsOf, type MaterialLine } from './materialsOf'
import type { PotFigures } from './potOf'

interface Known {
  pigments: ReadonlyMap<number, Pigment>
  materials: ReadonlyMap<number, Material>
  recipeOf: (portion: Portion) => Recipe | undefined
}

/**
 * What a pot takes from the stores beside its resin: the pigments of its cups and of its pours, what
 * is stirred into them, and what its pieces take with this layer. What a pigment weighs that nobody
 * has weighed is left out.
 */
export function usesOfPot(
  portions: readonly Portion[],
  { cups, pours }: PotFigures,
  known: Known,
): RunUse[] {
  const uses = new Map<string, RunUse>()
  const add = (use: RunUse) => {
    if (!(use.amount > 0)) return
    const key = `${use.of} ${use.id} ${use.when}`
    uses.set(key, { ...use, amount: use.amount + (uses.get(key)?.amount ?? 0) })
  }
  const pigment = (id: number, massG: number | null | undefined) =>
    add({ of: 'pigment', id, amount: massG ?? 0, unit: 'g', when: 'stirred' })
  for (const { doses } of cups)
    for (const { pigmentId, massG } of doses ?? []) pigment(pigmentId, massG)
  for (const { drops } of pours)
    for (const { pigmentId, n } of drops) {
      const own = known.pigments.get(pigmentId)
      pigment(pigmentId, n * ((own && gramsOf('drop', own)) ?? 0))
    }
  const potted = new Set<string>()
  for (const portion of portions) {
    const recipe = known.recipeOf(portion)
    if (!recipe) continue
    const isNew = !potted.has(`${recipe.id} ${portion.layer.key}`)
    potted.add(`${recipe.id} ${portion.layer.key}`)
    for (const line of materialsOf(recipe, known.materials)) {
      if (!isTakenWith(line, portion, recipe)) continue
      const { materialId: id, amount, per, by } = line
      const times = per === 'piece' ? portion.pieces : isNew ? 1 : 0
      add({
        of: 'material',
        id,
        amount: amount * times,
        unit: known.materials.get(id)?.unit ?? '',
        when: by.of === 'layer' && by.isStirredIn ? 'stirred' : 'laid',
      })
    }
  }
  return [...uses.values()]
}

/** A base goes with the first layer; an entry with the layer that it mixes, pours or heats. */
function isTakenWith({ by }: MaterialLine, { layer, work }: Portion, recipe: Recipe): boolean {
  if (by.of === 'start') return recipe.layers[0]?.key === layer.key
  if (by.of === 'layer') return by.layer === layer.key
  return [work.mix, ...work.pouring, ...work.passes].some(({ key }) => key === by.entry)
}
