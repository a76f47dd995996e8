import type { Pigment, Recipe, Resin } from '~~/core/trade'
import type { Change } from './changes'

export interface ChangeNames {
  resins: ReadonlyMap<number, Pick<Resin, 'name'>>
  pigments: ReadonlyMap<number, Pick<Pigment, 'name'>>
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

/** Every figure of a recipe under the words that name it, as in `moss body: rest`. */
function flatten(value: unknown, path: string, names: ChangeNames, into: Flat): Flat {
  if (Array.isArray(value)) {
    if (value.every((one) => typeof one !== 'object')) return into.set(path, value.join(', '))
    value.forEach((one: { name?: string; pigmentId?: number }, i) =>
      flatten(
        one,
        [
          path,
          one.pigmentId === undefined
            ? (one.name ?? String(i + 1))
            : (names.pigments.get(one.pigmentId)?.name ?? ''),
        ]
          .filter(Boolean)
          .join(': '),
        names,
        into,
      ),
    )
  } else if (typeof value === 'object' && value !== null) {
    for (const [field, own] of Object.entries(value)) {
      if (field === 'id' || field === 'version' || field === 'pigmentId') continue
      const plain =
        field === 'layers' ||
        field === 'steps' ||
        field === 'fill' ||
        field === 'pigments' ||
        field === 'coat'
          ? path
          : [path, word(field.replace(/Id$/, ''))].filter(Boolean).join(': ')
      const shown: unknown = field === 'resinId' ? names.resins.get(own as number)?.name : own
      const unit = UNITS.find(([ends]) => ends.test(field))?.[1] ?? ''
      if (typeof shown === 'object' && shown !== null) flatten(shown, plain, names, into)
      else if (shown !== undefined && shown !== null && shown !== '')
        into.set(
          [path, word(field.replace(/Id$/, ''))].filter(Boolean).join(': '),
          `${String(shown)}${unit}`,
        )
    }
  }
  return into
}

/**
 * What differs between two versions of a recipe, in words; layers and steps are told apart by their
 * names.
 */
export function recipeChanges(before: Recipe, after: Recipe, names: ChangeNames): Change[] {
  const [from, to] = [flatten(before, '', names, new Map()), flatten(after, '', names, new Map())]
  return [...new Set([...from.keys(), ...to.keys()])].flatMap((field) => {
    const [was, is] = [from.get(field) ?? '(none)', to.get(field) ?? '(none)']
    return was === is ? [] : [{ field, before: was, after: is }]
  })
}
