import { inclusionMl, layerDepthMm, poursOfPiece, workOf } from '../recipe'
import type { PlanView } from '../size'
import type { NamedInclusion, Pigment, Recipe } from '../trade'
import { coverOf } from './coverOf'
import { DOT_TURN } from './dotTurn'

/** Something that is set into a layer, as it is seen from the face, in mm from its middle. */
export interface FaceThing {
  name: string
  x: number
  y: number
  r: number
  /** How far what lies before it lets it be seen, 0 to 1. */
  seen: number
}

const MOST_THINGS = 40
const LEAST_SEEN = 0.06
/** Seen through nothing, of what would be drawn in ink. */
const CLEAREST = 0.8

/** What is set into a recipe's layers, as far as the layers before it let it be seen. */
export function faceThings(
  recipe: Recipe,
  plan: PlanView,
  pigments: ReadonlyMap<number, Pigment>,
): FaceThing[] {
  const lets = recipe.layers.map((_, i) => letsThrough(recipe, i, pigments))
  const isFront = (at: number, other: number) => {
    const [own, before] = [recipe.layers[at], recipe.layers[other]]
    if (!own || !before || before.side === 'back' || before.side === 'sides') return false
    if (before.side === 'face') return own.side !== 'face' || other > at
    return recipe.front === 'underside' ? other <= at : other > at
  }
  return recipe.layers.flatMap((layer, at) => {
    const seen = lets.reduce(
      (left, through, other) => (isFront(at, other) ? left * through : left),
      CLEAREST,
    )
    if (layer.side === 'back' || seen < LEAST_SEEN) return []
    return layer.inclusions.flatMap((one, i) =>
      spread(one, i, plan).map((spot) => ({ name: one.name, seen, ...spot })),
    )
  })
}

/** How much light a layer lets through, over all of its pours. */
function letsThrough(
  recipe: Recipe,
  index: number,
  pigments: ReadonlyMap<number, Pigment>,
): number {
  const layer = recipe.layers[index]
  const made = poursOfPiece(recipe, index)
  if (!layer || !made || made.pouredMl <= 0) return 1
  const depthMm = layerDepthMm(recipe, layer) ?? 1
  const hidden = workOf(recipe, index).pouring.reduce((sum, { key, pour }) => {
    const cup = layer.cups.find((one) => one.key === pour?.cup)
    const ml = made.pours.find((one) => one.entry === key)?.ml ?? 0
    const isTold = cup?.pigments.some(({ pigmentId }) => pigments.has(pigmentId))
    return cup && (isTold || cup.from.length > 0)
      ? sum + (ml / made.pouredMl) * coverOf(cup, layer.cups, depthMm)
      : sum
  }, 0)
  return 1 - (hidden * layer.coversPct) / 100
}

/** Where they lie: at its place, or as seeds lie in a flower. */
function spread(one: NamedInclusion, at: number, plan: PlanView) {
  const { count = 1, xMm } = one
  const drawn = Math.min(MOST_THINGS, Math.max(1, Math.round(count)))
  const eachMl = inclusionMl({ ...one, count: 1 })
  const r = Math.max(plan.widthMm * 0.015, Math.cbrt(eachMl * 1000) / 2)
  return Array.from({ length: drawn }, (_, i) => {
    const [turn, far] = [(i + at * 3) * DOT_TURN, Math.sqrt((i + 0.5) / drawn)]
    return drawn === 1
      ? { x: xMm ?? (((at * 0.37 + 0.5) % 1) - 0.5) * plan.widthMm * 0.6, y: 0, r }
      : {
          x: 0.42 * plan.widthMm * far * Math.cos(turn),
          y: 0.42 * plan.lengthMm * far * Math.sin(turn),
          r,
        }
  })
}
