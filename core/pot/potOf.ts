import { mix } from '../mix'
import { gramsOf, handsMin, passesOf } from '../recipe'
import { workableMin } from '../resin'
import { LIMIT_TOLERANCE } from '../result'
import type {
  Cup,
  CupPigment,
  Dose,
  DoseUnit,
  Entry,
  Pigment,
  Portion,
  Resin,
  StudioRules,
  Tool,
} from '../trade'
import { ML_PER_TEASPOON } from '../units'
import { colourKey, cupName } from './cupKey'
import { restWindow } from './restWindow'
import { tintOfCup } from './tintOf'
import { splitOfPot, type PotLayer, type PotSplit } from './splitOfPot'

/** A pigment as it goes into one cup; what is not known stands as null. */
export interface CupDose {
  pigmentId: number
  name: string
  massG: number | null
  teaspoons: number | null
  drops: number | null
  /** As the recipe counts it, where it does so otherwise than by load: for all that the cup takes. */
  counted: { n: number; unit: DoseUnit } | null
  /** A powder is stirred smooth in so much of the cup's resin first, ml; null for what is no powder. */
  premixMl: number | null
}

/** One of the cups that a pot's mix is split into after stirring. */
export interface PotCup {
  id: string
  name: string
  /** The layers poured from it, by name and by row. */
  layers: string[]
  layerIds: number[]
  /** In which it is drawn: its pigments, or those of the cups that fill it. */
  tint: string
  /** The same for cups of the same pigments at the same doses; empty for clear. */
  colour: string
  pigments: CupPigment[]
  /** Null where pigments cannot be weighed: the resin's densities are unknown. */
  doses: CupDose[] | null
  /** Pigment to 100 g of its resin; null where it is not known. */
  loadPct: number | null
  fillers: { name: string; massG: number | null; roomMl: number }[]
  /** Poured into it from the mix, with the film that stays on its wall, ml. */
  takenMl: number
  /** What can be poured of it, ml. */
  finishedMl: number
  /** What other cups give it, in order. */
  received: { name: string; ml: number }[]
  stir: Cup['stir']
  over: Cup['over']
  isMixingCup: boolean
  isOpen: boolean
  /** From the end of stirring until it may be poured, minutes. */
  restMin: number
}

/** One pour of a pot, in the order in which they are done. */
export interface PotPour {
  /** The key of its entry. */
  entry: string
  cup: string
  cupName: string
  layer: string
  layerId: number
  pieces: number
  how: NonNullable<Entry['pour']>['how']
  where: string
  ml: number
  perPieceMl: number
  drops: { pigmentId: number; name: string; n: number }[]
  /** Earliest, from the end of stirring; and how long it takes; minutes. */
  fromMin: number
  minutes: number
}

export interface PotFigures {
  needMl: number
  /** Mixed on top of the need, for what goes wrong; what is left goes to the homes, ml. */
  reserveMl: number
  /** Of the need: what cups take beside what is poured, what films keep, and less what is stirred in; ml. */
  overMl: number
  filmsMl: number
  roomMl: number
  stirMin: number
  /** From the end of stirring to the first pour, minutes. */
  restMin: number
  /** From the first pour to the end of the last. */
  pourMin: number
  /** Rest and pours together. */
  busyMin: number
  /** From the end of stirring until the cup can no longer be poured. */
  workMin: number
  /** Minutes from the end of the pours to each heat pass. */
  heatAfterMin: number[]
  /** What each of them is done with: a flame, where any layer has one then. */
  heatTools: Tool[]
  cups: PotCup[]
  pours: PotPour[]
  /** Pours that come later than their layer or their cup may rest, minutes from the end of stirring. */
  overRested: { layer: string; cup: string; fromMin: number; mostMin: number }[]
  /** By portion, as given: how long its pours take, with waits between them, minutes. */
  portionMin: number[]
}

/**
 * A mixing cup holds so many times the mix, so that it can be stirred and scraped; a starting
 * value.
 */
export const STIR_ROOM = 1.3

export interface PotTerms {
  resin: Resin
  rules: Pick<StudioRules, 'perCupMl' | 'reservePct'>
  /** The warmest that the bench gets, °C. */
  warmC: number
  /** What is known of pigments; without them nothing is dosed. */
  pigments?: ReadonlyMap<number, Pigment>
  /** What was really mixed, ml; as planned where absent. */
  mixedMl?: number | null
}

/**
 * A powder is wetted in a spoonful, in more where it is heaped higher than half a spoon, and in at
 * most half of the cup; starting values.
 */
const SPOONFUL_ML = 5
const ML_TO_WET_ML = 2
const MOST_OF_CUP = 0.5

/**
 * So much of a cup's resin a powder is stirred smooth in before the rest is added, so that no dry
 * lumps float in the pour.
 * @param massG of the powder; null where it is not known
 * @param cupMl what of the mix stands in the cup, ml
 * @returns ml
 */
function premixMlOf(massG: number | null, { bulkDensity }: Pigment, cupMl: number): number {
  const heapedMl = massG === null || bulkDensity === undefined ? 0 : massG / bulkDensity
  return Math.min(MOST_OF_CUP * cupMl, Math.max(SPOONFUL_ML, ML_TO_WET_ML * heapedMl))
}

