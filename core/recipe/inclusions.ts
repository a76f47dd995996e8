import { layerBelow } from './layerBelow'
import type { NamedInclusion, Recipe } from '../trade'

/**
 * What an inclusion takes up, all of it, wherever it stands, ml: its own volume, or mass by density,
 * times how many there are.
 */
export const inclusionMl = ({ count = 1, massG = 0, density, volumeMl }: NamedInclusion): number =>
  count * (volumeMl ?? massG / (density ?? Number.NaN))

const under = ({ underPct = 100 }: NamedInclusion): number => underPct / 100

/**
 * What takes room from a layer: its inclusions as far as they are under its level, and of those in
 * the layer it lies on what stands proud of that. What stands proud of the last one takes none.
 * Assumes that the next layer closes over what stands in it.
 * @returns ml, of one piece, an entry for each thing
 */
export function takenMl(recipe: Pick<Recipe, 'layers' | 'front'>, index: number): number[] {
  const { layers } = recipe
  const own = layers[index]
  const below = layerBelow(recipe, index)
  const stands =
    below === null || own?.fill.coat ? [] : (layers[below]?.inclusions.filter(isProud) ?? [])
  return [
    ...(own?.inclusions ?? []).map((one) => inclusionMl(one) * under(one)),
    ...stands.map((one) => inclusionMl(one) * (1 - under(one))),
  ]
}

const isProud = (one: NamedInclusion): boolean => under(one) < 1
