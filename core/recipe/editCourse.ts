import { cloned } from './cloned'
import { courseParts } from './course'
import type { Entry, Layer, Recipe } from '../trade'

type Editing = Pick<Recipe, 'layers' | 'course'>

/** A key that nothing in a list has yet. */
export function freshKey(used: readonly string[], prefix: string): string {
  let number = used.length + 1
  while (used.includes(`${prefix}${number}`)) number++
  return `${prefix}${number}`
}

const isOf = (entry: Entry, layer: Layer | undefined) =>
  layer !== undefined && entry.layer === layer.key

/**
 * Puts a layer into a recipe, and what is done with its mix into the course: behind all that belongs
 * to the layer below it, and before what prepares the one above.
 * @param index the place that the layer gets
 */
export function courseWithLayer(
  { layers, course }: Editing,
  index: number,
  layer: Layer,
  entries: readonly Entry[],
): { layers: Layer[]; course: Entry[] } {
  const below = layers[index - 1]
  const above = layers[index]
  const behind = below ? course.findLastIndex((entry) => isOf(entry, below)) + 1 : 0
  const mixOfAbove = above
    ? course.findIndex((entry) => entry.kind === 'mix' && isOf(entry, above))
    : -1
  const at = below ? behind : Math.max(0, mixOfAbove)
  return {
    layers: [...layers.slice(0, index), layer, ...layers.slice(index)],
    course: [...course.slice(0, at), ...entries, ...course.slice(at)],
  }
}

/** Takes a layer out, with its mix, pours, passes and visits, and what pointed to them. */
export function courseWithoutLayer({ layers, course }: Editing, index: number): Editing {
  const layer = layers[index]
  const left = course.filter((entry) => !isOf(entry, layer))
  return { layers: layers.filter((_, i) => i !== index), course: withoutStrays(left) }
}

/** A course in which nothing points to what is not there any more. */
export function withoutStrays(course: readonly Entry[]): Entry[] {
  const keys = new Set(course.map(({ key }) => key))
  return course.map((entry) => ({
    ...entry,
    within: entry.within.filter(({ of }) => keys.has(of)),
    after: entry.after.filter(({ of }) => keys.has(of)),
    keeps: entry.keeps.filter(({ until }) => keys.has(until)),
  }))
}

/** Two neighbours change places, in the piece and in the course. */
export function movedLayer({ layers, course }: Editing, index: number, by: 1 | -1): Editing {
  const [one, other] = [layers[index], layers[index + by]]
  if (!one || !other) return { layers, course }
  const [first, second] = by === 1 ? [other, one] : [one, other]
  const turns = course.flatMap((entry, i) => (isOf(entry, one) || isOf(entry, other) ? [i] : []))
  const inOrder = [
    ...course.filter((entry) => isOf(entry, first)),
    ...course.filter((entry) => isOf(entry, second)),
  ]
  return {
    layers: layers.map((layer, i) => (i === index ? other : i === index + by ? one : layer)),
    course: course.map((entry, i) =>
      turns.includes(i) ? (inOrder[turns.indexOf(i)] ?? entry) : entry,
    ),
  }
}

/** What is done with a layer's mix, once more for another layer of the same cups. */
export function copyOfWork(
  recipe: Editing,
  index: number,
  layerKey: string,
  course: readonly Entry[],
): Entry[] {
  const work = courseParts(recipe).work[index]
  if (!work) return []
  const used = course.map(({ key }) => key)
  const renamed = new Map<string, string>()
  const all = [work.mix, ...work.pouring, ...work.passes]
  for (const { key } of all) {
    const fresh = freshKey(used, 'e')
    used.push(fresh)
    renamed.set(key, fresh)
  }
  return cloned(all).map((entry) => ({
    ...entry,
    key: renamed.get(entry.key) ?? entry.key,
    layer: layerKey,
    within: entry.within.map((one) => ({ ...one, of: renamed.get(one.of) ?? one.of })),
    after: entry.after.map((one) => ({ ...one, of: renamed.get(one.of) ?? one.of })),
    keeps: entry.keeps.map((one) => ({ ...one, until: renamed.get(one.until) ?? one.until })),
  }))
}
