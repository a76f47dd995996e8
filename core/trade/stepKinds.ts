import type { StepKind } from './stepKind'
import { POURING } from './pouring'
import type { Awaited } from './milestones'
import type { Entry, Mixing, Pouring } from './entry'

/** What the usual cautions are shown for. */
export type CautionTopic =
  'liquid' | 'heat' | 'box' | 'cup' | 'sand' | 'waste' | 'solvent' | 'powder' | 'bare'

export interface KindOfStep {
  /** What it is called, and what a new one is named. */
  name: string
  /** Where in the work it usually stands. */
  stands: 'before' | 'curing' | 'after'
  usual: Omit<Entry, 'key' | 'kind' | 'name' | 'layer' | 'mix' | 'pour' | 'pass'>
  /** What follows must usually begin within so long; null for as long as one likes, minutes. */
  holdsMin: number | null
  cautions: readonly CautionTopic[]
}

const HOUR = 60
const DAY = 24 * HOUR

/** What most entries have nothing of. */
export const NOTHING_MORE = {
  after: [],
  within: [],
  at: [],
  lateMin: null,
  dryMin: 0,
  awayMin: 0,
  personId: null,
  dust: false,
  demoulds: false,
  needs: '',
  uses: [],
  keeps: [],
  asks: null,
  isOptional: false,
} as const satisfies Partial<Entry>

type Usual = KindOfStep['usual'] & { holdsMin: number | null }

function kind(
  name: string,
  stands: KindOfStep['stands'],
  pieceMin: number,
  { holdsMin = null, ...more }: Partial<Usual> = {},
  cautions: readonly CautionTopic[] = [],
): KindOfStep {
  return {
    name,
    stands,
    holdsMin,
    cautions,
    usual: {
      ...structuredClone(NOTHING_MORE),
      pieceMin,
      batchMin: 0,
      waitsFor: null,
      skill: null,
      stationKind: null,
      ...more,
    },
  }
}
const before = (
  name: string,
  pieceMin: number,
  more: Partial<Usual> = {},
  cautions: readonly CautionTopic[] = [],
) => kind(name, 'before', pieceMin, { skill: 'finish', stationKind: 'bench', ...more }, cautions)
const curing = (
  name: string,
  pieceMin: number,
  at: number[],
  more: Partial<Usual> = {},
  cautions: readonly CautionTopic[] = [],
) => kind(name, 'curing', pieceMin, { skill: 'pour', at, ...more }, cautions)
const after = (
  name: string,
  pieceMin: number,
  waitsFor: Awaited,
  more: Partial<Usual> = {},
  cautions: readonly CautionTopic[] = [],
) =>
  kind(
    name,
    'after',
    pieceMin,
    { waitsFor, skill: 'finish', stationKind: 'finishing bench', ...more },
    cautions,
  )

/**
 * The kinds of work beside mixing, resting, pouring and heat, with what a new step of each kind
 * begins with: minutes per piece and for the batch, drying times, what it waits for, and its
 * cautions. Ordinary workshop ranges as starting values that a studio changes.
 */
