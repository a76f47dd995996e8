import { POURING, type Recipe } from '../trade'

/** What a workshop has, as far as a first pour, its plan and its price ask for it. */
export interface Furniture {
  rooms: number
  /** Kinds of station that there are. */
  stationKinds: ReadonlySet<string>
  /** The area of each rack, cm². */
  rackAreasCm2: readonly number[]
  /** What each of the people can do, and whether they are ever there. */
  people: readonly { skills: readonly string[]; hasShifts: boolean }[]
  resins: number
  /** By mould: its name and how many there are. */
  moulds: ReadonlyMap<number, { name: string; count: number }>
  /** Those that are offered. */
  recipes: readonly Pick<Recipe, 'name' | 'mouldId' | 'footprintCm2' | 'course'>[]
  orders: number
  /** Whether an hour of work costs anything; null for those who may not know. */
  hasWage: boolean | null
}

/** Something that is missing, with what it is wanted for. */
export type Missing =
  | { code: 'no-room' | 'no-rack' | 'no-resin' | 'no-recipe' | 'no-order' | 'no-wage' }
  /** `for` is the recipe that asks for it; null where every pour does. */
  | { code: 'no-station'; kind: string; for: string | null }
  | { code: 'nobody-can' | 'never-there'; skill: string; for: string | null }
  | { code: 'rack-too-small'; for: string; areaCm2: number; largestCm2: number }
  | { code: 'no-mould'; mould: string; for: string }

const POUR_STATIONS = [POURING.mixedAt, POURING.pouredAt]

/**
 * What stands between a workshop and its first poured piece, plan and price, in the order in which
 * it is best seen to.
 * Assumes what `planRequest` asks of every pot, and of recipes what their steps say; says nothing of
 * whether there is time.
 */
export function whatIsMissing(there: Furniture): Missing[] {
  return [
    ...(there.rooms === 0 ? [{ code: 'no-room' } as const] : []),
    ...missingStations(there),
    ...missingRacks(there),
    ...missingHands(there),
    ...(there.resins === 0 ? [{ code: 'no-resin' } as const] : []),
    ...(there.recipes.length === 0 ? [{ code: 'no-recipe' } as const] : []),
    ...missingMoulds(there),
    ...(there.orders === 0 ? [{ code: 'no-order' } as const] : []),
    ...(there.hasWage === false ? [{ code: 'no-wage' } as const] : []),
  ]
}

/** What steps ask for, each with the first recipe that asks. */
function askedFor(
  recipes: Furniture['recipes'],
  of: (entry: Recipe['course'][number]) => string | null,
): Map<string, string> {
  const asked = new Map<string, string>()
  for (const recipe of recipes)
    for (const step of recipe.course) {
      const wanted = of(step)
      if (wanted !== null && !asked.has(wanted)) asked.set(wanted, recipe.name)
    }
  return asked
}

function missingStations({ stationKinds, recipes }: Furniture): Missing[] {
  const wanted = new Map<string, string | null>([
    ...askedFor(recipes, (step) => step.stationKind),
    ...POUR_STATIONS.map((kind) => [kind, null] as const),
  ])
  return [...wanted].flatMap(([kind, recipe]): Missing[] =>
    stationKinds.has(kind) ? [] : [{ code: 'no-station', kind, for: recipe }],
  )
}

function missingRacks({ rackAreasCm2, recipes }: Furniture): Missing[] {
  if (rackAreasCm2.length === 0) return [{ code: 'no-rack' }]
  const largestCm2 = Math.max(...rackAreasCm2)
  return recipes.flatMap(({ name, footprintCm2 }): Missing[] =>
    footprintCm2 > largestCm2
      ? [{ code: 'rack-too-small', for: name, areaCm2: footprintCm2, largestCm2 }]
      : [],
  )
}

function missingHands({ people, recipes }: Furniture): Missing[] {
  const wanted = new Map<string, string | null>([
    ...askedFor(recipes, (step) => step.skill),
    [POURING.skill, null],
  ])
  return [...wanted].flatMap(([skill, recipe]): Missing[] => {
    const able = people.filter(({ skills }) => skills.includes(skill))
    if (able.length === 0) return [{ code: 'nobody-can', skill, for: recipe }]
    return able.some(({ hasShifts }) => hasShifts)
      ? []
      : [{ code: 'never-there', skill, for: recipe }]
  })
}

const missingMoulds = ({ moulds, recipes }: Furniture): Missing[] =>
  recipes.flatMap(({ name, mouldId }): Missing[] => {
    const mould = mouldId === null ? undefined : moulds.get(mouldId)
    return mould?.count === 0 ? [{ code: 'no-mould', mould: mould.name, for: name }] : []
  })
