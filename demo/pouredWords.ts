import {
  IN_A_MOULD,
  INSIDE,
  newMix,
  newPass,
  newPour,
  newStep,
  NO_REST,
  type Cup,
  type CupPigment,
  type Dose,
  type Entry,
  type Filler,
  type Front,
  type Keep,
  type Layer,
  type MaterialUse,
  type NamedInclusion,
  type Pouring,
  type Recipe,
  type SetPiece,
  type Share,
  type Start,
  type StepKind,
} from '../core/trade'
import type { Shape } from '../core/size'

/** A pigment by its name, as a recipe of the Yard is written down. */
type Named = [string, Dose]
/** An inclusion with the material that it is of, by its name. */
type NamedThing = Omit<NamedInclusion, 'materialId'> & { of?: string }

/** A recipe of several cups, with its resins, pigments, moulds, materials and people by name. */
export interface PouredRecipe {
  name: string
  note: string
  mould: string | null
  shape: Shape
  others?: SetPiece[]
  footprintCm2: number
  start?: Omit<Start, 'materialId'> & { material?: string }
  front?: Front
  layers: NamedLayer[]
  course: NamedEntry[]
}
type NamedCup = Omit<Cup, 'pigments' | 'fillers'> & {
  pigments: Named[]
  fillers: (Omit<Filler, 'materialId'> & { of?: string })[]
}
type NamedLayer = Omit<Layer, 'id' | 'resinId' | 'cups' | 'inclusions'> & {
  resin: string
  cups: NamedCup[]
  inclusions: NamedThing[]
}
type NamedEntry = Omit<Entry, 'pour' | 'uses' | 'keeps' | 'personId'> & {
  pour: (Omit<Pouring, 'drops'> & { drops: [string, number][] }) | null
  uses: [material: string, amount: number, per: MaterialUse['per']][]
  keeps: [form: string | null, until: string][]
  person: string | null
}
type Work = Partial<
  Omit<Entry, 'pour' | 'uses' | 'keeps' | 'personId'> &
    Pick<NamedEntry, 'uses' | 'keeps' | 'person'>
>

export const layer = (
  own: Pick<NamedLayer, 'key' | 'name' | 'resin' | 'fill' | 'cups'> & Partial<NamedLayer>,
): NamedLayer => ({
  ...INSIDE,
  inclusions: [],
  runOffPct: 0,
  joins: 'either',
  rest: NO_REST,
  ...own,
})
export const cup = (
  key: string,
  name: string,
  part: Share | null,
  more: Partial<NamedCup> = {},
): NamedCup => ({
  key,
  name,
  part,
  over: null,
  isMixingCup: false,
  isOpen: false,
  pigments: [],
  fillers: [],
  from: [],
  stir: 'through',
  rest: null,
  ...more,
})
/** The cup that it was mixed in, with what the others leave. */
export const mixed = (key: string, name: string, ...pigments: Named[]): NamedCup =>
  cup(key, name, { rest: true }, { isMixingCup: true, pigments })
export const load = (name: string, loadPct: number): Named => [name, { loadPct }]

const bare = (
  { personId: _person, ...entry }: Entry,
  { uses = [], keeps = [], person = null, ...more }: Work = {},
): NamedEntry => ({ ...entry, ...more, uses, keeps, person, pour: null })
export const mix = (key: string, of: string, stirMin: number, more: Work = {}): NamedEntry =>
  bare(newMix(key, of, { stirMin, secondCup: false }), more)
export const pour = (
  key: string,
  [of, from]: [string, string],
  pieceMin: number,
  { drops = [], ...how }: Partial<Omit<Pouring, 'drops'>> & { drops?: [string, number][] } = {},
  more: Work = {},
): NamedEntry => {
  const entry = newPour(key, of, { cup: from, ...how }, pieceMin)
  return { ...bare(entry, more), pour: entry.pour && { ...entry.pour, drops } }
}
export const pass = (key: string, of: string, at: number[], more: Work = {}): NamedEntry =>
  bare(newPass(key, of, at), more)
export const step = (kind: StepKind, key: string, more: Work = {}): NamedEntry =>
  bare(newStep(kind, key, more.layer ?? null), more)

export const SLOW = 'Lantern clear, slow'
export const QUICK = 'Lantern clear, quick'
export const WHITE = 'Thistle white-holding'
export const HOT = 'Hearth, heat resisting'
export const THIN = 'Bramble thin coat'

export type IdOf = (
  what: 'resin' | 'pigment' | 'mould' | 'material' | 'person',
  name: string,
) => number

/** A recipe as it is saved, all that it names found. */
export function pouredFields(
  { mould, layers, course, start, ...recipe }: PouredRecipe,
  idOf: IdOf,
): Omit<Recipe, 'id'> {
  const pigmentId = (name: string) => idOf('pigment', name)
  const materialId = (name: string | undefined) =>
    name === undefined ? null : idOf('material', name)
  return {
    ...IN_A_MOULD,
    ...(mould === null && { front: 'upside' as const }),
    others: [],
    ...recipe,
    ...(start && {
      start: { of: start.of, words: start.words, materialId: materialId(start.material) },
    }),
    mouldId: mould === null ? null : idOf('mould', mould),
    layers: layers.map(({ resin, cups, inclusions, ...own }) => ({
      ...own,
      id: 0,
      resinId: idOf('resin', resin),
      inclusions: inclusions.map(({ of, ...one }) => ({
        ...one,
        ...(of !== undefined && { materialId: idOf('material', of) }),
      })),
      cups: cups.map((one) => ({
        ...one,
        fillers: one.fillers.map(({ of, ...filler }) => ({
          ...filler,
          ...(of !== undefined && { materialId: idOf('material', of) }),
        })),
        pigments: one.pigments.map(([name, dose]): CupPigment => ({
          pigmentId: pigmentId(name),
          dose,
        })),
      })),
    })),
    course: course.map(({ uses, keeps, person, ...entry }) => ({
      ...entry,
      personId: person === null ? null : idOf('person', person),
      uses: uses.map(([name, amount, per]) => ({
        materialId: idOf('material', name),
        amount,
        per,
      })),
      keeps: keeps.map(([form, until]): Keep => ({
        what: form === null ? 'flat' : 'form',
        mouldId: form === null ? null : idOf('mould', form),
        until,
      })),
      pour: entry.pour && {
        ...entry.pour,
        drops: entry.pour.drops.map(([name, n]) => ({ pigmentId: pigmentId(name), n })),
      },
    })),
  }
}
