import { pots as packPots } from '../pots'
import { workableMin } from '../resin'
import { mixMlOf } from '../size'
import { handsMin } from '../recipe'
import { checkGathering, type GatheringShelf } from './checkGathering'
import { colourKeys } from './cupKey'
import { leftOfWork, potOf } from './potOf'
import { mouldsInUse, type Portion, type Resin, type StudioRules } from '../trade'

export interface Gathering<P extends Portion = Portion> {
  pots: P[][]
  /**
   * Whether it is proven that fewer pots cannot be: they would have to hold more than the greatest
   * mix.
   */
  exact: boolean
}

/** Portions are divided into so many parts at most where whole ones take a pot more. */
const MOST_DIVIDED = 16
/**
 * A small cup stays workable longer than a full one, so groupings into smaller cups are tried too;
 * shares of the greatest mix.
 */
const CUP_SHARES = [1, 0.8, 0.65, 0.5, 0.35, 0.2]

/**
 * What a resin is gathered with: its greatest mix and cup life come from it, cups and reserve from
 * the rules.
 */
export interface GatherTerms {
  resin: Resin
  rules: Pick<StudioRules, 'perCupMl' | 'reservePct'>
  /** The warmest that the bench gets, °C. */
  warmC: number
  moulds: GatheringShelf['moulds']
}

/**
 * Gathers layers into the fewest mixes of one resin. Where not all can be poured at once, because a
 * piece has two layers among them or there are too few moulds, they are gathered round by round.
 * Within a round layers of one colour come from one pot as long as they fit one. Portions stay
 * whole where that costs no pot; otherwise their pieces are spread over the pots.
 * @param portions of one resin, in the order in which they are wanted
 * @returns pots with their portions; a single piece that fits no pot has one of its own
 *   (`checkGathering` says so)
 */
export function gatherPots<P extends Portion>(
  portions: readonly P[],
  terms: GatherTerms,
): Gathering<P> {
  const atOnce = gatherRound(portions, terms)
  const shelf = { resins: new Map([[terms.resin.id, terms.resin]]), ...terms }
  const clashes = checkGathering(atOnce.pots, [], shelf).some(
    ({ code }) => code === 'same-piece' || code === 'not-enough-moulds' || code === 'pot-circle',
  )
  return clashes
    ? {
        pots: portionsByRound(portions, terms.moulds).flatMap(
          (round) => gatherRound(round, terms).pots,
        ),
        exact: false,
      }
    : atOnce
}

/**
 * A layer comes in a later round than the layers below it, and than those whose moulds it waits
 * for.
 */
function portionsByRound<P extends Portion>(
  portions: readonly P[],
  moulds: GatherTerms['moulds'],
): P[][] {
  const rounds: P[][] = []
  for (const portion of [...portions].sort((x, y) => x.layerIndex - y.layerIndex)) {
    const below = rounds.findLastIndex((round) =>
      round.some((one) => one.lineId === portion.lineId && one.layerIndex < portion.layerIndex),
    )
    const hasRoom = (round: readonly P[]) => {
      const mould = moulds.get(portion.mouldId ?? 0)
      const held = round.reduce(
        (sum, one) =>
          sum + (one.mouldId === portion.mouldId && one.layerIndex === 0 ? one.pieces : 0),
        0,
      )
      return !mould || portion.layerIndex > 0 || held + portion.pieces <= mouldsInUse(mould)
    }
    const round = rounds.findIndex((one, i) => i > below && hasRoom(one))
    if (round < 0) rounds.push([portion])
    else rounds[round]?.push(portion)
  }
  return rounds
}

