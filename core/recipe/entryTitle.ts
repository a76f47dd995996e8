import type { Entry, Recipe } from '../trade'

/** What people call an entry of a course: its own name, or what it does with which layer. */
export function entryTitle(
  entry: Entry,
  { layers, course }: Pick<Recipe, 'layers' | 'course'>,
): string {
  if (entry.name !== '') return entry.name
  const layer = layers.find(({ key }) => key === entry.layer)
  const name = layer?.name ?? ''
  if (entry.kind === 'mix') return `mix ${name}`
  if (entry.kind === 'pass') return `heat pass, ${name}`
  if (!entry.pour) return name
  const pours = course.filter((one) => one.kind === 'pour' && one.layer === entry.layer)
  const cup = layer?.cups.find(({ key }) => key === entry.pour?.cup)
  const where = entry.pour.where === '' ? '' : `, ${entry.pour.where}`
  return `pour ${pours.length > 1 && cup ? cup.name : name}${where}`
}