/**
 * What is left of a cup's working time once it is stirred: all of it, unless the sheet counts from the
 * contact of the parts.
 * @returns minutes from the end of stirring
 */
export const leftOfWork = (
  { countsFrom }: Pick<Resin, 'countsFrom'>,
  stirMin: number,
  workMin: number,
): number => (countsFrom === 'contact' ? Math.max(0, workMin - stirMin) : workMin)

/** Of a mix of both parts, g/ml; null where a density is unknown. */
function mixDensityOf(resin: Resin): number | null {
  const mixed = mix({ resin, need: { volumeMl: 100 }, measure: { kind: 'exact' } })
  const massG = mixed.ok ? mixed.value.exact.total.massG : null
  return massG === null ? null : massG / 100
}

/**
 * What one mix for several portions takes, in resin and minutes: its cups with what goes into them,
 * and its pours in their order. Cups of one colour are shared, so their film counts once. A layer's
 * pours begin once the mix has rested as it asks, and each of its cups as that asks; the layers are
 * poured one after another.
 * @param portions of one resin, at least one
 * @returns ml, g and minutes
 */
export function potOf(portions: readonly Portion[], terms: PotTerms): PotFigures {
  const { resin, rules, warmC, pigments = new Map<number, Pigment>(), mixedMl } = terms
  const mixDensity = mixDensityOf(resin)
  const made = splitOfPot(portions, rules, { pigments, mixDensity }, mixedMl ?? null)
  const { answer } = made
  const stirMin = Math.max(...made.layers.map(({ work }) => work.mix.mix?.stirMin ?? 0))
  const workMin = leftOfWork(resin, stirMin, workableMin(resin, answer.mixedMl, warmC))
  const { starts, waits, endMin } = timesOf(made, workMin)
  const restMin = Math.min(...starts, endMin)
  const nameOf = (id: number) => pigments.get(id)?.name ?? ''
  const cups = made.cups.map((shared, i) => potCup(made, i, shared, workMin, pigments, mixDensity))
  const passes = made.layers.flatMap(({ work }) => passesOf(work))
  const heatAfterMin = [...new Set(passes.map(({ afterMin }) => afterMin))].sort((x, y) => x - y)
  const toolsAt = (at: number) =>
    passes.flatMap(({ afterMin, tool }) => (afterMin === at ? tool : []))
  return {
    needMl: answer.mixMl,
    reserveMl: answer.spareMl,
    overMl: answer.overMl,
    filmsMl: answer.filmsMl,
    roomMl: answer.roomMl,
    stirMin,
    restMin,
    pourMin: endMin - restMin,
    busyMin: endMin,
    workMin,
    heatAfterMin,
    heatTools: heatAfterMin.map((at) => {
      const [tool = 'torch', ...more] = toolsAt(at)
      return more.includes('torch') ? 'torch' : tool
    }),
    cups,
    pours: answer.pours.flatMap((pour, i): PotPour[] => {
      const [step, cup] = [made.pours[i], cups.find(({ id }) => id === pour.cup)]
      const own = made.layers[step?.layer ?? -1]
      if (!step?.entry.pour || !own || !cup) return []
      const { entry } = step
      return [
        {
          entry: entry.key,
          cup: cup.id,
          cupName: cup.name,
          layer: own.layer.name,
          layerId: own.layer.id,
          pieces: own.pieces,
          how: step.entry.pour.how,
          where: step.entry.pour.where,
          ml: pour.ml,
          perPieceMl: pour.perPieceMl[0] ?? 0,
          drops: pour.drops.map(({ id, n }) => ({
            pigmentId: Number(id),
            name: nameOf(Number(id)),
            n,
          })),
          fromMin: starts[i] ?? 0,
          minutes: handsMin([entry], own.pieces),
        },
      ]
    }),
    overRested: made.pours.flatMap(({ layer: at, entry }, i) => {
      const own = made.layers[at]
      const cup = own?.layer.cups.find(({ key }) => key === entry.pour?.cup)
      if (!own || !cup) return []
      const mostMin = Math.min(
        ...[own.layer.rest, cup.rest].map((rest) => restWindow(rest, workMin, own.work).toMin),
      )
      const fromMin = starts[i] ?? 0
      return fromMin > mostMin + LIMIT_TOLERANCE
        ? [{ layer: own.layer.name, cup: cupName(cup, own.layer), fromMin, mostMin }]
        : []
    }),
    portionMin: portions.map((portion) => {
      const at = made.layers.findIndex((own) => own.portions.includes(portion))
      const own = made.layers[at]
      const wait = own?.portions[0] === portion ? (waits[at] ?? 0) : 0
      return handsMin(portion.work.pouring, portion.pieces) + wait
    }),
  }
}

/**
 * When each pour can begin, from the end of stirring: once its layer's mix and its own cup have
 * rested, and after what comes before it.
 * @returns starts by pour, and by layer what it waits between its pours; minutes
 */
