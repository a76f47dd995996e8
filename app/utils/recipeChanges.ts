import { entryTitle } from '~~/core/recipe'
import type { Pigment, Recipe, Resin } from '~~/core/trade'
import type { Change } from './changes'

export interface ChangeNames {
  resins: ReadonlyMap<number, Pick<Resin, 'name'>>
  pigments: ReadonlyMap<number, Pick<Pigment, 'name'>>
  materials: ReadonlyMap<number, { name: string }>
  moulds: ReadonlyMap<number, { name: string }>
  people: ReadonlyMap<number, { name: string }>
}

type Flat = Map<string, string>

const word = (field: string) =>
  field
    .replace(/(Mm|Ml|Min|Pct|Cm2)$/, '')
    .replace(/([A-Z])/g, ' $1')
    .toLowerCase()
const UNITS: [RegExp, string][] = [
  [/Mm$/, ' mm'],
  [/Ml$/, ' ml'],
  [/Min$/, ' min'],
  [/Pct$/, ' %'],
  [/Cm2$/, ' cm²'],
]

/** Parts of a recipe that add nothing to the words of what stands in them. */
const PLAIN: ReadonlySet<string> = new Set([
  'layers',
  'course',
  'fill',
  'coat',
  'cups',
  'pigments',
  'dose',
  'part',
  'share',
  'pour',
  'mix',
  'pass',
  'amount',
])
/** What only the application tells rows and entries apart by. */
const KEYS: ReadonlySet<string> = new Set(['id', 'version', 'pigmentId', 'key', 'layer'])

/** Fields that point to rows, by the names that these have. */
const NAMED: Partial<Record<string, keyof ChangeNames>> = {
  resinId: 'resins',
  materialId: 'materials',
  mouldId: 'moulds',
  personId: 'people',
}

/** A word more on a path; what has the name of what it stands in is not named twice. */
const joined = (path: string, more: string) =>
  more === '' || path === more || path.endsWith(`: ${more}`)
    ? path
    : [path, more].filter(Boolean).join(': ')

/** A recipe in which entries and cups are pointed to by their names, for a person to read. */
function readable(recipe: Recipe, names: ChangeNames): object {
  const cupOf = (layer: string | null, key: string) =>
    recipe.layers.find((one) => one.key === layer)?.cups.find((cup) => cup.key === key)?.name ?? ''
  const titleOf = (key: string) => {
    const entry = recipe.course.find((one) => one.key === key)
    return entry ? entryTitle(entry, recipe) : ''
  }
  const layerOf = (key: string) => recipe.layers.find((one) => one.key === key)?.name ?? ''
  return {
    ...recipe,
    others: recipe.others.map(({ fills = [], ...piece }) => ({
      ...piece,
      fills: fills.map(({ layer, fill }) => ({
        name: layerOf(layer),
        ...(fill === null ? { poured: 'not in this piece' } : { fill }),
      })),
    })),
    layers: recipe.layers.map((layer) => ({
      ...layer,
      cups: layer.cups.map((cup) => ({
        ...cup,
        from: cup.from.map((gift) => ({ ...gift, cup: cupOf(layer.key, gift.cup) })),
      })),
    })),
    course: recipe.course.map((entry) => ({
      ...entry,
      name: entryTitle(entry, recipe),
      pour: entry.pour && { ...entry.pour, cup: cupOf(entry.layer, entry.pour.cup) },
      within: entry.within.map(({ of, mostMin }) => ({
        name: `within, of ${titleOf(of)}`,
        mostMin,
      })),
      after: entry.after.map(({ of, leastMin }) => ({ name: `after ${titleOf(of)}`, leastMin })),
      keeps: entry.keeps.map(({ what, mouldId, until }) => ({
        name: what,
        mouldId,
        until: titleOf(until),
      })),
      uses: entry.uses.map(({ materialId, amount, per }) => ({
        name: names.materials.get(materialId)?.name ?? 'a material',
        amount,
        per,
      })),
    })),
  }
}

/** Every figure of a recipe under the words that name it, as in `moss body: rest`. */
function flatten(value: unknown, path: string, names: ChangeNames, into: Flat): Flat {
  if (Array.isArray(value)) {
    if (value.length > 0 && value.every((one) => typeof one !== 'object'))
      return into.set(path, value.join(', '))
    value.forEach((one: { name?: string; pigmentId?: number }, i) =>
      flatten(
        one,
        joined(
          path,
          one.pigmentId === undefined
            ? (one.name ?? String(i + 1))
            : (names.pigments.get(one.pigmentId)?.name ?? ''),
        ),
        names,
        into,
      ),
    )
  } else if (typeof value === 'object' && value !== null) {
    for (const [field, own] of Object.entries(value)) {
      if (KEYS.has(field)) continue
      // The name that it stands under says that already.
      if (field === 'name' && path.endsWith(`: ${String(own)}`)) continue
      const named = joined(path, word(field.replace(/Id$/, '')))
      const rows = NAMED[field]
      const shown: unknown = rows ? names[rows].get(own as number)?.name : own
      const unit = UNITS.find(([ends]) => ends.test(field))?.[1] ?? ''
      if (typeof shown === 'object' && shown !== null)
        flatten(shown, PLAIN.has(field) ? path : named, names, into)
      else if (shown !== undefined && shown !== null && shown !== '')
        into.set(named, `${String(shown)}${unit}`)
    }
  }
  return into
}

/**
 * What differs between two versions of a recipe, in words; layers, cups and entries are told apart
 * by their names.
 */
export function recipeChanges(before: Recipe, after: Recipe, names: ChangeNames): Change[] {
  const [from, to] = [before, after].map((recipe) =>
    flatten(readable(recipe, names), '', names, new Map()),
  ) as [Flat, Flat]
  return [...new Set([...from.keys(), ...to.keys()])].flatMap((field) => {
    const [was, is] = [from.get(field) ?? '(none)', to.get(field) ?? '(none)']
    return was === is ? [] : [{ field, before: was, after: is }]
  })
}
