import { handsMin, isShareable, splitCup, splitOfLayer, splitSteps, type Dosing } from '../recipe'
import { split, type SplitAnswer, type SplitRequest, type SplitStep } from '../split'
import type { Cup, Entry, Layer, LayerWork, Portion, StudioRules } from '../trade'
import { colourKey } from './cupKey'

/** Pieces of one layer in a pot, of one or several orders, that are poured alike. */
export interface PotLayer {
  layer: Layer
  work: LayerWork
  portions: Portion[]
  pieces: number
  pouredMl: number
}

/** A cup of a pot, with the layers and their cups that it stands for. */
export interface SharedCup {
  id: string
  of: { layer: number; cup: Cup }[]
  /** Stays where the mix was stirred, with what is over of it. */
  isMixingCup: boolean
}

export interface PotSplit {
  layers: PotLayer[]
  cups: SharedCup[]
  /** The pour of each step of the split, in order. */
  pours: { layer: number; entry: Entry }[]
  answer: SplitAnswer
}

/** Portions of the same layer, poured in the same way, in the order in which they come. */
function layersOfPot(portions: readonly Portion[]): PotLayer[] {
  const byLayer = new Map<string, PotLayer>()
  for (const portion of portions) {
    const { layer, work, pieces, pouredMl } = portion
    const key = JSON.stringify([
      layer.id,
      layer.key,
      layer.name,
      (pouredMl / pieces).toFixed(6),
      layer.cups,
      layer.rest,
      work.pouring.map(({ pour }) => pour),
      handsMin(work.pouring, 1),
    ])
    const known = byLayer.get(key)
    if (known) {
      known.portions.push(portion)
      known.pieces += pieces
      known.pouredMl += pouredMl
    } else byLayer.set(key, { layer, work, portions: [portion], pieces, pouredMl })
  }
  return [...byLayer.values()]
}

/**
 * Splits a pot's mix into the cups of all its layers. Cups of one colour and one rest are one cup
 * with one film, as long as nothing of them hangs on a set of pieces.
 * @throws Error where a layer's cups do not add up: such a recipe is never kept
 */
export function splitOfPot(
  portions: readonly Portion[],
  rules: Pick<StudioRules, 'perCupMl' | 'reservePct'>,
  dosing: Dosing,
  mixedMl: number | null = null,
): PotSplit {
  const layers = layersOfPot(portions)
  const cups = withMixingCup(sharedCups(layers))
  const idOf = (layer: number, key: string) =>
    cups.find(({ of }) => of.some((one) => one.layer === layer && one.cup.key === key))?.id ?? ''
  const request: SplitRequest = {
    mixDensity: dosing.mixDensity,
    filmMl: rules.perCupMl,
    sparePct: rules.reservePct,
    secondCup: layers.some(({ work }) => work.mix.mix?.secondCup),
    mixedMl,
    layers: layers.map(splitLayerOf),
    cups: [],
    steps: [],
  }
  request.cups = cups.map(({ id, of, isMixingCup }) => {
    const own = of.map(({ layer, cup }) =>
      splitCup(cup, String(layer), (key) => idOf(layer, key), dosing),
    )
    return { ...own[0], id, isMixingCup, parts: own.flatMap(({ parts = [] }) => parts) }
  })
  const pours: PotSplit['pours'] = []
  layers.forEach((own, layer) => {
    const entries = own.work.pouring.filter(({ pour }) => pour !== null)
    const steps = splitSteps(entries, String(layer), (key) => idOf(layer, key), dosing)
    const alone = cups.some(({ of }) => of.length > 1 && of.some((one) => one.layer === layer))
      ? aloneMl(own)
      : []
    steps.forEach((step, i) => {
      const entry = entries[i]
      const shared = cups.find(({ id }) => id === step.pour)
      if (!entry || !shared) return
      request.steps?.push(shared.of.length > 1 ? byMl(step, alone[i] ?? 0, shared, layers) : step)
      pours.push({ layer, entry })
    })
  })
  const result = split(request)
  if (!result.ok)
    throw new Error(`a pot cannot be split: ${result.code} ${JSON.stringify(result.issues)}`)
  return { layers, cups, pours, answer: result.value }
}

const splitLayerOf = ({ layer, pieces, pouredMl }: PotLayer, i: number) => ({
  id: String(i),
  isCoat: layer.fill.coat !== undefined,
  runOffPct: layer.runOffPct,
  members: [{ id: 'piece', netMl: pouredMl / (1 + layer.runOffPct / 100) / pieces, pieces }],
})

/**
 * One mix has one mixing cup. Of several layers that would each leave a cup in it the clear one does,
 * so that what is over stays clear; else the first.
 */
function withMixingCup(cups: readonly Omit<SharedCup, 'isMixingCup'>[]): SharedCup[] {
  const staying = cups.filter(({ of }) => of.some(({ cup }) => cup.isMixingCup))
  const isClear = ({ of }: (typeof cups)[number]) => of.every(({ cup }) => isUncoloured(cup))
  const mixing = staying.find(isClear) ?? staying[0]
  return cups.map((cup) => ({ ...cup, isMixingCup: cup === mixing }))
}
const isUncoloured = ({ pigments, from }: Cup) => pigments.length === 0 && from.length === 0

function sharedCups(layers: readonly PotLayer[]): Omit<SharedCup, 'isMixingCup'>[] {
  const cups: Omit<SharedCup, 'isMixingCup'>[] = []
  const byKey = new Map<string, Omit<SharedCup, 'isMixingCup'>>()
  layers.forEach(({ layer, work }, i) => {
    const seen = new Map<string, number>()
    for (const cup of layer.cups) {
      const rest = JSON.stringify([cup.rest, layer.rest])
      const colour = `${colourKey(cup)} ${rest}`
      const nth = seen.get(colour) ?? 0
      seen.set(colour, nth + 1)
      const known = byKey.get(`${colour} ${nth}`)
      const mayShare = isShareable(cup, layer, work.pouring)
      if (known && mayShare) {
        known.of.push({ layer: i, cup })
        continue
      }
      const fresh = { id: `${i} ${cup.key}`, of: [{ layer: i, cup }] }
      cups.push(fresh)
      if (mayShare) byKey.set(`${colour} ${nth}`, fresh)
    }
  })
  return cups
}

/** What each pour of a layer gives where it is mixed by itself, ml. */
function aloneMl({ layer, work, pouredMl, pieces }: PotLayer): number[] {
  const netMl = pouredMl / (1 + layer.runOffPct / 100) / pieces
  const rules = { perCupMl: 0, reservePct: 0 }
  const result = splitOfLayer(layer, work, { netMl, pieces, rules })
  return result.ok ? result.value.pours.map(({ ml }) => ml) : []
}

/** A pour from a cup that several layers share says how much of it is this layer's. */
function byMl(
  step: SplitStep,
  ml: number,
  shared: SharedCup,
  layers: readonly PotLayer[],
): SplitStep {
  const sets = layers[shared.of[0]?.layer ?? 0]?.pieces ?? 1
  const { pct: _pct, rest: _rest, ...bare } = step
  return { ...bare, ml: ml / sets }
}