function timesOf({ layers }: PotSplit, workMin: number) {
  const starts: number[] = []
  const waits: number[] = []
  let clock = 0
  for (const { layer, work, pieces } of layers) {
    const layerRest = restWindow(layer.rest, workMin, work).fromMin
    let waited = 0
    let isFirst = true
    for (const entry of work.pouring) {
      if (entry.pour) {
        const cup = layer.cups.find(({ key }) => key === entry.pour?.cup)
        const from = Math.max(
          layerRest,
          restWindow(cup?.rest ?? null, workMin, work).fromMin,
          entry.pour.sinceStirMin,
        )
        if (from > clock) {
          if (!isFirst || clock > 0) waited += from - clock
          clock = from
        }
        starts.push(clock)
        isFirst = false
      }
      clock += handsMin([entry], pieces)
    }
    waits.push(waited)
  }
  return { starts, waits, endMin: clock }
}

function potCup(
  { answer, layers, cups }: PotSplit,
  i: number,
  { id, of, isMixingCup }: PotSplit['cups'][number],
  workMin: number,
  pigments: ReadonlyMap<number, Pigment>,
  mixDensity: number | null,
): PotCup {
  const figures = answer.cups[i]
  const first = of[0]
  const layerOf = (at: number) => layers[at]?.layer
  if (!figures || !first) throw new Error('a cup of a pot stands for nothing')
  const { cup } = first
  const sets = cup.over === 'batch' ? 1 : (layers[first.layer]?.pieces ?? 1)
  // What is over stays in the mixing cup and is coloured with it.
  const inCupMl = figures.takenMl + (isMixingCup && figures.partMl > 0 ? answer.surplusMl : 0)
  const doses = figures.pigments.map((dose): CupDose => {
    const told = cup.pigments.find((one) => one.pigmentId === Number(dose.id))?.dose
    const counted = told ? countedOf(told, dose, inCupMl, sets) : null
    const pigment = pigments.get(Number(dose.id))
    const unitG = counted && pigment ? gramsOf(counted.unit, pigment) : undefined
    const massG = dose.massG ?? (counted && unitG !== undefined ? counted.n * unitG : null)
    return {
      pigmentId: Number(dose.id),
      name: pigment?.name ?? '',
      massG,
      // What is counted in a measure of its own is no drops.
      drops: counted && counted.unit !== 'drop' && dose.massG === null ? null : dose.drops,
      counted,
      premixMl:
        pigment?.form === 'powder'
          ? premixMlOf(massG, pigment, inCupMl > 0 ? inCupMl : figures.finishedMl)
          : null,
      teaspoons:
        massG === null || pigment?.bulkDensity === undefined
          ? null
          : massG / (pigment.bulkDensity * ML_PER_TEASPOON),
    }
  })
  const isWhole = doses.length === cup.pigments.length
  const grams = doses.reduce<number | null>(
    (sum, { massG }) => (sum === null || massG === null ? null : sum + massG),
    0,
  )
  const resinG = mixDensity === null ? null : inCupMl * mixDensity
  const names = [...new Set(of.map(({ layer }) => layerOf(layer)?.name ?? ''))]
  return {
    id,
    name: of.length > 1 ? names.join(', ') : namedAs(cup, layers[first.layer]),
    layers: names,
    layerIds: of.flatMap(({ layer }) => layerOf(layer)?.id ?? []),
    tint: tintOfCup(cup, layerOf(first.layer)?.cups ?? [], pigments),
    colour: colourKey(cup),
    pigments: cup.pigments,
    doses: isWhole ? doses : null,
    loadPct:
      !isWhole || grams === null || resinG === null || resinG <= 0 ? null : (100 * grams) / resinG,
    fillers: figures.fillers.map(({ massG, roomMl }, j) => ({
      name: cup.fillers[j]?.name ?? '',
      massG,
      roomMl,
    })),
    takenMl: figures.takenMl,
    finishedMl: figures.finishedMl,
    received: figures.received.map(({ cup: giver, ml }) => {
      const from = cups.find((one) => one.id === giver)?.of[0]
      return { name: from ? namedAs(from.cup, layers[from.layer]) : '', ml }
    }),
    stir: cup.stir,
    over: cup.over,
    isMixingCup,
    isOpen: cup.isOpen,
    restMin: Math.max(
      ...of.flatMap(({ layer: at, cup: own }) => {
        const { layer, work } = layers[at] ?? {}
        return work
          ? [layer?.rest ?? null, own.rest].map((one) => restWindow(one, workMin, work).fromMin)
          : []
      }),
    ),
  }
}

/** A dose as it is counted, for all sets or all of the cup’s resin. */
function countedOf(
  told: Dose,
  dose: { massG: number | null; drops: number | null },
  takenMl: number,
  sets: number,
): CupDose['counted'] {
  if ('loadPct' in told) return null
  return 'n' in told
    ? { n: told.n * sets, unit: told.unit }
    : { n: dose.drops ?? (told.per30Ml * takenMl) / 30, unit: told.unit }
}

const namedAs = (cup: Cup, own: PotLayer | undefined) => (own ? cupName(cup, own.layer) : cup.name)
