import type { MixResin, MixStep, Part } from '../mix'

/** What a run of one pot has to reach; fixed when the run starts. */
export interface RunTargets {
  /** Which resin it mixes; absent of runs that began before the stores were a ledger, as is `uses`. */
  resinId?: number
  resin: MixResin & { tolerancePct: number }
  /** Both parts in pouring order, with the reading after each and the amount of its own. */
  parts: (MixStep & { ownAmount: number })[]
  needMl: number
  /** The cups that the mix is split into after stirring, with what goes into them. */
  cups: RunCup[]
  /** Its pours, in the order in which they are done. */
  pours: RunPour[]
  stirMin: number
  restMin: number
  pourMin: number
  /** Minutes until the cup is lost, from the end of stirring unless it counts from the contact. */
  workMin: number
  /** How the cup's time changes with the warmth; absent of runs that began before that was kept. */
  warmth?: CupWarmth
  /** Minutes from the end of the pour. */
  heatAfterMin: number[]
  /** What else it takes from the stores. */
  uses?: RunUse[]
  /** What each of them is done with; absent of runs that began before that was kept. */
  heatTools?: HeatTool[]
}

/** What a pot takes from the stores beside its resin. */
export interface RunUse {
  of: 'pigment' | 'material'
  id: number
  amount: number
  unit: string
  /** Once the mix is stirred and split, or when the pieces are laid down. */
  when: 'stirred' | 'laid'
}

/** What drives bubbles out. */
export type HeatTool = 'torch' | 'hot-air' | 'mist'

/** What a cup's working time was worked out with. */
export interface CupWarmth {
  /** Of the bench as the run began, °C. */
  tempC: number
  isMeasured: boolean
  referenceC: number
  activationKJ: number
  /** Then the working time holds from the first contact of the parts. */
  fromContact: boolean
}

/** A pigment for one cup; what is not known stands as null. */
export interface RunDose {
  name: string
  massG: number | null
  teaspoons: number | null
  drops: number | null
  /** As the recipe counts it, where it does so otherwise than by load. */
  counted: { n: number; unit: string } | null
  /** Of a powder: stirred smooth in so much of the cup first, ml. */
  premixMl: number | null
}

/** One of a pot's cups. */
export interface RunCup {
  name: string
  /** Poured into it from the mix, ml. */
  takenMl: number
  /** Null where pigments cannot be weighed. */
  doses: RunDose[] | null
  fillers: { name: string; massG: number | null; roomMl: number }[]
  received: { name: string; ml: number }[]
  tint: string
  /** From the end of stirring until it may be poured, minutes. */
  restMin: number
}

/** One pour of a pot. */
export interface RunPour {
  cup: string
  layer: string
  pieces: number
  /** As a recipe names it. */
  how: string
  where: string
  ml: number
  perPieceMl: number
  drops: { name: string; n: number }[]
  /** Earliest, from the end of stirring, minutes. */
  fromMin: number
  tint: string
}

/**
 * What somebody did at the bench, in the order in which it was done. `at` is in milliseconds since
 * 1970, UTC.
 */
export type RunEvent = { at: number } &
  /** With the bottles it came from, where somebody said so. */
  (
    | { kind: 'weighed'; part: Part; amount: number; lots?: { lotId: number }[] }
    | { kind: 'stirStarted' }
    | { kind: 'stirEnded' }
    | { kind: 'pourStarted' }
    /** One of the pours, by its place in the targets; in whatever order. */
    | { kind: 'cupPoured'; index: number }
    | { kind: 'pourEnded' }
    | { kind: 'heatPass'; index: number }
    | { kind: 'cureStarted'; placeId: number }
    /** A heat pass that is left out, and why. */
    | { kind: 'skipped'; index: number; reason: string }
    /** Given up, why, and what becomes of the mix. */
    | { kind: 'spoiled'; reason?: string; fate?: string }
    /** Somebody else goes on with it. */
    | { kind: 'handedOver'; personId: number }
    /** How warm the bench is. */
    | { kind: 'measured'; tempC: number }
    /** Somebody has seen to what a caution stops for, by its code. */
    | { kind: 'acknowledged'; code: string }
    /** The mix did not reach: so much more was mixed of the same, ml. */
    | { kind: 'ranShort'; ml: number }
    /** What was left went into a small mould. */
    | { kind: 'leftOver'; mouldId: number }
    | { kind: 'undone' }
  )

export type RunStep =
  | {
      kind: 'weigh'
      part: Part
      target: number
      readTo: number
      unit: 'g' | 'ml'
      isTopUp: boolean
    }
  | { kind: 'stir'; minutes: number; startedAt: number | null }
  | { kind: 'rest'; until: number }
  | {
      kind: 'pour'
      startedAt: number | null
      minutes: number
      /** The pours that are still to come, by their places in the targets. */
      left: number[]
    }
  | { kind: 'heat'; index: number; dueAt: number }
  | { kind: 'cure' }
  | { kind: 'done' }
  | { kind: 'spoiled' }

/** Where a run stands: the one thing to do, and the clocks that run. */
export interface RunState {
  step: RunStep
  /** What is in the cup of each part, in the device's unit. */
  inCup: { a: number; b: number }
  /** How much less was mixed than the pot needs, ml; null while that is not known. */
  shortMl: number | null
  ratioErrorPct: number | null
  stirEndedAt: number | null
  /** The pours that are done, by their places in the targets, in the order in which they were. */
  poured: number[]
  /** Codes of the cautions that somebody has seen to. */
  acknowledged: string[]
  /** Mixed once more of the same since the pot ran short, ml. */
  extraMl: number
  pourEndedAt: number | null
  cureStartedAt: number | null
  /** Where its pieces were laid to cure. */
  placeId: number | null
  /** Who goes on with it, where it was handed over; else whoever began. */
  handedTo: number | null
  /** How warm the bench is, °C, and whether that was measured; null where nobody knows. */
  bench: { tempC: number; isMeasured: boolean } | null
  /** When the cup can no longer be poured. */
  workableUntil: number | null
}
