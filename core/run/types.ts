import type { DosedPigment } from '../colour'
import type { MixResin, MixStep, Part } from '../mix'

/** What a run of one pot has to reach; fixed when the run starts. */
export interface RunTargets {
  resin: MixResin & { tolerancePct: number }
  /** Both parts in pouring order, with the reading after each and the amount of its own. */
  parts: (MixStep & { ownAmount: number })[]
  needMl: number
  /**
   * The cups that the mix is split into after stirring, with their pigment; absent where nothing is
   * split or dosed.
   */
  colours?: RunColour[]
  stirMin: number
  restMin: number
  pourMin: number
  /** Minutes from the end of stirring until the cup is lost. */
  workMin: number
  /** Minutes from the end of the pour. */
  heatAfterMin: number[]
}

/** One colour of a pot: what goes into its cups. */
export interface RunColour {
  /** The layers poured from it. */
  name: string
  /** All its cups together, ml. */
  cupMl: number
  cups: number
  pigments: DosedPigment[]
}

/**
 * What somebody did at the bench, in the order in which it was done. `at` is in milliseconds since
 * 1970, UTC.
 */
export type RunEvent = { at: number } & (
  | { kind: 'weighed'; part: Part; amount: number }
  | { kind: 'stirStarted' }
  | { kind: 'stirEnded' }
  | { kind: 'pourStarted' }
  | { kind: 'pourEnded' }
  | { kind: 'heatPass'; index: number }
  | { kind: 'cureStarted'; placeId: number }
  | { kind: 'spoiled'; reason?: string }
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
  | { kind: 'pour'; startedAt: number | null; minutes: number }
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
  pourEndedAt: number | null
  cureStartedAt: number | null
  /** Where its pieces were laid to cure. */
  placeId: number | null
  /** When the cup can no longer be poured. */
  workableUntil: number | null
}