export const KINDS_OF_STEP: Record<StepKind, KindOfStep> = {
  seal: before('Seal or prime', 6, { dryMin: DAY, needs: 'sealer, brush' }, ['solvent']),
  paint: before('Paint guide lines', 10, {
    dryMin: 1.5 * DAY,
    skill: 'paint',
    needs: 'acrylic paint',
  }),
  dam: before('Dam the edge', 8, { needs: 'tape, rubbed down hard' }),
  'wax-back': before('Wax the back against drips', 4, { holdsMin: DAY, needs: 'paste wax' }),
  latex: before('Brush latex on the back', 5, { dryMin: 2 * HOUR, needs: 'brushed latex' }),
  level: before('Raise and level', 2, { batchMin: 6, skill: null, needs: 'level, wedges' }),
  wipe: before(
    'Sand and wipe',
    4,
    { stationKind: 'sander', dust: true, waitsFor: 'sand', needs: 'fine paper, alcohol' },
    ['sand', 'solvent'],
  ),
  warm: before('Warm the resin', 0, {
    batchMin: 3,
    dryMin: 20,
    skill: 'pour',
    needs: 'water bath',
  }),
  'lay-out': before('Lay out everything', 1, { batchMin: 5, skill: null }),
  place: before('Set the inclusions', 5, { skill: null }),
  'test-patch': before('Pour a test patch', 0, { batchMin: 8, skill: 'pour' }, ['liquid']),
  'hand-over': before('Hand over to the next maker', 1, { skill: null, stationKind: null }),
  drips: curing('Wipe drips under the edge', 0.5, [5, 12, 20], { needs: 'gloved finger, stick' }, [
    'liquid',
  ]),
  'tape-off': curing('Take the tape off', 2, [2 * HOUR], { lateMin: HOUR }, ['liquid']),
  witness: curing('Bend the witness sample', 0, [9 * HOUR, 10 * HOUR, 11 * HOUR], {
    batchMin: 2,
    needs: 'a sample poured beside the piece',
  }),
  cover: curing('Cover from dust', 0.5, [30], { skill: null }),
  form: after('Form over the shape', 6, 'bendFrom', {
    needs: 'the shape, straps; it lies on it until full cure',
  }),
  peel: after('Peel the texture film', 2, 'demould'),
  demould: after('Demould', 3, 'demould', { demoulds: true }),
  trim: after('Trim the flash', 3, 'demould', { needs: 'gently warmed, a sharp blade' }),
  sand: after('Sand', 9, 'sand', { stationKind: 'sander', dust: true, needs: 'papers, water' }, [
    'sand',
  ]),
  'brush-powder': after('Brush on powder', 4, 'tackFrom', { needs: 'mica, soft brush' }, [
    'powder',
  ]),
  repaint: after('Repaint the sides', 8, 'sand', { skill: 'paint', dryMin: DAY }),
  'second-coat': after('Coat the back', 6, 'sand', { skill: 'pour', stationKind: 'pour table' }, [
    'liquid',
  ]),
  'top-coat': after(
    'Heat-resistant top coat',
    8,
    'sand',
    { skill: 'pour', stationKind: 'pour table', dryMin: DAY },
    ['liquid', 'heat'],
  ),
  gild: after('Gild the edge', 12, 'sand', { dryMin: 3 * HOUR }),
  hardware: after('Set the hardware', 6, 'sand', { needs: 'pins, inserts' }),
  decal: after('Set the decal', 4, 'sand'),
  felt: after('Felt the foot', 4, 'sand', { needs: 'felt, glue' }),
  oil: after(
    'Oil the wood',
    6,
    'sand',
    { dryMin: 0.5 * DAY, needs: 'hard oil, rags laid out flat to dry' },
    ['bare'],
  ),
  wax: after('Wax the wood', 5, 'sand', { dryMin: 0.5 * DAY, needs: 'wax, cloth' }),
  inspect: after('Look at both faces', 2, 'demould', { skill: null }),
  photograph: after('Photograph', 3, 'full', { skill: 'pack', stationKind: null }),
  pack: after('Pack', 3, 'full', { skill: 'pack', stationKind: null }),
  other: after('Another step', 5, 'sand', { skill: null, stationKind: null }),
}

/** What pouring is usually like: the hands of whoever pours, at the table or the bench. */
const RESIN_WORK = {
  ...NOTHING_MORE,
  waitsFor: null,
  skill: POURING.skill,
} as const satisfies Partial<Entry>

/** What a new entry has that is nothing but work. */
const NOTHING_OF_RESIN = { mix: null, pour: null, pass: null } as const

/**
 * A new entry of a kind of work, as the workshop usually does it.
 * @param layer the key of the layer whose pour its visits are counted from
 */
export const newStep = (of: StepKind, key: string, layer: string | null): Entry => ({
  ...structuredClone(KINDS_OF_STEP[of].usual),
  ...NOTHING_OF_RESIN,
  key,
  kind: of,
  name: KINDS_OF_STEP[of].name,
  layer: KINDS_OF_STEP[of].stands === 'curing' ? layer : null,
})

export const newMix = (key: string, layer: string, mix: Mixing): Entry => ({
  ...structuredClone(RESIN_WORK),
  ...NOTHING_OF_RESIN,
  key,
  kind: 'mix',
  name: '',
  layer,
  mix,
  pieceMin: 0,
  batchMin: 0,
  stationKind: POURING.mixedAt,
})

export const newPour = (
  key: string,
  layer: string,
  pour: Partial<Pouring> & Pick<Pouring, 'cup'>,
  pieceMin: number,
): Entry => ({
  ...structuredClone(RESIN_WORK),
  ...NOTHING_OF_RESIN,
  key,
  kind: 'pour',
  name: '',
  layer,
  pour: { how: 'flood', where: '', mark: null, share: null, drops: [], sinceStirMin: 0, ...pour },
  pieceMin,
  batchMin: 0,
  stationKind: POURING.pouredAt,
})

/** A heat pass over a piece between two pours; a starting value, minutes. */
const PASS_MIN = 1

/** @param at minutes from the end of the last pour to each pass; none for one between the pours */
export const newPass = (key: string, layer: string, at: number[]): Entry => ({
  ...structuredClone(RESIN_WORK),
  ...NOTHING_OF_RESIN,
  key,
  kind: 'pass',
  name: '',
  layer,
  pass: { tool: 'hot-air', setting: 'low' },
  pieceMin: at.length === 0 ? PASS_MIN : 0,
  batchMin: 0,
  at,
  stationKind: null,
})
