/** What can happen to a piece, as its log names it. */
export const PIECE_EVENT_KINDS = [
  'poured',
  'moved',
  'demoulded',
  'good',
  'second',
  'rework',
  'lost',
  'seen',
  'mark off',
  'front',
  'note',
  'photo',
  'not yet',
  'is there',
  'taken back',
] as const
export type PieceEventKind = (typeof PIECE_EVENT_KINDS)[number]

export const PIECE_STATES = ['curing', 'demoulded', 'good', 'second', 'rework', 'lost'] as const
export type PieceState = (typeof PIECE_STATES)[number]

/** What of an event of a piece its state hangs on. */
export interface LoggedPieceEvent {
  kind: PieceEventKind
  at: Date
  placeId?: number | null
  /** Which piece of a set a verdict is about; empty or absent for all of it. */
  part?: string
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
  /** How often it turned out wrong. */
  failures: number
  /** How each piece of a set that was looked at by itself turned out. */
  parts: ReadonlyMap<string, PieceState>
}

const STATES: Partial<Record<PieceEventKind, PieceState>> = {
  poured: 'curing',
  demoulded: 'demoulded',
  good: 'good',
  second: 'second',
  rework: 'rework',
  lost: 'lost',
}
/** Pieces that are sold, or thrown away, lie nowhere any more. */
const LEAVES: readonly PieceState[] = ['good', 'second', 'lost']
/** Pieces that nobody works on any more, since they came out; second quality is sold for less. */
export const CAME_OUT: readonly PieceState[] = ['good', 'second']
const FAILS: readonly PieceState[] = ['rework', 'lost']

interface Step {
  state: PieceState
  at: Date
  part: string
}

/**
 * What the log of a piece comes to. A step that was taken back has not happened, nor what was said
 * in one act with it. What is lost is made again from its first layer; what wants rework keeps what
 * was poured of it, and is no failure once it turned out well.
 * @param events in the order in which they happened
 */
export function foldPiece(events: readonly LoggedPieceEvent[]): FoldedPiece {
  const all: Step[] = []
  let laid: number | null = null
  for (const { kind, at, placeId, part = '' } of events) {
    if (placeId !== undefined && placeId !== null) laid = placeId
    const state = STATES[kind]
    if (kind === 'taken back') takeBack(all)
    else if (state) all.push({ state, at, part })
  }
  const steps = all.filter(({ part }) => part === '')
  const state = steps.at(-1)?.state ?? 'curing'
  const failed = steps.filter((step, i) => {
    const next = steps[i + 1]?.state
    return FAILS.includes(step.state) && !(next && CAME_OUT.includes(next))
  })
  const lost = failed.findLast((step) => step.state === 'lost')
  return {
    state,
    placeId: LEAVES.includes(state) ? null : laid,
    failedAt: CAME_OUT.includes(state) ? null : (lost?.at ?? null),
    failures: failed.length,
    parts: partsOf(all),
  }
}

function takeBack(steps: Step[]): void {
  const last = steps.pop()
  const before = steps.at(-1)
  if (
    last?.part === '' &&
    before &&
    before.part !== '' &&
    before.at.getTime() === last.at.getTime()
  )
    steps.pop()
}

/** The last word on each piece of a set since the set was poured. */
function partsOf(steps: readonly Step[]): ReadonlyMap<string, PieceState> {
  const poured = steps.findLastIndex(({ state }) => state === 'curing')
  return new Map(
    steps
      .slice(poured + 1)
      .filter(({ part }) => part !== '')
      .map(({ part, state }) => [part, state]),
  )
}
