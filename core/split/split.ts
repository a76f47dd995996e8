import { answer, invalid, issue, refuse, type Result } from '../result'
import { contentsOf } from './contents'
import { flowOf, type Flow } from './flow'
import { sceneOf, sum, type Scene } from './scene'
import type { SplitAnswer, SplitFiller, SplitRequest } from './types'

/**
 * Splits one mix into cups and pours, for one pot and the layers that share it: what each cup takes
 * from the mix, what is stirred into it, what every pour gives, and what is left.
 * A layer takes what stays on its pieces and what runs off them; parts of it go to cups, `pct` and
 * `ml` first, then the rest. Every cup that holds something keeps a film, and so do the mixing cup
 * and a second one; the spare comes on top of all. Where less was really mixed the spare goes
 * first, then every cup falls short alike; where more, the cups of a coat follow and a cavity's do
 * not.
 * Source: conservation of volume, pigment counted on top; the trade's way of stating loads and
 * drops.
 * @param request amounts per set where a set is meant, in ml, g or drops
 * @returns layers, cups and pours, each in the order given, ml
 * @throws nothing; refuses parts that do not add up to their layer, fillers that do not fit their
 *   cup, pours from an empty one, a mix smaller than its films, and names that are not there
 */
export function split(request: SplitRequest): Result<SplitAnswer> {
  const read = sceneOf(request)
  if (!read.ok) return read
  const scene = read.value
  const { layers, cups } = scene
  const { filmMl = 0, sparePct = 0, mixDensity = null } = request
  if (
    mixDensity === null &&
    cups.some(({ source }) => source.pigments?.some(({ loadPct }) => loadPct !== undefined))
  )
    return refuse('density-required', issue('mixDensity', 'density-needed'))

  const planned = partsOf(scene)
  if (!planned.ok) return planned
  const plannedOwn = planned.value.map((parts) => sum(parts, (ml) => ml))
  const rooms = cups.map(({ source, sets }) =>
    (source.fillers ?? []).map((filler) => roomOf(filler) * sets),
  )
  const plannedRoom = rooms.map((list) => sum(list, (ml) => ml))
  const overfull = plannedRoom.findIndex((ml, i) => ml > (plannedOwn[i] ?? 0) + scene.toleranceMl)
  if (overfull >= 0)
    return refuse(
      'fillers-exceed-cup',
      issue(`cups[${overfull}].fillers`, 'fillers-exceed-cup', {
        fillersMl: plannedRoom[overfull] ?? 0,
        cupMl: plannedOwn[overfull] ?? 0,
      }),
    )
  const plannedFlow = flowOf(scene, { ownMl: plannedOwn, plannedMl: null })
  if (!plannedFlow.ok) return plannedFlow
  const plannedFull = plannedFlow.value.fullMl

  const hasFilm = plannedFull.map((ml) => ml > 0)
  const looseFilms =
    (cups.some(({ source }, i) => source.isMixingCup && hasFilm[i]) ? 0 : filmMl) +
    (request.secondCup ? filmMl : 0)
  const filmsMl = filmMl * hasFilm.filter(Boolean).length + looseFilms
  const resinMl = sum(plannedOwn, (ml) => ml) - sum(plannedRoom, (ml) => ml)
  const needMl = resinMl + filmsMl
  const mixMl = needMl * (1 + sparePct / 100)
  const mixedMl = request.mixedMl ?? mixMl
  const isLess = mixedMl < needMl
  if (isLess && mixedMl <= filmsMl)
    return refuse('mix-too-small', issue('mixedMl', 'mix-too-small', { filmsMl }))
  const grows =
    resinMl === 0
      ? 1
      : isLess
        ? (mixedMl - filmsMl) / resinMl
        : mixedMl > mixMl
          ? (mixedMl / (1 + sparePct / 100) - filmsMl) / resinMl
          : 1

  const partsNow = planned.value.map((parts, i) =>
    parts.map((ml, j) => {
      const layer = layers[cups[i]?.parts[j]?.layer ?? -1]
      return ml * (layer?.source.isCoat ? grows : Math.min(1, grows))
    }),
  )
  const own = partsNow.map((parts) => sum(parts, (ml) => ml))
  const ratios = own.map((ml, i) => ((plannedOwn[i] ?? 0) > 0 ? ml / (plannedOwn[i] ?? 1) : 1))
  const room = plannedRoom.map((ml, i) => ml * (ratios[i] ?? 1))
  const flowed = grows === 1 ? plannedFlow : flowOf(scene, { ownMl: own, plannedMl: plannedFull })
  if (!flowed.ok) return flowed
  const flow = flowed.value
  const carried = carriedOf(scene, flow, own, filmMl)
  const taken = own.map((ml, i) => (ml > 0 ? ml - (room[i] ?? 0) + (carried[i] ?? 0) : 0))
  const allTaken = sum(taken, (ml) => ml)
  const near0 = (ml: number) => (Math.abs(ml) <= scene.toleranceMl ? 0 : ml)
  const surplusMl = near0(mixedMl - allTaken - looseFilms)
  const spareMl = mixMl - needMl
  const { doses, received, leftMl, pours } = contentsOf(scene, request, flow, {
    ownMl: own,
    plannedOwnMl: plannedOwn,
    plannedFullMl: plannedFull,
    roomMl: room,
    carriedMl: carried,
    takenMl: taken,
    surplusMl,
    spareMl,
  })
  const takenByLayer = layers.map((_, layer) =>
    sumAt(partsNow, (parts, i) => {
      const j = cups[i]?.parts.findIndex((part) => part.layer === layer) ?? -1
      return j < 0 || !own[i] ? 0 : ((taken[i] ?? 0) * (parts[j] ?? 0)) / (own[i] ?? 1)
    }),
  )
  const grams = (ml: number) => (mixDensity === null ? null : ml * mixDensity)
  const result: SplitAnswer = {
    layers: layers.map(({ source, sets, staysMl, pouredMl }, i) => ({
      id: source.id,
      sets,
      staysMl,
      pouredMl,
      getsMl: sum(pours, (pour) => (pour.layer === source.id ? pour.ml : 0)),
      takenMl:
        (takenByLayer[i] ?? 0) +
        (allTaken > 0 ? (looseFilms * (takenByLayer[i] ?? 0)) / allTaken : 0),
    })),
    cups: cups.map(({ source, sets }, i) => ({
      id: source.id,
      partMl: own[i] ?? 0,
      finishedMl: flow.fullMl[i] ?? 0,
      takenMl: taken[i] ?? 0,
      takenG: grams(taken[i] ?? 0),
      filmMl: hasFilm[i] ? filmMl : 0,
      fillers: (source.fillers ?? []).map((filler, j) => ({
        id: filler.id,
        massG: massOf(filler, sets * (ratios[i] ?? 1)),
        roomMl: (rooms[i]?.[j] ?? 0) * (ratios[i] ?? 1),
      })),
      pigments: doses[i] ?? [],
      received: received[i] ?? [],
      leftMl: near0(leftMl[i] ?? 0),
      shortMl: Math.max(0, near0((plannedFull[i] ?? 0) - (flow.fullMl[i] ?? 0))),
    })),
    pours,
    pouredMl: sum(layers, ({ pouredMl }) => pouredMl),
    overMl: sumAt(plannedOwn, (ml, i) => (cups[i]?.source.over ? ml : 0)),
    roomMl: sum(plannedRoom, (ml) => ml),
    filmsMl,
    spareMl,
    mixMl,
    mixG: grams(mixMl),
    mixedMl,
    surplusMl,
    shortMl: Math.max(0, near0(needMl - mixedMl)),
  }
  return isFiniteThroughout(result) ? answer(result) : invalid('', 'number-too-large')
}

