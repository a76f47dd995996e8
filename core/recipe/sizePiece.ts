import { invalid, issue, refuse, type Refusal, type Result } from '../result'
import { size, type SizeAnswer, type SizedLayer, type SizeRequest } from '../size'
import { MM3_PER_ML, MM2_PER_CM2 } from '../units'
import { courseParts } from './course'
import { takenMl } from './inclusions'
import { pieceOfSet } from './pieceOfSet'
import { remembered } from './remembered'
import { splitOfLayer } from './splitOfLayer'
import type { Layer, Recipe } from '../trade'

/** The sizing question that a recipe asks for one piece. */
function sizeRequestOf(recipe: Recipe): SizeRequest {
  return {
    shape: recipe.shape,
    pieces: 1,
    layers: recipe.layers.map((layer, i) => ({
      id: String(layer.id || `new-${i}`),
      fill: layer.fill,
      inclusions: takenMl(recipe, i).map((volumeMl) => ({ volumeMl })),
      runOffPct: layer.runOffPct,
      cups: 0,
    })),
  }
}

/** One piece, its coats only over what they cover. */
function sizeOne(recipe: Recipe): Result<SizeAnswer> {
  const sized = size(sizeRequestOf(recipe))
  if (!sized.ok) return sized
  const { areaCm2 } = sized.value
  const layers = sized.value.layers.map((layer, i) =>
    recipe.layers[i] ? covering(layer, recipe.layers[i], areaCm2 ?? 0) : layer,
  )
  return { ...sized, value: { ...sized.value, layers } }
}

/** A coat lies on one side, or on a part of it: of its edges alone, or so much of the face. */
function covering(
  sized: SizedLayer,
  { fill, side, coversPct }: Layer,
  areaCm2: number,
): SizedLayer {
  if (!fill.coat) return sized
  const flatMl = side === 'sides' ? (areaCm2 * MM2_PER_CM2 * fill.coat.thicknessMm) / MM3_PER_ML : 0
  const grossMl = ((sized.grossMl - flatMl) * coversPct) / 100
  return { ...sized, grossMl, netMl: Math.max(0, grossMl - sized.displacedMl) }
}

/**
 * Works out what one piece of a recipe, or one set, takes up: levels, areas and volumes alone, with
 * no film left in cups and no reserve. In a set levels and area are those of the first piece, volumes
 * those of all that get the layer together. Inclusions lie in the first.
 * @returns as `size`: levels in mm, volumes in ml; a refusal about another piece of the set names
 *   it
 */
export const sizePiece = remembered((recipe: Recipe): Result<SizeAnswer> => {
  const first = sizeOne(recipe)
  if (!first.ok) return first
  let layers = first.value.layers
  for (const [i, other] of recipe.others.entries()) {
    const { recipe: own, layerAt } = pieceOfSet(recipe, other)
    if (layerAt.length === 0)
      return invalid(`others[${i}].fills`, 'gets-no-layer', { piece: other.name })
    const sized = sizeOne(own)
    if (!sized.ok)
      return {
        ...sized,
        issues: sized.issues.map((wrong) =>
          issue(`others[${i}].shape`, 'of-set-piece', {
            piece: other.name,
            layer: own.layers.find((_, at) => wrong.path.startsWith(`layers[${at}]`))?.name ?? null,
            issue: wrong,
          }),
        ),
      }
    layers = layers.map((layer, at) =>
      together(layer, sized.value.layers[layerAt.indexOf(at)], other.count),
    )
  }
  return { ...first, value: { ...first.value, layers } }
})

/** How a layer's cups and pours add up hangs neither on films nor on how many pieces there are. */
export const NO_LOSS = { perCupMl: 0, reservePct: 0 }

/**
 * Whether a recipe can be filled and its layers split as they stand.
 * @returns as `sizePiece`; cups that do not add up to their layer and pours from an empty one are
 *   refused as by `split`, at the recipe's fields
 */
export const checkCups = remembered((recipe: Recipe): Result<SizeAnswer> => {
  const sized = sizePiece(recipe)
  if (!sized.ok) return sized
  const works = courseParts(recipe).work
  for (const [at, { netMl }] of sized.value.layers.entries()) {
    const layer = recipe.layers[at]
    if (!layer || netMl <= 0) continue
    const work = works[at] ?? null
    const result = splitOfLayer(layer, work, { netMl, pieces: 1, rules: NO_LOSS })
    if (!result.ok) return atFields(result, at, work?.pouring ?? [], recipe.course)
  }
  return sized
})

/** A refusal of a split, told at the fields of the recipe. */
function atFields(
  { code, issues }: Refusal,
  layer: number,
  pouring: readonly Recipe['course'][number][],
  course: Recipe['course'],
): Refusal {
  const pours = pouring.filter(({ pour }) => pour !== null)
  const fieldOf = (path: string) => {
    const step = /^steps\[(\d+)\]/.exec(path)
    if (step) {
      const entry = pours[Number(step[1])]
      return `course[${entry ? course.indexOf(entry) : -1}].pour.share`
    }
    if (path.startsWith('layers[0]')) return `layers[${layer}].cups`
    return `layers[${layer}].${path.replace(/\.parts\[0\]/, '.part')}`
  }
  return refuse(code, ...issues.map((wrong) => ({ ...wrong, path: fieldOf(wrong.path) })))
}

const together = (layer: SizedLayer, other: SizedLayer | undefined, count: number): SizedLayer => ({
  ...layer,
  grossMl: layer.grossMl + count * (other?.grossMl ?? 0),
  netMl: layer.netMl + count * (other?.netMl ?? 0),
})
