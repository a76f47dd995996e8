import type { RunEventKind, RunStepKind } from './runKinds'
export type IssueCode = keyof IssueParams

/**
 * One thing that is wrong with a request: where, what, and with which values. It is put into words
 * where it is shown (`shared/words`).
 */
export type Issue = {
  [C in IssueCode]: {
    /** Path of the field as in `layers[1].fill`; `""` is the whole request. */
    path: string
    code: C
    params: IssueParams[C]
  }
}[IssueCode]

/** One of the limited things of a workshop: so many makers, stations, cm² or copies of a mould. */
export type Demand =
  | { of: 'makers'; ids: string[]; asked: number; there: number }
  | { of: 'station' | 'place' | 'mould'; id: string; asked: number; there: number }

/**
 * Every way in which something can be wrong, by its code, with what a sentence about it needs to
 * know; null where that is nothing. Tasks, makers, stations and moulds stand by their ids.
 */
export interface IssueParams {
  /** What a schema says of a field. */
  field: { sentence: string }
  'unknown-operation': { name: string; known: readonly string[] }

  'not-json': null
  'file-unreadable': { file: string; reason: string }

  'currency-unknown': null
  'prices-hidden': null
  'price-of-manager': null
  'margin-too-great': null
  /** No number of pieces up to the most is as sure as asked. */
  'never-sure': { mostPieces: number; chance: number }
  'least-does-not-fit': { needed: number; there: number }

  'density-missing': { part: 'A' | 'B' }
  'nothing-in-cup': null
  'step-too-fine': { mostSteps: number }

  'stl-not-finite': null
  'stl-neither-form': null
  'stl-malformed': { afterTriangles: number }
  'stl-empty': null
  'samples-out-of-range': { most: number }

  'starts-before-profile': null
  'milestone-unknown': null
  'window-backwards': null

  'outline-crosses': null
  'inclusions-exceed-layer': { inclusionsMl: number; layerMl: number }
  'coat-needs-area': null
  'height-missing': null
  'over-brim': { reachesMm: number; brimMm: number }
  'level-not-rising': { reachesMm: number; belowMm: number }
  /** Something is wrong with another piece of a set, at one of its layers or as a whole. */
  'of-set-piece': { piece: string; layer: string | null; issue: Issue }
  'gets-no-layer': { piece: string }
  'pieces-not-whole': null

  'water-out-of-range': { coldestC: number; warmestC: number }
  'level-not-higher': { belowMm: number }
  'water-not-more': null
  'level-missing': null
  'corners-not-four': null
  'corners-not-round': null
  'beyond-horizon': null

  'fits-no-pot': {
    maxMixMl: number
    workMin: number
    needMl: number
    needMin: number
    /** Whether it is several layers that have to share a mix for their colour. */
    isGroup: boolean
  }

  'path-malformed': { detail: string }
  'number-too-large': null
  'too-many-points': { most: number }
  'corners-too-few': null
  'too-large-at-scale': null

  'cup-holds-less': { holdsMl: number }
  'shares-not-whole': { totalPct: number }
  'never-mixed': { layer: string }
  'mixed-twice': { layer: string }
  'never-poured': { layer: string }
  'poured-unmixed': { layer: string }
  'layer-below-later': { layer: string; below: string }
  'not-of-its-kind': null
  'cup-unknown': null
  'within-nothing': null
  'within-later': null
  'kept-until-earlier': null
  'too-hard-to-bend': { earlier: string }
  'wet-on-nothing': { layer: string }
  'sides-unmeasured': { layer: string }
  'closes-before-it-opens': { mostMin: number; leastMin: number }
  'which-layer': null
  'rest-over': null
  'over-without-part': null
  'second-rest': null
  'second-mixing-cup': null
  'cups-in-circle': null
  'rest-of-shared': null
  'filled-already': null
  'parts-exceed-layer': { tooMuchMl: number; layerMl: number }
  'parts-short-of-layer': { missingMl: number; layerMl: number }
  'fillers-exceed-cup': { fillersMl: number; cupMl: number }
  'mix-too-small': { filmsMl: number }
  'density-needed': null
  'drop-unknown': null
  'pigment-without-resin': null

  'least-above-greatest': null

