import { hueOfCup } from '../pot'
import { layerDepthMm, poursOfPiece, workOf } from '../recipe'
import type { PlanView } from '../size'
import type { Entry, Pigment, Recipe, Side } from '../trade'
import { coverOf } from './coverOf'
import { DOT_TURN } from './dotTurn'

/** One pour as it lies on the face, in mm from its middle. */
export interface FaceStroke {
  entry: string
  layer: number
  tint: string
  /** How far it hides what lies behind it, 0 to 1. */
  cover: number
  form:
    | { kind: 'fill'; share: number }
    | { kind: 'blob'; x: number; y: number; r: number }
    | { kind: 'ring'; x: number; y: number; r: number; across: number }
    | { kind: 'band'; x: number; y: number; across: number; isWavy: boolean }
    | { kind: 'dots'; dots: { x: number; y: number }[]; r: number }
  /** The name of its cup. */
  cup: string
  how: NonNullable<Entry['pour']>['how']
  /** Where it goes, in the maker's words. */
  where: string
}

const DOTS = 7

/**
 * The pours of a recipe as they lie on its face, the farthest first: each as large as its share of
 * the layer, at its mark, in its tint, hiding as much as its load and depth make it hide.
 * What lies on the face is seen first, then what fills the piece, from the side that is the face; what
 * lies on the back or on the edges is not seen.
 */
export function faceStrokes(
  recipe: Recipe,
  plan: PlanView,
  pigments: ReadonlyMap<number, Pigment>,
): FaceStroke[] {
  const on = (side: Side) =>
    recipe.layers.flatMap((layer, i) =>
      layer.side === side ? [strokesOfLayer(recipe, i, plan, pigments)] : [],
    )
  const inside = on('inside')
  return [...(recipe.front === 'underside' ? [...inside].reverse() : inside), ...on('face')].flat()
}

function strokesOfLayer(
  recipe: Recipe,
  index: number,
  plan: PlanView,
  pigments: ReadonlyMap<number, Pigment>,
): FaceStroke[] {
  const layer = recipe.layers[index]
  const made = poursOfPiece(recipe, index)
  if (!layer || !made) return []
  const depthMm = layerDepthMm(recipe, layer) ?? 1
  const areaMm2 = plan.widthMm * plan.lengthMm * (plan.outline.kind === 'ellipse' ? Math.PI / 4 : 1)
  const strokes = workOf(recipe, index).pouring.flatMap((entry): FaceStroke[] => {
    const { pour } = entry
    const cup = layer.cups.find(({ key }) => key === pour?.cup)
    const ml = made.pours.find((one) => one.entry === entry.key)?.ml ?? 0
    if (!pour || !cup) return []
    const share = made.pouredMl > 0 ? ml / made.pouredMl : 0
    return [
      {
        entry: entry.key,
        layer: index,
        tint: hueOfCup(cup, layer.cups, pigments),
        cover: coverOf(cup, layer.cups, depthMm),
        form: covering(
          formOf(pour, share * areaMm2, share, plan, layer.cups.length),
          layer.coversPct / 100,
        ),
        cup: cup.name,
        how: pour.how,
        where: pour.where,
      },
    ]
  })
  // What is flooded runs round and under what has a place of its own.
  const isFlooded = ({ form }: FaceStroke) => form.kind === 'fill'
  return [...strokes.filter(isFlooded), ...strokes.filter((one) => !isFlooded(one))]
}

/** What covers only a part of the face ends there. */
const covering = (form: FaceStroke['form'], share: number): FaceStroke['form'] =>
  form.kind === 'fill' ? { ...form, share } : form

function formOf(
  pour: NonNullable<Entry['pour']>,
  areaMm2: number,
  share: number,
  plan: PlanView,
  cups: number,
): FaceStroke['form'] {
  const [halfX, halfY] = [plan.widthMm / 2, plan.lengthMm / 2]
  const [x, y] = [(pour.mark?.x ?? 0) * halfX, (pour.mark?.y ?? 0) * halfY]
  const isWhole = share > 0.98 || (cups === 1 && pour.mark === null)
  const r = Math.sqrt(areaMm2 / Math.PI)
  switch (pour.how) {
    case 'flood':
    case 'brush':
      return pour.mark === null || isWhole ? { kind: 'fill', share: 1 } : { kind: 'blob', x, y, r }
    case 'tilt':
      return { kind: 'fill', share: 1 }
    case 'puddle':
    case 'spoon':
    case 'patch':
      return isWhole ? { kind: 'fill', share: 1 } : { kind: 'blob', x, y, r }
    case 'ring': {
      const outer =
        pour.mark === null ? 0.82 * Math.min(halfX, halfY) : 0.5 * Math.min(halfX, halfY)
      return { kind: 'ring', x, y, r: outer, across: Math.max(2, areaMm2 / (2 * Math.PI * outer)) }
    }
    case 'line':
    case 'barrier':
    case 'drizzle': {
      const across = Math.max(2, areaMm2 / plan.widthMm)
      return { kind: 'band', x, y, across, isWavy: pour.how === 'drizzle' }
    }
    case 'dots': {
      const dots = Array.from({ length: DOTS }, (_, i) => ({
        x: x + 0.55 * halfX * Math.sqrt(i / DOTS) * Math.cos(i * DOT_TURN),
        y: y + 0.55 * halfY * Math.sqrt(i / DOTS) * Math.sin(i * DOT_TURN),
      }))
      return { kind: 'dots', dots, r: Math.sqrt(areaMm2 / Math.PI / DOTS) }
    }
  }
}
