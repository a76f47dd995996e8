import { checkCourse, checkCups, copyOfWork, pieceOfSet, sizePiece } from '../recipe'
import {
  INSIDE,
  newMix,
  newPass,
  newPour,
  newStep,
  NO_REST,
  type Entry,
  type Layer,
  type Recipe,
  type StepKind,
} from '../trade'
import { ROUTES, ROUTE_WORDS, type Mending, type Route } from './routes'

/** A self-levelling film as it is usually poured, mm. */
const FILM_MM = 1.8
/** What stays on an edge that is brushed over, mm. */
const EDGE_MM = 0.8
/** What runs off a face that is flooded to its edge, per cent. */
const RUN_OFF_PCT = 15
/** Where nothing tells how thick a piece is, mm. */
const USUAL_EDGE_MM = 10
/** From a cleaned surface to the pour at the most, before dust and fingers are on it again, minutes. */
const CLEAN_FOR_MIN = 240

const MIXED = { stirMin: 3, secondCup: false } as const
const COAT = 'l1'

/** A member of a set: the first piece of the recipe, or one of the others. */
export interface Member {
  /** 0 for the first piece, from 1 on for the others. */
  index: number
  name: string
}

/**
 * The pieces that one piece of a recipe consists of, by name: of a set each, else none.
 * @param recipe a recipe
 */
export function membersOf({ name, others }: Pick<Recipe, 'name' | 'others'>): Member[] {
  if (others.length === 0) return []
  return [
    { index: 0, name },
    ...others.flatMap((other, i) =>
      Array.from({ length: other.count }, (_, n) => ({
        index: i + 1,
        name: other.count === 1 ? other.name : `${other.name} ${n + 1}`,
      })),
    ),
  ]
}

/**
 * What is done to mend pieces of a recipe: a course for pieces that are there already, written as a
 * recipe of its own that a studio may change. Films, run-off and minutes are ordinary workshop values
 * to begin with.
 * @param recipe what the piece was made by
 * @param route how it is mended
 * @param member which piece of a set; null for all of a piece
 */
export function mendingOf(
  recipe: Recipe,
  route: Mending,
  member: Member | null = null,
): Omit<Recipe, 'id'> {
  if (route === 'make again') return againOf(recipe, member)
  const own = memberOf(recipe, member)
  const top = own.layers.at(-1)
  const again = route === 'sand and pour again' ? pouredAgain(own) : null
  const mended: Omit<Recipe, 'id'> = {
    name: `${member?.name ?? recipe.name}, ${ROUTE_WORDS[route].piece}`,
    note: `Mends ${recipe.name}: ${ROUTE_WORDS[route].says}.`,
    shape: own.shape,
    others: own.others.map(({ fills: _fills, ...other }) => other),
    footprintCm2: own.footprintCm2,
    mouldId: null,
    start: { of: 'existing', materialId: null, words: recipe.name },
    front: own.front,
    layers: [again?.layer ?? coatOf(own, route, top?.resinId ?? 0)],
    course: [],
  }
  return { ...mended, course: courseOf(own, route, again?.work ?? coating(route)) }
}

/**
 * The ways in which a piece can be mended: a form that has no flat face cannot be coated.
 * @param recipe what the piece was made by
 * @param member which piece of a set; null for all of a piece
 */
export const routesFor = (
  recipe: Recipe,
  member: Member | null = null,
): { route: Route; recipe: Omit<Recipe, 'id'> }[] =>
  ROUTES.flatMap((route) => {
    const mending = mendingOf(recipe, route, member)
    return checkCups({ ...mending, id: 0 }).ok && checkCourse(mending).length === 0
      ? [{ route, recipe: mending }]
      : []
  })

/** What is done to make one piece of a set again: all that its recipe says, for it alone. */
function againOf(recipe: Recipe, member: Member | null): Omit<Recipe, 'id'> {
  const { id: _id, ...own } = memberOf(recipe, member)
  return {
    ...own,
    name: `${member?.name ?? recipe.name}, ${ROUTE_WORDS['make again'].piece}`,
    note: `Belongs to ${recipe.name}: ${ROUTE_WORDS['make again'].says}.`,
    layers: own.layers.map((layer) => ({ ...layer, id: 0 })),
  }
}

/** One piece of a set by itself; all of it where none is named. */
export function memberOf(recipe: Recipe, member: Member | null): Recipe {
  const other = recipe.others[(member?.index ?? 0) - 1]
  if (!member) return recipe
  return other ? pieceOfSet(recipe, other).recipe : { ...recipe, others: [] }
}

const SIDE_OF = {
  'coat over': 'face',
  'sand and pour again': 'face',
  'coat the back': 'back',
  cover: 'face',
  'cut down': 'sides',
} as const satisfies Record<Route, Layer['side']>

