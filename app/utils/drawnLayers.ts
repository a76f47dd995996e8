import { tintOfCup, tintOfLayer } from '~~/core/pot'
import { courseParts, layerBelow, poursOfPiece, sizePiece } from '~~/core/recipe'
import type { SizedLayer } from '~~/core/size'
import type { Entry, Join, Layer, NamedInclusion, Pigment, PourHow, Recipe } from '~~/core/trade'

/** One pour of a layer, as the cut meets it. */
export interface DrawnStroke {
  key: string
  tint: string
  /** Of the layer. */
  share: number
  how: PourHow
  /** Where from the middle, as a share of half the width; null for no place. */
  x: number | null
  title: string
}

/** A coat, and where it lies in the picture: on top, under the piece, or on its edges. */
export interface DrawnCoat {
  mm: number
  lies: 'up' | 'down' | 'edge'
  /** Of its side. */
  share: number
}

export interface DrawnLayer {
  name: string
  tint: string
  /** The pours of which the layer is made; empty where it is of one. */
  strokes: DrawnStroke[]
  sized: SizedLayer | null
  inclusions: Pick<NamedInclusion, 'name' | 'heightMm' | 'xMm' | 'yMm' | 'count' | 'underPct'>[]
  /** Null for a layer that fills the piece. */
  coat: DrawnCoat | null
  /** How it joins what it lies on; null where that is bare. */
  joins: Join | null
}

/**
 * A recipe's layers as the cutaway draws them; layers that cannot be sized yet are left out of the
 * picture.
 */
export function drawnLayers(recipe: Recipe, pigments: ReadonlyMap<number, Pigment>): DrawnLayer[] {
  const sized = sizePiece(recipe)
  const { work } = courseParts(recipe)
  return recipe.layers.map((layer, i) => ({
    name: layer.name,
    tint: tintOfLayer(layer, pigments),
    strokes: strokesOf(recipe, i, work[i]?.pouring ?? [], pigments),
    sized: sized.ok ? (sized.value.layers[i] ?? null) : null,
    inclusions: layer.inclusions.map(({ name, heightMm, xMm, yMm, count, underPct }) => ({
      name,
      heightMm,
      xMm,
      yMm,
      count,
      underPct,
    })),
    coat: coatOf(layer, recipe.front),
    joins: layerBelow(recipe, i) === null ? null : layer.joins,
  }))
}

/** What the cut names under layers that fill no mould. */
export const ontoWord = ({ start }: Pick<Recipe, 'start'>): string =>
  ({ mould: 'board', base: 'base', existing: 'what is there' })[start.of]

function coatOf({ fill, side, coversPct }: Layer, front: Recipe['front']): DrawnCoat | null {
  if (!fill.coat) return null
  const { thicknessMm, sideThicknessMm = thicknessMm } = fill.coat
  const share = coversPct / 100
  if (side === 'sides') return { mm: sideThicknessMm, lies: 'edge', share }
  const under = front === 'underside' ? 'face' : 'back'
  return { mm: thicknessMm, lies: side === under ? 'down' : 'up', share }
}

/** The pours of a layer as the cut shows them; none where one cup fills it. */
function strokesOf(
  recipe: Recipe,
  index: number,
  pouring: readonly Entry[],
  pigments: ReadonlyMap<number, Pigment>,
): DrawnStroke[] {
  const cups = recipe.layers[index]?.cups ?? []
  const made = cups.length > 1 ? poursOfPiece(recipe, index) : null
  if (!made || made.pouredMl <= 0) return []
  return pouring.flatMap(({ key, pour }): DrawnStroke[] => {
    const cup = cups.find((one) => one.key === pour?.cup)
    const ml = made.pours.find(({ entry }) => entry === key)?.ml ?? 0
    return pour && cup
      ? [
          {
            key,
            tint: tintOfCup(cup, cups, pigments),
            share: ml / made.pouredMl,
            how: pour.how,
            x: pour.mark?.x ?? null,
            title: cup.name,
          },
        ]
      : []
  })
}
