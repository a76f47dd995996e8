import { hueOfCup } from '~~/core/pot'
import { layerDepthMm, poursOfPiece, workOf } from '~~/core/recipe'
import type { PlanView } from '~~/core/size'
import type { Cup, Entry, Pigment, Recipe } from '~~/core/trade'

/** One pour as it lies on the face, in mm from its middle. */
export interface FaceStroke {
  entry: string
  layer: number
  tint: string
  /** How far it hides what lies behind it, 0 to 1. */
  cover: number
  form:
    | { kind: 'fill' }
    | { kind: 'blob'; x: number; y: number; r: number }
    | { kind: 'ring'; x: number; y: number; r: number; across: number }
    | { kind: 'band'; x: number; y: number; across: number; isWavy: boolean }
    | { kind: 'dots'; dots: { x: number; y: number }[]; r: number }
  title: string
}

/** At this load a depth of three millimetres hides nine tenths of what lies behind. */
const HIDING_LOAD_MM = 9
const CLEAR_COVER = 0.08
/** Where dots of one pour lie, as turns and shares of the way to the edge. */
const DOT_TURN = 2.39996
const DOTS = 7

function coverOf(cup: Cup, cups: readonly Cup[], depthMm: number): number {
  const loads = [cup, ...cup.from.flatMap((gift) => cups.filter(({ key }) => key === gift.cup))]
    .flatMap(({ pigments }) => pigments)
    .map(({ dose }) => ('loadPct' in dose ? dose.loadPct : 1.5))
  const loadPct = loads.reduce((sum, load) => sum + load, 0)
  return Math.max(CLEAR_COVER, 1 - 10 ** ((-loadPct * depthMm) / HIDING_LOAD_MM))
}

/**
 * The pours of a recipe as they lie on its face, the farthest first: each as large as its share of
 * the layer, at its mark, in its tint, hiding as much as its load and depth make it hide.
 * @param facesDown whether the first layer is the one that is looked at, as in a mould
 */
export function faceStrokes(
  recipe: Recipe,
  plan: PlanView,
  pigments: ReadonlyMap<number, Pigment>,
  facesDown: boolean,
): FaceStroke[] {
  const perLayer = recipe.layers.map((_, i) => strokesOfLayer(recipe, i, plan, pigments))
  return (facesDown ? [...perLayer].reverse() : perLayer).flat()
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
  return workOf(recipe, index).pouring.flatMap((entry): FaceStroke[] => {
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
        form: formOf(pour, share * areaMm2, share, plan, layer.cups.length),
        title: `${cup.name}, ${HOW_WORDS[pour.how]}${pour.where === '' ? '' : ` ${pour.where}`}`,
      },
    ]
  })
}

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
      return pour.mark === null || isWhole ? { kind: 'fill' } : { kind: 'blob', x, y, r }
    case 'tilt':
      return { kind: 'fill' }
    case 'puddle':
    case 'spoon':
    case 'patch':
      return isWhole ? { kind: 'fill' } : { kind: 'blob', x, y, r }
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
