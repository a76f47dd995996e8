import { issue, type Issue } from '../result'
import { isVisit } from './course'
import { layerBelow } from './layerBelow'
import type { Entry, Recipe } from '../trade'

type CourseOf = Pick<Recipe, 'layers' | 'course' | 'front'>

/**
 * What is wrong with a course, at its fields: layers that nothing mixes or pours, pours from cups
 * that are not there or before the mix, layers in another order than they lie in, and windows that
 * point to nothing, to something later, or close before they open; what waits for something later,
 * and what is kept until something earlier.
 */
export function checkCourse(recipe: CourseOf): Issue[] {
  return [
    ...recipe.layers.flatMap((_, i) => ofLayer(recipe, i)),
    ...recipe.course.flatMap((entry, i) => [
      ...ofPlace(recipe, entry, i),
      ...ofWindows(recipe, entry, i),
      ...ofWaits(recipe, entry, i),
    ]),
  ]
}

function ofLayer({ layers, course, front }: CourseOf, at: number): Issue[] {
  const layer = layers[at]
  if (!layer) return []
  const path = `layers[${at}].cups`
  const mixes = course.flatMap((entry, i) =>
    entry.kind === 'mix' && entry.layer === layer.key ? [i] : [],
  )
  const pours = course.flatMap((entry, i) =>
    entry.kind === 'pour' && entry.layer === layer.key ? [i] : [],
  )
  const [mix, second] = mixes
  if (mix === undefined) return [issue(path, 'never-mixed', { layer: layer.name })]
  if (second !== undefined)
    return [issue(`course[${second}].layer`, 'mixed-twice', { layer: layer.name })]
  const [pour] = pours
  if (pour === undefined) return [issue(path, 'never-poured', { layer: layer.name })]
  if (pour < mix) return [issue(`course[${pour}].layer`, 'poured-unmixed', { layer: layer.name })]
  if (layer.joins === 'wet' && layerBelow({ layers, front }, at) === null)
    return [issue(`layers[${at}].joins`, 'wet-on-nothing', { layer: layer.name })]
  if (layer.side === 'sides' && !(layer.fill.coat?.sideHeightMm && layer.fill.coat.sideThicknessMm))
    return [issue(`layers[${at}].fill`, 'sides-unmeasured', { layer: layer.name })]
  const below = layers[at - 1]
  const lastBelow = course.findLastIndex(
    (entry) => entry.kind === 'pour' && entry.layer === below?.key,
  )
  return below && lastBelow > mix
    ? [issue(`course[${mix}].layer`, 'layer-below-later', { layer: layer.name, below: below.name })]
    : []
}

function ofPlace({ layers }: CourseOf, entry: Entry, at: number): Issue[] {
  const { kind, mix, pour, pass } = entry
  const layer = layers.find(({ key }) => key === entry.layer)
  const needsLayer = kind === 'mix' || kind === 'pour' || kind === 'pass' || isVisit(entry)
  if ((needsLayer || entry.layer !== null) && !layer)
    return [issue(`course[${at}].layer`, 'layer-missing')]
  if ((kind === 'mix') !== (mix !== null) || (kind === 'pour') !== (pour !== null))
    return [issue(`course[${at}].kind`, 'not-of-its-kind')]
  if ((kind === 'pass') !== (pass !== null)) return [issue(`course[${at}].kind`, 'not-of-its-kind')]
  return pour && !layer?.cups.some(({ key }) => key === pour.cup)
    ? [issue(`course[${at}].pour.cup`, 'cup-unknown')]
    : []
}

/** From the end of an entry to the start of a later one at the least: what dries and is done between. */
function leastBetween(course: readonly Entry[], from: number, to: number): number {
  const between = course
    .slice(from + 1, to)
    .filter((entry) => !isVisit(entry))
    .reduce((sum, { batchMin, pieceMin, dryMin, mix }) => {
      return sum + batchMin + pieceMin + dryMin + (mix?.stirMin ?? 0)
    }, 0)
  return (course[from]?.dryMin ?? 0) + between
}

function ofWindows({ course }: CourseOf, entry: Entry, at: number): Issue[] {
  return entry.within.flatMap(({ of, mostMin }, j): Issue[] => {
    const path = `course[${at}].within[${j}]`
    const from = course.findIndex(({ key }) => key === of)
    if (from < 0) return [issue(`${path}.of`, 'within-nothing')]
    if (from >= at) return [issue(`${path}.of`, 'within-later')]
    const leastMin = leastBetween(course, from, at)
    return mostMin < leastMin
      ? [issue(`${path}.mostMin`, 'closes-before-it-opens', { mostMin, leastMin })]
      : []
  })
}

/** What it comes after stands before it; what it is kept until stands behind. */
function ofWaits({ course }: CourseOf, entry: Entry, at: number): Issue[] {
  const placeOf = (key: string) => course.findIndex((one) => one.key === key)
  return [
    ...entry.after.flatMap(({ of }, j): Issue[] => {
      const from = placeOf(of)
      const path = `course[${at}].after[${j}].of`
      if (from < 0) return [issue(path, 'within-nothing')]
      return from >= at ? [issue(path, 'within-later')] : []
    }),
    ...entry.keeps.flatMap(({ until }, j): Issue[] => {
      const to = placeOf(until)
      const path = `course[${at}].keeps[${j}].until`
      if (to < 0) return [issue(path, 'within-nothing')]
      return to <= at ? [issue(path, 'kept-until-earlier')] : []
    }),
  ]
}