function coatOf(recipe: Recipe, route: Route, resinId: number): Layer {
  const side = SIDE_OF[route]
  const edges = { sideHeightMm: heightMm(recipe), sideThicknessMm: EDGE_MM }
  return {
    ...INSIDE,
    id: 0,
    key: COAT,
    name: route === 'cut down' ? 'edge coat' : 'mending coat',
    resinId,
    side,
    fill: { coat: { thicknessMm: FILM_MM, ...(side === 'sides' && edges) } },
    inclusions: [],
    runOffPct: RUN_OFF_PCT,
    joins: 'plain',
    rest: NO_REST,
    cups: [
      {
        key: 'c1',
        name: 'clear',
        part: { rest: true },
        over: null,
        isMixingCup: true,
        isOpen: false,
        pigments: [],
        fillers: [],
        from: [],
        stir: 'through',
        rest: null,
      },
    ],
  }
}

/** How high the edge of a piece is, mm. */
function heightMm(recipe: Recipe): number {
  const sized = sizePiece(recipe)
  const levels = sized.ok ? sized.value.layers.map(({ toMm }) => toMm ?? 0) : []
  return Math.max(0, ...levels) || USUAL_EDGE_MM
}

/**
 * The last layer and its work once more; null where it cannot be filled without what lay under it,
 * and a coat goes on instead.
 */
function pouredAgain(recipe: Recipe): { layer: Layer; work: Entry[] } | null {
  const at = recipe.layers.length - 1
  const top = recipe.layers[at]
  if (!top) return null
  const depth = depthOfTop(recipe)
  const layer: Layer = {
    ...top,
    id: 0,
    key: COAT,
    joins: 'plain',
    inclusions: [],
    fill: top.fill.coat || depth === null ? top.fill : { coat: { thicknessMm: depth } },
  }
  const work = copyOfWork(recipe, at, COAT, [])
  const tried = checkCups({ ...recipe, others: [], id: 0, layers: [layer], course: work })
  return tried.ok ? { layer: { ...layer, side: topSide(top) }, work } : null
}

/** What was poured into the piece lies open once it is out of its mould: it is poured over its face. */
const topSide = ({ side }: Layer) => (side === 'inside' ? 'face' : side)

function depthOfTop(recipe: Recipe): number | null {
  const sized = sizePiece(recipe)
  const top = sized.ok ? sized.value.layers.at(-1) : undefined
  return top && top.fromMm !== null && top.toMm !== null ? top.toMm - top.fromMm : null
}

const coating = (route: Route): Entry[] => [
  newMix('', COAT, MIXED),
  newPour('', COAT, { cup: 'c1', ...(route === 'cut down' && { how: 'brush' }) }, 3),
  ...(route === 'cut down' ? [] : [newPass('', COAT, [2])]),
]

/** The whole course: made ready, poured, and what a piece of the recipe ends with. */
function courseOf(recipe: Recipe, route: Route, work: readonly Entry[]): Entry[] {
  const isAgain = route === 'sand and pour again'
  const before = [
    step('inspect', 'Press it with a nail', 2, {
      asks: { what: 'yes-no', question: 'Is it hard all through?', unit: '' },
    }),
    ...(route === 'cut down' ? [step('trim', 'Cut it down', 20, { dust: true })] : []),
    step('sand', isAgain ? 'Sand off what is wrong' : 'Scuff it', isAgain ? 25 : 6),
    step('wipe', 'Wipe it clean', 2, { dryMin: 10, dust: false }),
    ...(isAgain && recipe.mouldId !== null ? [step('dam', 'Dam the edge', 8)] : []),
  ]
  const after = [
    ...(route === 'cover'
      ? [step('cover', 'Set what covers it', 8, { at: [3], lateMin: 20 })]
      : []),
    step('drips', 'Wipe drips under the edge', 0.5),
    step('inspect', 'Look at both faces', 2, { waitsFor: 'demould' }),
    ...recipe.course.filter(({ kind }) => kind === 'pack').slice(-1),
  ]
  const kept = new Map<string, string>()
  const all = [...before, ...work, ...after].map((entry, i) => {
    const key = `e${i + 1}`
    if (entry.key !== '') kept.set(entry.key, key)
    return { ...entry, key }
  })
  const wiped = all.find(({ kind }) => kind === 'wipe')
  return all.map((entry) => ({
    ...entry,
    after: pointing(entry.after, kept),
    keeps: [],
    within:
      entry.kind === 'mix' && wiped
        ? [{ of: wiped.key, mostMin: CLEAN_FOR_MIN }]
        : pointing(entry.within, kept),
  }))
}

/** What points to entries that were taken over, by their new keys. */
const pointing = <T extends { of: string }>(
  list: readonly T[],
  kept: ReadonlyMap<string, string>,
) =>
  list.flatMap((one) => {
    const of = kept.get(one.of)
    return of === undefined ? [] : [{ ...one, of }]
  })

const step = (
  kind: StepKind,
  name: string,
  pieceMin: number,
  more: Partial<Entry> = {},
): Entry => ({
  ...newStep(kind, '', COAT),
  name,
  pieceMin,
  waitsFor: null,
  ...more,
})
