/** What can happen to a piece, as its log names it. */
export const PIECE_EVENT_KINDS = [
  'poured',
  'moved',
  'demoulded',
  'good',
  'rework',
  'lost',
  'note',
  'photo',
  'not yet',
  'is there',
  'taken back',
] as const
export type PieceEventKind = (typeof PIECE_EVENT_KINDS)[number]

export const PIECE_STATES = ['curing', 'demoulded', 'good', 'rework', 'lost'] as const
export type PieceState = (typeof PIECE_STATES)[number]

/** What of an event of a piece its state hangs on. */
export interface LoggedPieceEvent {
  kind: PieceEventKind
  at: Date
  placeId?: number | null
}

export interface FoldedPiece {
  state: PieceState
  /** Where it lies; null for what has left, and where nobody said. */
  placeId: number | null
  /**
   * When it last turned out so that it has to be made again; what was poured of it by then does not
   * count any more. Null for pieces that are well so far.
   */
  failedAt: Date | null
  /** How often it had to be made again. */
  failures: number
}

const STATES: Partial<Record<PieceEventKind, PieceState>> = {
  poured: 'curing',
  demoulded: 'demoulded',
  good: 'good',
  rework: 'rework',
  lost: 'lost',
}
/** Pieces that are sold, or thrown away, lie nowhere any more. */
const LEAVES: readonly PieceState[] = ['good', 'lost']
const FAILS: readonly PieceState[] = ['rework', 'lost']

/**
 * What the log of a piece comes to. A step that was taken back has not happened. What is lost or
 * wants rework is made again from its first layer; rework that turned out good is no failure.
 * @param events in the order in which they happened
 */
export function foldPiece(events: readonly LoggedPieceEvent[]): FoldedPiece {
  const steps: { state: PieceState; at: Date }[] = []
  let laid: number | null = null
  for (const { kind, at, placeId } of events) {
    if (placeId !== undefined && placeId !== null) laid = placeId
    const state = STATES[kind]
    if (kind === 'taken back') steps.pop()
    else if (state) steps.push({ state, at })
  }
  const state = steps.at(-1)?.state ?? 'curing'
  const failed = steps.filter(
    (step, i) => FAILS.includes(step.state) && steps[i + 1]?.state !== 'good',
  )
  return {
    state,
    placeId: LEAVES.includes(state) ? null : laid,
    failedAt: state === 'good' ? null : (failed.at(-1)?.at ?? null),
    failures: failed.length,
  }
}