  'skill-missing': { task: string; skill: string }
  'maker-missing': { task: string }
  'station-missing': { task: string; kind: string }
  'place-missing': { task: string; kind: string }
  'place-too-small': { task: string; kind: string; areaCm2: number }
  'moulds-too-few': { task: string; mould: string; needed: number; there: number }
  'longer-than-plan': { task: string; durationMin: number }
  'longer-than-shift': { task: string; durationMin: number }
  /** Each must come before the next, and the last before the first. */
  'waits-in-circle': { task: string; tasks: string[] }
  'never-meet': { task: string; horizonMin: number }
  'too-much-at-once': { task: string; tasks: string[]; minute: number; demand: Demand }
  /** The waits let the one neither end before the other lies open nor begin after. */
  'dust-in-open': { task: string; open: string }
  'takes-its-part': { task: string; fromMin: number; toMin: number }
  'begins-after': { task: string; after: string; minMin: number; maxMin: number | null }
  'within-one-shift': { task: string; durationMin: number }
  'begins-from': { task: string; minute: number }
  'begins-until': { task: string; minute: number }
  'ends-with-plan': { task: string; horizonMin: number }
  /** So many rounds in the same moulds take longer than the plan looks ahead. */
  'moulds-for-long': {
    task: string
    mould: string
    there: number
    pieces: number
    rounds: number
    heldMin: number
    takesMin: number
    horizonMin: number
  }
  /** By themselves, so many of a line's pieces find time in what the plan looks ahead. */
  'fits-in-part': { fits: number; pieces: number; horizonMin: number }
  'no-time-beside-pins': { task: string }
  'no-plan-found': { task: string; tries: number }
  /** Of a plan that is handed in. */
  'plan-lacks': { tasks: string[] }
  'plan-breaks': {
    task: string
    constraint: 'time' | 'maker' | 'station' | 'place' | 'mould' | 'dust' | 'lag'
  }
  'name-unknown': { name: string }
  'name-twice': { name: string }

  /** Of layers that are to be poured from one mix. */
  'two-resins': { resins: string[] }
  'same-piece': { layer: string }
  'not-enough-moulds': { mould: string; pieces: number; there: number }
  'too-much': { needMl: number; mostMl: number }
  'too-many-at-once': { layer: string; pieces: number; atOnce: number }
  'too-slow': { busyMin: number; workMin: number }
  'rested-too-long': { layer: string; cup: string; fromMin: number; mostMin: number }
  'colour-apart': { colour: string; mixes: number }
  'pot-circle': null
  'pours-nothing': null

  /** What only the workshop's rows can tell. */
  'name-taken': {
    what:
      | 'recipe'
      | 'mould'
      | 'resin'
      | 'room'
      | 'station'
      | 'place'
      | 'pigment'
      | 'material'
      | 'customer'
      | 'holiday'
      | 'sign-in'
      | 'bottle'
  }
  /** What is to be put away, and where work goes on with it. */
  'in-use': { uses: { what: string; name: string }[] }
  'last-manager': null
  'room-unknown': null
  'setup-over': null
  'setup-code': null
  'password-wrong': null
  'not-in-stores': { what: 'resin' | 'pigment' | 'mould' | 'material' | 'person' | 'bottle' }
  /** More is taken from a bottle than it holds, and nobody says why. */
  'below-nothing': { left: number; unit: string }
  /** What is offered costs another sum than when it was looked at. */
  'price-moved': { total: string }
  'quote-past': { validUntil: string }
  'day-passed': null
  'recipe-missing': null
  'resin-missing': null
  'not-its-name': null
  'layer-missing': null
  'keeps-recipe': null
  'owner-unknown': null
  'place-unknown': null
  'not-yet': null
  'work-unknown': null
  'only-so-many-pieces': { pieces: number }
  'not-here-any-more': null
  'say-why': null
  'put-off-until': null
  'answer-asked': { question: string }
  /** Layers that the log of a piece does not know of. */
  'layers-missing': { layers: string[] }
  /** Layers that lie below those of a pot and are not poured, with the orders they are for. */
  'below-missing': { layers: { layer: string; order: string }[] }
  /** What was done at a bench, and what its run asks for. */
  'step-passed': {
    done: RunEventKind
    donePart: 'a' | 'b' | null
    asks: RunStepKind
    asksPart: 'a' | 'b' | null
  }
  'cursor-unknown': null
  'beyond-column': null
  'sign-in-wrong': null
  'code-missing': null
  'code-wrong': null
}
