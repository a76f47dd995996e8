import { ML_PER_TEASPOON } from '../units'
import type { Result } from '../result'
import {
  split,
  type SplitAnswer,
  type SplitCup,
  type SplitPigment,
  type SplitShare,
  type SplitStep,
} from '../split'
import type {
  Cup,
  Dose,
  Entry,
  Filler,
  Layer,
  LayerWork,
  Pigment,
  Share,
  StudioRules,
} from '../trade'

/** What the split of a mix has to know of pigments: none are dosed where they are unknown. */
export interface Dosing {
  pigments: ReadonlyMap<number, Pigment>
  /** Of the mix, g/ml; null where the resin's densities are unknown: then nothing can be weighed. */
  mixDensity: number | null
}
const UNDOSED: Dosing = { pigments: new Map(), mixDensity: null }

const splitShare = (share: Share): SplitShare => ({ ...share })

/** Grams of one of a maker's measures of a pigment; undefined where nobody has weighed it. */
export function gramsOf(unit: Exclude<Dose, { loadPct: number }>['unit'], pigment: Pigment) {
  const { dropMl, density, bulkDensity, tipG, squirtG, scoopG } = pigment
  switch (unit) {
    case 'g':
      return 1
    case 'drop':
      return dropMl === undefined || density === undefined ? undefined : dropMl * density
    case 'teaspoon':
      return bulkDensity === undefined ? undefined : bulkDensity * ML_PER_TEASPOON
    case 'tip':
      return tipG
    case 'squirt':
      return squirtG
    case 'scoop':
      return scoopG
  }
}

/** A dose as the split takes it; counted measures are drops of their own size. */
function splitPigment(
  pigmentId: number,
  dose: Dose,
  { pigments, mixDensity }: Dosing,
): SplitPigment[] {
  const pigment = pigments.get(pigmentId)
  if (!pigment) return []
  const known = { id: String(pigmentId), ...(pigment.density && { density: pigment.density }) }
  if ('loadPct' in dose)
    return mixDensity === null ? [] : [{ ...known, ...ofDrop(pigment), loadPct: dose.loadPct }]
  const grams = gramsOf(dose.unit, pigment)
  if ('n' in dose)
    return dose.unit === 'drop'
      ? [{ ...known, ...ofDrop(pigment), drops: dose.n }]
      : grams === undefined
        ? [{ ...known, drops: dose.n }]
        : [{ ...known, ...ofDrop(pigment), massG: dose.n * grams }]
  const unitMl =
    dose.unit === 'drop'
      ? pigment.dropMl
      : grams !== undefined && pigment.density !== undefined
        ? grams / pigment.density
        : undefined
  return [{ ...known, ...(unitMl && { dropMl: unitMl }), per30Ml: dose.per30Ml }]
}

const ofDrop = ({ dropMl }: Pigment) => (dropMl === undefined ? {} : { dropMl })

const splitFiller = ({ amount }: Filler, i: number) => ({ id: String(i), ...amount })

/**
 * A layer's cup as the split takes it.
 * @param named how cups are called there
 * @param layer how the layer is called there
 */
export const splitCup = (
  cup: Cup,
  layer: string,
  named: (key: string) => string,
  dosing: Dosing,
): SplitCup => ({
  id: named(cup.key),
  parts: cup.part === null ? [] : [{ ...splitShare(cup.part), layer }],
  over: cup.over,
  isMixingCup: cup.isMixingCup,
  fillers: cup.fillers.map(splitFiller),
  pigments: cup.pigments.flatMap(({ pigmentId, dose }) => splitPigment(pigmentId, dose, dosing)),
  from: cup.from.map(({ cup: giver, share }) => ({ ...splitShare(share), cup: named(giver) })),
})

/** The pours of a layer, in order, as the split takes them. */
export const splitSteps = (
  pouring: readonly Entry[],
  layer: string,
  named: (key: string) => string,
  { pigments }: Dosing,
): SplitStep[] =>
  pouring.flatMap(({ pour }) =>
    pour === null
      ? []
      : [
          {
            pour: named(pour.cup),
            layer,
            ...(pour.share && splitShare(pour.share)),
            drops: pour.drops.map(({ pigmentId, n }) => ({
              id: String(pigmentId),
              n,
              ...ofDrop(pigments.get(pigmentId) ?? NO_DROP),
            })),
          },
        ],
  )

const NO_DROP = {} as Pigment

/**
 * Splits one layer by itself, mixed for so many pieces, into its cups and pours.
 * @param work null while nothing mixes and pours it
 * @param netMl of one piece
 */
export function splitOfLayer(
  layer: Layer,
  work: LayerWork | null,
  {
    netMl,
    pieces,
    rules,
  }: { netMl: number; pieces: number; rules: Pick<StudioRules, 'perCupMl' | 'reservePct'> },
  dosing: Dosing = UNDOSED,
): Result<SplitAnswer> {
  const same = (key: string) => key
  return split({
    mixDensity: dosing.mixDensity,
    filmMl: rules.perCupMl,
    sparePct: rules.reservePct,
    secondCup: work?.mix.mix?.secondCup ?? false,
    layers: [
      {
        id: layer.key,
        isCoat: layer.fill.coat !== undefined,
        runOffPct: layer.runOffPct,
        members: [{ id: 'piece', netMl, pieces }],
      },
    ],
    cups: layer.cups.map((cup) => splitCup(cup, layer.key, same, dosing)),
    steps: splitSteps(work?.pouring ?? [], layer.key, same, dosing),
  })
}

/** Whether cups of two layers are one cup where they come from one mix: nothing of it hangs on a set. */
export const isShareable = (cup: Cup, layer: Layer, pouring: readonly Entry[]): boolean =>
  cup.part !== null &&
  cup.over === null &&
  !cup.isOpen &&
  cup.from.length === 0 &&
  cup.fillers.length === 0 &&
  cup.pigments.every(({ dose }) => !('n' in dose)) &&
  !layer.cups.some(({ from }) => from.some((gift) => gift.cup === cup.key)) &&
  pouring.every(({ pour }) => pour?.cup !== cup.key || pour.drops.length === 0)