function gatherRound<P extends Portion>(
  portions: readonly P[],
  { resin, rules, warmC }: GatherTerms,
): Gathering<P> {
  const fits = (portion: Portion) => {
    const { needMl, busyMin, workMin } = potOf([portion], { resin, rules, warmC })
    return (
      needMl <= resin.maxMixMl &&
      busyMin <= workMin &&
      portion.pieces <= (portion.layer.atOnce ?? Infinity)
    )
  }
  const all = portions.map((portion) => ({ portion, parts: fewestParts(portion, fits) }))
  const apart = all.filter(({ portion }) => portion.layer.atOnce === undefined)
  const hopeless = apart.flatMap(({ parts }) => parts.filter((part) => !fits(part)))
  // What is poured a few at a time is asked for so, and shares no mix.
  const fewAtOnce = all.flatMap(({ portion, parts }) =>
    portion.layer.atOnce === undefined ? [] : parts,
  )
  const [whole, parts] = [
    apart.filter((one) => one.parts.every(fits)).map((one) => one.portion),
    apart.flatMap((one) => one.parts.filter(fits)),
  ]
  const leastPots = Math.ceil(
    parts.reduce((sum, { pouredMl }) => sum + mixMlOf(pouredMl, 0, rules), 0) / resin.maxMixMl,
  )
  const asWhole = pack(parts, resin, rules, warmC)
  const fine =
    asWhole.length > leastPots && parts.length < MOST_DIVIDED
      ? pack(divided(parts), resin, rules, warmC)
      : null
  const best = fine && fine.length < asWhole.length ? fine : asWhole
  return {
    pots: [...inOrder(best, whole), ...[...hopeless, ...fewAtOnce].map((portion) => [portion])],
    exact: best.length <= leastPots,
  }
}

/** Divides a portion into parts of as equal a number of pieces as can be. */
export function splitPortion<P extends Portion>(portion: P, count: number): P[] {
  const { firstPiece, pieces, pouredMl } = portion
  return Array.from({ length: count }, (_, i) => {
    const [from, to] = [Math.floor((i * pieces) / count), Math.floor(((i + 1) * pieces) / count)]
    return {
      ...portion,
      firstPiece: firstPiece + from,
      pieces: to - from,
      pouredMl: (pouredMl * (to - from)) / pieces,
    }
  })
}

function fewestParts<P extends Portion>(portion: P, fits: (portion: Portion) => boolean): P[] {
  for (let count = 1; count < portion.pieces; count++) {
    const parts = splitPortion(portion, count)
    if (parts.every(fits)) return parts
  }
  return splitPortion(portion, portion.pieces)
}

/** Halves the largest part again and again. */
function divided<P extends Portion>(parts: readonly P[]): P[] {
  const list = [...parts]
  while (list.length < MOST_DIVIDED) {
    const largest = list.reduce(
      (best, part, i) =>
        part.pieces > 1 &&
        part.pouredMl > (list[best]?.pieces === 1 ? 0 : (list[best]?.pouredMl ?? 0))
          ? i
          : best,
      0,
    )
    const part = list[largest]
    if (!part || part.pieces < 2) break
    list.splice(largest, 1, ...splitPortion(part, 2))
  }
  return list
}

function pack<P extends Portion>(
  parts: readonly P[],
  resin: Resin,
  rules: GatherTerms['rules'],
  warmC: number,
): P[][] {
  const totalMl = parts.reduce((sum, { pouredMl }) => sum + mixMlOf(pouredMl, 0, rules), 0)
  let best: P[][] | null = null
  for (const share of CUP_SHARES) {
    if (best && best.length <= Math.ceil(totalMl / (resin.maxMixMl * share))) break
    const tried = packInto(parts, resin.maxMixMl * share, resin, rules, warmC)
    if (tried && (best === null || tried.length < best.length)) best = tried
  }
  return best ?? parts.map((part) => [part])
}

