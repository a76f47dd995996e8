import {
  newMix,
  newPass,
  newPour,
  IN_A_MOULD,
  INSIDE,
  NOTHING_MORE,
  type Cup,
  type Entry,
  type Layer,
} from '../../core/trade'

/** A layer as it was kept before it had cups: one colour in some of them, poured in one go. */
export interface LayerBefore {
  id: number
  name: string
  resinId: number
  fill: Layer['fill']
  inclusions: Layer['inclusions']
  pigments: { pigmentId: number; loadPct: number }[]
  runOffPct: number
  cups: number
  stirMin: number
  restMin: number
  pourMin: number
  heatAfterMin: number[]
  recoat: 'tack' | 'sand' | 'either'
}

/** A step as it was kept before there was one course of work. */
export interface StepBefore {
  kind: Exclude<Entry['kind'], 'mix' | 'pour' | 'pass'>
  name: string
  phase: 'before' | 'curing' | 'after'
  layer: number
  waitsFor: Entry['waitsFor']
  atMin: number[]
  pieceMin: number
  batchMin: number
  dryMin: number
  holdsMin: number | null
  skill: string | null
  stationKind: string | null
  dust: boolean
  demoulds: boolean
  needs: string
}

/**
 * Equal cups of one colour, the last of them the one it was mixed in, so that no volume changes.
 */
function cupsOf({ name, pigments, cups }: LayerBefore): Cup[] {
  const count = Math.max(1, cups)
  return Array.from({ length: count }, (_, i): Cup => ({
    key: `c${i + 1}`,
    name: count === 1 ? name : `${name} ${i + 1}`,
    part: i === count - 1 ? { rest: true } : { pct: 100 / count },
    over: null,
    isMixingCup: i === count - 1,
    isOpen: false,
    pigments: pigments.map(({ pigmentId, loadPct }) => ({ pigmentId, dose: { loadPct } })),
    fillers: [],
    from: [],
    stir: 'through',
    rest: null,
  }))
}

function workOfLayer(layer: LayerBefore, at: number, cups: readonly Cup[]): Entry[] {
  const key = `l${at + 1}`
  return [
    newMix(`m${at + 1}`, key, { stirMin: layer.stirMin, secondCup: false }),
    ...cups.map((cup, i) =>
      newPour(`p${at + 1}-${i + 1}`, key, { cup: cup.key }, layer.pourMin / cups.length),
    ),
    ...(layer.heatAfterMin.length > 0 ? [newPass(`h${at + 1}`, key, layer.heatAfterMin)] : []),
  ]
}

/**
 * Layers and steps as they were kept before, as layers and one course: what stands before a layer,
 * its mix and pours, what is done while it cures, and at last what comes after all. Who was to
 * follow within a time now says so itself; where a mix followed, its first pour.
 */
export function coursed(
  layersBefore: readonly LayerBefore[],
  stepsBefore: readonly StepBefore[],
): { layers: Layer[]; course: Entry[] } {
  const layers = layersBefore.map((before, i): Layer => {
    const { id, name, resinId, fill, inclusions, runOffPct, restMin, recoat } = before
    return {
      id,
      key: `l${i + 1}`,
      name,
      resinId,
      fill,
      inclusions,
      runOffPct,
      joins: recoat,
      ...INSIDE,
      rest: { from: 0, to: 1, leastMin: restMin },
      cups: cupsOf(before),
    }
  })
  const steps = stepsBefore.map((step, i) => ({ step, entry: entryOf(step, i) }))
  const of = (phase: StepBefore['phase'], layer: number | null) =>
    steps
      .filter(({ step }) => step.phase === phase && (layer === null || step.layer === layer))
      .map(({ entry }) => entry)
  const course = [
    ...layersBefore.flatMap((before, i) => [
      ...of('before', i),
      ...workOfLayer(before, i, layers[i]?.cups ?? []),
      ...of('curing', i),
    ]),
    ...of('after', null),
  ]
  for (const { step, entry } of steps) {
    if (step.phase === 'curing' || step.holdsMin === null) continue
    const rest = course.slice(course.indexOf(entry) + 1)
    const next = rest.find(({ kind, at }) => kind !== 'mix' && at.length === 0)
    next?.within.push({ of: entry.key, mostMin: step.holdsMin })
  }
  return { layers, course }
}

type EntryBefore = Omit<Entry, keyof typeof NOTHING_MORE> & Partial<Entry>

/** Entries as they were kept before they could wait for others, keep a place or use materials. */
export const withNothingMore = (course: readonly EntryBefore[]): Entry[] =>
  course.map((entry) => ({ ...structuredClone(NOTHING_MORE), ...entry }))

/** The same of a whole recipe. */
export const withSides = <
  T extends {
    mouldId: number | null
    layers: (Omit<Layer, keyof typeof INSIDE> & Partial<Layer>)[]
    course: EntryBefore[]
  },
>(
  before: T,
) => ({
  ...structuredClone(IN_A_MOULD),
  // What lies in no mould shows what lay open.
  ...(before.mouldId === null && { front: 'upside' as const }),
  ...before,
  layers: before.layers.map((layer) => ({ ...INSIDE, ...layer })),
  course: withNothingMore(before.course),
})

const entryOf = (step: StepBefore, at: number): Entry => ({
  ...structuredClone(NOTHING_MORE),
  key: `s${at}`,
  kind: step.kind,
  name: step.name,
  layer: step.phase === 'curing' ? `l${step.layer + 1}` : null,
  mix: null,
  pour: null,
  pass: null,
  pieceMin: step.pieceMin,
  batchMin: step.batchMin,
  dryMin: step.dryMin,
  waitsFor: step.waitsFor,
  at: step.phase === 'curing' ? step.atMin : [],
  lateMin: step.phase === 'curing' ? step.holdsMin : null,
  skill: step.skill,
  stationKind: step.stationKind,
  dust: step.dust,
  demoulds: step.demoulds,
  needs: step.needs,
})
