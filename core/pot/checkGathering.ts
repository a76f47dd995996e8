import { issue, LIMIT_TOLERANCE, type Issue } from '../result'
import { colourKey, cupName } from './cupKey'
import { potOf } from './potOf'
import {
  mouldsInUse,
  type Layer,
  type Mould,
  type Portion,
  type Resin,
  type StudioRules,
} from '../trade'

export type GatheringProblem = Issue & {
  /** The pot it is about, by its place in the list. */
  pot: number
  /** Whether it cannot be done at all; otherwise it is to be minded. */
  breaks: boolean
}

export interface GatheringShelf {
  resins: ReadonlyMap<number, Resin>
  moulds: ReadonlyMap<number, Pick<Mould, 'name' | 'count' | 'outOfUse'>>
  rules: Pick<StudioRules, 'perCupMl' | 'reservePct'>
  warmC: number
}

/**
 * Looks for what goes wrong when layers are poured from these pots.
 * @param pots each with its portions; empty ones are passed over
 * @param others pots that stay as they are and are needed only to see who waits for whom
 * @returns what breaks, and what is to be minded, with the numbers
 */
export function checkGathering(
  pots: readonly (readonly Portion[])[],
  others: readonly (readonly Portion[])[],
  shelf: GatheringShelf,
): GatheringProblem[] {
  const found = pots.flatMap((portions, pot) =>
    portions.length === 0 ? [] : ofPot(portions, pot, shelf),
  )
  return [...found, ...ofColours(pots), ...ofOrder(pots, others)]
}

const pathOf = (pot: number) => `pots[${pot}]`

function ofPot(
  portions: readonly Portion[],
  pot: number,
  { resins, moulds, rules, warmC }: GatheringShelf,
): GatheringProblem[] {
  const breaks = (wrong: Issue): GatheringProblem => ({ ...wrong, pot, breaks: true })
  const path = pathOf(pot)
  const names = new Set(
    portions.map(({ layer }) => resins.get(layer.resinId)?.name ?? 'an unknown resin'),
  )
  if (names.size > 1) return [breaks(issue(path, 'two-resins', { resins: [...names] }))]
  const resin = resins.get(portions[0]?.layer.resinId ?? 0)
  const found: GatheringProblem[] = []
  const twice = portions.find((one) =>
    portions.some(
      (other) =>
        other.lineId === one.lineId && other.layerIndex > one.layerIndex && meet(one, other),
    ),
  )
  if (twice) found.push(breaks(issue(path, 'same-piece', { layer: twice.layer.name })))
  for (const [mouldId, pieces] of piecesByMould(portions)) {
    const mould = moulds.get(mouldId)
    const there = mould ? mouldsInUse(mould) : Infinity
    if (mould && pieces > there)
      found.push(breaks(issue(path, 'not-enough-moulds', { mould: mould.name, pieces, there })))
  }
  for (const [layer, pieces] of piecesByLayer(portions))
    if (pieces > (layer.atOnce ?? Infinity))
      found.push(
        breaks(
          issue(path, 'too-many-at-once', {
            layer: layer.name,
            pieces,
            atOnce: layer.atOnce ?? pieces,
          }),
        ),
      )
  if (!resin) return found
  const { needMl, busyMin, workMin, overRested } = potOf(portions, { resin, rules, warmC })
  if (needMl > resin.maxMixMl + LIMIT_TOLERANCE)
    found.push(breaks(issue(path, 'too-much', { needMl, mostMl: resin.maxMixMl })))
  if (busyMin > workMin + LIMIT_TOLERANCE)
    found.push(breaks(issue(path, 'too-slow', { busyMin, workMin })))
  else found.push(...overRested.map((late) => breaks(issue(path, 'rested-too-long', late))))
  return found
}

const meet = (x: Portion, y: Portion) =>
  x.firstPiece < y.firstPiece + y.pieces && y.firstPiece < x.firstPiece + x.pieces

/** First layers take a mould; later ones are poured into those already taken. */
function piecesByMould(portions: readonly Portion[]): Map<number, number> {
  const pieces = new Map<number, number>()
  for (const { mouldId, layerIndex, pieces: count } of portions)
    if (mouldId !== null && layerIndex === 0)
      pieces.set(mouldId, (pieces.get(mouldId) ?? 0) + count)
  return pieces
}

/** By layer of a recipe, whoever ordered it. */
function piecesByLayer(portions: readonly Portion[]): Map<Layer, number> {
  const layers = new Map<number, Layer>()
  const pieces = new Map<Layer, number>()
  for (const { layer, pieces: count } of portions) {
    const known = layers.get(layer.id) ?? layer
    layers.set(layer.id, known)
    pieces.set(known, (pieces.get(known) ?? 0) + count)
  }
  return pieces
}

function ofColours(pots: readonly (readonly Portion[])[]): GatheringProblem[] {
  const found = new Map<string, { name: string; pots: number[] }>()
  pots.forEach((portions, pot) => {
    for (const { layer } of portions)
      for (const cup of layer.cups) {
        if (colourKey(cup) === '') continue
        const key = `${layer.resinId} ${colourKey(cup)}`
        const known = found.get(key) ?? { name: cupName(cup, layer), pots: [] }
        found.set(key, known)
        if (!known.pots.includes(pot)) known.pots.push(pot)
      }
  })
  return [...found.values()]
    .filter((one) => one.pots.length > 1)
    .map(({ name, pots: [pot = 0, ...others] }): GatheringProblem => ({
      ...issue(pathOf(pot), 'colour-apart', { colour: name, mixes: others.length + 1 }),
      pot,
      breaks: false,
    }))
}

/**
 * A pot waits for every pot with the layer below of one of its pieces; no pot may wait for itself
 * in the end.
 */
function ofOrder(
  pots: readonly (readonly Portion[])[],
  others: readonly (readonly Portion[])[],
): GatheringProblem[] {
  const all = [...pots, ...others]
  const waitsFor = all.map((own, i) =>
    all.flatMap((below, j) =>
      i !== j &&
      own.some((upper) =>
        below.some(
          (lower) =>
            lower.lineId === upper.lineId &&
            lower.layerIndex === upper.layerIndex - 1 &&
            meet(lower, upper),
        ),
      )
        ? [j]
        : [],
    ),
  )
  const state = all.map((): 'new' | 'open' | 'done' => 'new')
  const leadsBack = (pot: number): boolean => {
    if (state[pot] === 'open') return true
    if (state[pot] === 'done') return false
    state[pot] = 'open'
    const back = waitsFor[pot]?.some(leadsBack) ?? false
    state[pot] = 'done'
    return back
  }
  const pot = all.findIndex((_, i) => leadsBack(i))
  if (pot < 0) return []
  const own = Math.min(pot, pots.length - 1)
  return [{ ...issue(pathOf(own), 'pot-circle'), pot: own, breaks: true }]
}
