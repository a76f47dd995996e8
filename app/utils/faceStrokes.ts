import { hueOfCup } from '~~/core/pot'
import { inclusionMl, layerDepthMm, poursOfPiece, workOf } from '~~/core/recipe'
import type { PlanView } from '~~/core/size'
import type { Cup, Entry, NamedInclusion, Pigment, Recipe, Side } from '~~/core/trade'

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
        title: `${cup.name}, ${HOW_WORDS[pour.how]}${pour.where === '' ? '' : ` ${pour.where}`}`,
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