const sumAt = <T>(list: readonly T[], of: (item: T, index: number) => number): number =>
  list.reduce((total, item, i) => total + of(item, i), 0)

/** Per cup its parts of the layers, ml; each layer's parts add up to what it takes. */
function partsOf({ layers, cups, toleranceMl }: Scene): Result<number[][]> {
  const stated = cups.map(({ source, parts }) =>
    parts.map(({ layer, share }) => {
      const own = layers[layer]
      if (!own || share.rest) return 0
      return share.pct !== undefined
        ? (own.pouredMl * share.pct) / 100
        : (share.ml ?? 0) * (source.over === 'batch' ? 1 : own.sets)
    }),
  )
  for (const [layer, { pouredMl }] of layers.entries()) {
    let restAt: [number, number] | null = null
    let leftMl = pouredMl
    cups.forEach(({ source, parts }, i) =>
      parts.forEach((part, j) => {
        if (part.layer !== layer || source.over) return
        if (part.share.rest) restAt = [i, j]
        leftMl -= stated[i]?.[j] ?? 0
      }),
    )
    if (leftMl < -toleranceMl)
      return refuse(
        'parts-exceed-layer',
        issue(`layers[${layer}]`, 'parts-exceed-layer', { tooMuchMl: -leftMl, layerMl: pouredMl }),
      )
    if (restAt === null) {
      if (leftMl > toleranceMl)
        return refuse(
          'parts-short-of-layer',
          issue(`layers[${layer}]`, 'parts-short-of-layer', {
            missingMl: leftMl,
            layerMl: pouredMl,
          }),
        )
      continue
    }
    const [cup, part] = restAt as [number, number]
    const row = stated[cup]
    if (row) row[part] = leftMl <= toleranceMl ? 0 : leftMl
  }
  return answer(stated)
}

/** What a filler displaces per set, ml. */
const roomOf = ({ massG, ml = 0, density, bulkDensity }: SplitFiller): number =>
  massG !== undefined
    ? massG / (density ?? 1)
    : density !== undefined && bulkDensity !== undefined
      ? (ml * bulkDensity) / density
      : ml

function massOf({ massG, ml, bulkDensity }: SplitFiller, times: number): number | null {
  if (massG !== undefined) return massG * times
  return ml !== undefined && bulkDensity !== undefined ? ml * bulkDensity * times : null
}

/**
 * The film that each cup carries: its own, and of those that it fills which take nothing from the
 * mix; ml.
 */
function carriedOf(
  { cups }: Scene,
  { fullMl, moves }: Flow,
  own: readonly number[],
  filmMl: number,
): number[] {
  const known = new Map<number, number>()
  const carried = (cup: number): number => {
    const before = known.get(cup)
    if (before !== undefined) return before
    const more = sum(moves, (move) =>
      move.kind === 'gift' && move.from === cup && own[move.to] === 0 && (fullMl[move.to] ?? 0) > 0
        ? (move.ml * carried(move.to)) / (fullMl[move.to] ?? 1)
        : 0,
    )
    const all = ((fullMl[cup] ?? 0) > 0 ? filmMl : 0) + more
    known.set(cup, all)
    return all
  }
  return cups.map((_, i) => carried(i))
}

const isFiniteThroughout = (value: unknown): boolean =>
  typeof value === 'number'
    ? Number.isFinite(value)
    : typeof value !== 'object' || value === null || Object.values(value).every(isFiniteThroughout)
