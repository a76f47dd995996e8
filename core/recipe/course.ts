import { remembered } from './remembered'
import type { Entry, LayerWork, Recipe, Tool } from '../trade'

/** The parts of a course: before each layer's mix, with the mix, while it cures, and after the last. */
export interface CourseParts {
  /** By the place of the layer: what is done before it is mixed, after the layer below was poured. */
  before: Entry[][]
  work: (LayerWork | null)[]
  /** By the place of the layer: what is done at its times while it cures. */
  visits: Entry[][]
  after: Entry[]
}

type CourseOf = Pick<Recipe, 'layers' | 'course'>

/** Whether an entry is done at times counted from its layer's last pour, not in its turn. */
export const isVisit = (entry: Entry): boolean => entry.at.length > 0

/** The layer, by its place, of which an entry is the mix, a pour, or a visit; -1 for none. */
const layerOfEntry = ({ layers }: Pick<Recipe, 'layers'>, { layer }: Entry): number =>
  layers.findIndex(({ key }) => key === layer)

/**
 * Reads a course, as people tell it, into what belongs to each layer. Between a layer's mix and its
 * last pour everything is done in one stretch; what stands before a mix prepares it; visits go with
 * the layer that their minutes are counted from, wherever they stand.
 */
export const courseParts = remembered(({ layers, course }: CourseOf): CourseParts => {
  const parts: CourseParts = {
    before: layers.map(() => []),
    work: layers.map(() => null),
    visits: layers.map(() => []),
    after: [],
  }
  const mixed = layers.map(({ key }) =>
    course.findIndex((entry) => entry.kind === 'mix' && entry.layer === key),
  )
  const lastPour = layers.map(({ key }) =>
    course.findLastIndex((entry) => entry.kind === 'pour' && entry.layer === key),
  )
  course.forEach((entry, at) => {
    const own = layerOfEntry({ layers }, entry)
    if (entry.kind === 'mix') return
    if (isVisit(entry)) {
      if (own >= 0 && entry.kind !== 'pass') parts.visits[own]?.push(entry)
      return
    }
    const stretch = mixed.findIndex(
      (from, i) => from >= 0 && from < at && at <= (lastPour[i] ?? -1),
    )
    if (stretch >= 0) return
    const next = layers.reduce(
      (best, _, i) =>
        (mixed[i] ?? -1) > at && (best < 0 || (mixed[i] ?? 0) < (mixed[best] ?? 0)) ? i : best,
      -1,
    )
    if (next >= 0) parts.before[next]?.push(entry)
    else parts.after.push(entry)
  })
  layers.forEach(({ key }, i) => {
    const [from, to] = [mixed[i] ?? -1, lastPour[i] ?? -1]
    const mix = course[from]
    if (mix === undefined || to < from) return
    parts.work[i] = {
      mix,
      pouring: course.slice(from + 1, to + 1).filter((entry) => !isVisit(entry)),
      passes: course.filter(
        (entry) => entry.kind === 'pass' && entry.layer === key && isVisit(entry),
      ),
    }
  })
  return parts
})

/**
 * What is done with the mix of a layer.
 * @throws Error where the course does not mix and pour it: the schema lets no such recipe through
 */
export function workOf(recipe: CourseOf, layerIndex: number): LayerWork {
  const work = courseParts(recipe).work[layerIndex]
  if (!work) throw new Error(`nothing mixes and pours ${recipe.layers[layerIndex]?.name}`)
  return work
}

export interface HeatPass {
  /** From the end of its layer's last pour, minutes. */
  afterMin: number
  /** Its own name, if it has one. */
  name: string
  tool: Tool
}
/** Each heat pass of a layer in order. */
export const passesOf = ({ passes }: LayerWork): HeatPass[] =>
  passes
    .flatMap(({ at, name, pass }) =>
      at.map((afterMin) => ({ afterMin, name, tool: pass?.tool ?? 'torch' })),
    )
    .sort((x, y) => x.afterMin - y.afterMin)

/** Whether the course itself makes the face under a layer rough, of what it does before that layer. */
export const isSandedByCourse = (before: readonly Entry[] | undefined): boolean =>
  before?.some(({ kind }) => kind === 'sand' || kind === 'wipe') ?? false

/** Attended minutes of a stretch's entries for some pieces, rests and waits left out. */
export const handsMin = (entries: readonly Entry[], pieces: number): number =>
  entries.reduce((sum, { pieceMin, batchMin }) => sum + pieceMin * pieces + batchMin, 0)