function packInto<P extends Portion>(
  parts: readonly P[],
  cupMl: number,
  resin: Resin,
  rules: GatherTerms['rules'],
  warmC: number,
): P[][] | null {
  const own = parts.map((part) => potOf([part], { resin, rules, warmC }))
  const restMin = own.reduce((most, pot) => Math.max(most, pot.restMin), 0)
  const stirMin = own.reduce((most, pot) => Math.max(most, pot.stirMin), 0)
  const workMin = leftOfWork(resin, stirMin, workableMin(resin, cupMl, warmC))
  const colours = sharedColours(parts)
  const lots = own.map(({ needMl, pourMin }, i) => ({
    id: String(i),
    mixMl: needMl,
    pourMin,
    colour: colours[i] ?? '',
  }))
  const together = new Set(
    lots
      .map(({ colour }) => colour)
      .filter((colour) => {
        const alike = lots.filter((lot) => lot.colour === colour)
        const sum = (of: (lot: (typeof lots)[number]) => number) =>
          alike.reduce((total, lot) => total + of(lot), 0)
        return (
          colour !== '' &&
          sum((lot) => lot.mixMl) <= cupMl &&
          restMin + sum((lot) => lot.pourMin) <= workMin
        )
      }),
  )
  const packed = packPots({
    maxMixMl: cupMl,
    workMin,
    restMin,
    layers: lots.map(({ id, mixMl, pourMin, colour }) => ({
      id,
      mixMl,
      pourMin,
      ...(together.has(colour) && { matchGroup: colour }),
    })),
  })
  if (!packed.ok) return null
  const filled = packed.value.pots.map((pot) => pot.layers.flatMap((id) => parts[Number(id)] ?? []))
  // Where one would have to wait past its rest for another they do not come from one mix.
  return filled.flatMap((pot) =>
    pot.length > 1 && potOf(pot, { resin, rules, warmC }).overRested.length > 0
      ? pot.map((part) => [part])
      : [pot],
  )
}

/**
 * Which portions have to come from one mix for their colours: those that share one, and those that
 * share one with these. @returns by portion the first colour of its company; empty for clear ones
 */
function sharedColours(parts: readonly Portion[]): string[] {
  const leads = new Map<string, string>()
  const leadOf = (key: string): string => {
    const next = leads.get(key) ?? key
    return next === key ? key : leadOf(next)
  }
  const keys = parts.map(({ layer }) => colourKeys(layer))
  for (const [first, ...others] of keys)
    if (first !== undefined) for (const other of others) leads.set(leadOf(other), leadOf(first))
  return keys.map(([first]) => (first === undefined ? '' : leadOf(first)))
}

/**
 * Pieces of one layer are alike, whatever order they are for, so they are dealt out anew: each pot
 * gets as many as it was given, in the order of the portions, so that they come to lie in as few
 * parts as can be.
 */
function inOrder<P extends Portion>(
  pots: readonly (readonly Portion[])[],
  whole: readonly P[],
): P[][] {
  const dealt = pots.map((): P[] => [])
  for (const key of new Set(whole.map(alike))) {
    const sources = whole
      .filter((source) => alike(source) === key)
      .map((source) => ({ source, given: 0 }))
    pots.forEach((pot, i) => {
      let pieces = pot
        .filter((part) => alike(part) === key)
        .reduce((sum, part) => sum + part.pieces, 0)
      for (const from of sources) {
        const { source } = from
        const taken = Math.min(pieces, source.pieces - from.given)
        if (taken > 0)
          dealt[i]?.push({
            ...source,
            firstPiece: source.firstPiece + from.given,
            pieces: taken,
            pouredMl: (source.pouredMl * taken) / source.pieces,
          })
        from.given += taken
        pieces -= taken
      }
    })
  }
  return dealt
}

/**
 * Names pieces that take the same of a pot; parts of a portion take their share to the last digits.
 */
const alike = ({ layer, work, layerIndex, pieces, pouredMl }: Portion) =>
  [
    layer.id,
    layerIndex,
    JSON.stringify(layer.cups),
    handsMin(work.pouring, 1),
    (pouredMl / pieces).toFixed(6),
  ].join(' ')
