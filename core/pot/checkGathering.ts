import { LIMIT_TOLERANCE } from '../result'
import { colourKey, potOf } from './potOf'
import type { Mould, Portion, Resin, StudioRules } from '../trade'

export type GatheringCode =
  | 'two-resins'
  | 'too-much'
  | 'too-slow'
  | 'same-piece'
  | 'not-enough-moulds'
  | 'circle'
  | 'colour-apart'

export interface GatheringProblem {
  code: GatheringCode
  /** The pot it is about, by its place in the list. */
  pot: number
  message: string
  /** Whether it cannot be done at all; otherwise it is to be minded. */
  breaks: boolean
}

export interface GatheringShelf {
  resins: ReadonlyMap<number, Resin>
  moulds: ReadonlyMap<number, Pick<Mould, 'name' | 'count'>>
  rules: Pick<StudioRules, 'perCupMl' | 'reservePct'>
  warmC: number
}

const amount = (value: number) => value.toFixed(value < 100 ? 1 : 0)

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

function ofPot(
  portions: readonly Portion[],
  pot: number,
  { resins, moulds, rules, warmC }: GatheringShelf,
): GatheringProblem[] {
  const breaks = (code: GatheringCode, message: string): GatheringProblem => ({
    code,
    pot,
    message,
    breaks: true,
  })
  const names = new Set(
    portions.map(({ layer }) => resins.get(layer.resinId)?.name ?? 'an unknown resin'),
  )
  if (names.size > 1)
    return [breaks('two-resins', `${[...names].join(' and ')} do not go into one pot`)]
  const resin = resins.get(portions[0]?.layer.resinId ?? 0)
  const found: GatheringProblem[] = []
  const twice = portions.find((one) =>
    portions.some(
      (other) =>
        other.lineId === one.lineId && other.layerIndex > one.layerIndex && meet(one, other),
    ),
  )
  if (twice)
    found.push(
      breaks(
        'same-piece',
        `${twice.layer.name} must cure before the next layer of the same piece is poured`,
      ),
    )
  for (const [mouldId, pieces] of piecesByMould(portions)) {
    const mould = moulds.get(mouldId)
    if (mould && pieces > mould.count)
      found.push(
        breaks(
          'not-enough-moulds',
          `${pieces} pieces need ${mould.name}, there are ${mould.count}`,
        ),
      )
  }
  if (!resin) return found
  const { needMl, busyMin, workMin } = potOf(portions, resin, rules, warmC)
  if (needMl > resin.maxMixMl + LIMIT_TOLERANCE)
    found.push(
      breaks(
        'too-much',
        `${amount(needMl)} ml is more than the ${amount(resin.maxMixMl)} ml it bears in one cup`,
      ),
    )
  if (busyMin > workMin + LIMIT_TOLERANCE)
    found.push(
      breaks(
        'too-slow',
        `resting and pouring take ${amount(busyMin)} min, the cup stays workable for ${amount(workMin)} min`,
      ),
    )
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

function ofColours(pots: readonly (readonly Portion[])[]): GatheringProblem[] {
  const potsOf = new Map<string, number[]>()
  pots.forEach((portions, pot) => {
    for (const key of new Set(
      portions.map(({ layer }) => `${layer.resinId} ${colourKey(layer.pigments)}`),
    ))
      if (!key.endsWith(' ')) potsOf.set(key, [...(potsOf.get(key) ?? []), pot])
  })
  return [...potsOf]
    .filter(([, list]) => list.length > 1)
    .map(([key, list]): GatheringProblem => {
      const [pot = 0] = list
      const name =
        pots[pot]?.find(({ layer }) => `${layer.resinId} ${colourKey(layer.pigments)}` === key)
          ?.layer.name ?? ''
      return {
        code: 'colour-apart',
        pot,
        message: `the colour of ${name} is mixed ${list.length} times: weigh its pigment, two mixes seldom match by eye`,
        breaks: false,
      }
    })
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
  return pot < 0
    ? []
    : [
        {
          code: 'circle',
          pot: Math.min(pot, pots.length - 1),
          message:
            'this pot waits for another that waits for it: a layer of each lies below one of the other',
          breaks: true,
        },
      ]
}
