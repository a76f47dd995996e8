/** What can be told of work that hands do, other than mixing and pouring at the bench. */
export const WORK_KINDS = ['begun', 'done', 'skipped', 'put off', 'taken back'] as const
export type WorkKind = (typeof WORK_KINDS)[number]

/** Which work it is, within the course of a recipe. */
export interface Doing {
  /** The key of its entry in the course, or one of `WORK_OF_LAYERS`. */
  what: string
  /** Which of the times at which it is done while the layer cures; null for what is done in its turn. */
  visit: number | null
  /** The key of the layer whose pot it belongs to; null for what belongs to the piece. */
  layer: string | null
}
/** Work that no entry of a course stands for: it comes with a layer. */
export const WORK_OF_LAYERS = { sanding: 'sand', carrying: 'carry' } as const

/** Pieces of an order line, by their numbers. */
export interface DoneTo {
  first: number
  pieces: number
}

/** One thing that was told of some work on some pieces of an order line. */
export interface WorkEvent extends Doing, DoneTo {
  kind: WorkKind
  at: Date
  /** Who did it. */
  personId: number
  /** Of what was put off: not before then. */
  untilAt: Date | null
}

/** How work on one piece stands. */
export type WorkState = Pick<WorkEvent, 'at' | 'personId' | 'untilAt'> & {
  kind: Exclude<WorkKind, 'taken back'>
}

/** The same for the same work, and for no other. */
export const doingKey = ({ what, visit, layer }: Doing): string =>
  `${what}/${visit ?? ''}/${layer ?? ''}`

const OVER: readonly WorkKind[] = ['done', 'skipped']
export const isOver = ({ kind }: Pick<WorkState, 'kind'>): boolean => OVER.includes(kind)

/** The log of an order line's work: by `doingKey`, how each piece stands of which something was told. */
export type FoldedWork = ReadonlyMap<string, ReadonlyMap<number, WorkState>>

/**
 * What the log of an order line's work comes to. Told twice is told once; what was taken back has not
 * been told; nothing begins or is put off once it is over, as a device tells it that was late.
 * @param events in the order in which they were told
 */
export function foldWork(events: readonly WorkEvent[]): FoldedWork {
  const told = new Map<string, Map<number, WorkState[]>>()
  for (const { first, pieces, ...event } of events) {
    const key = doingKey(event)
    const byPiece = told.get(key) ?? new Map<number, WorkState[]>()
    told.set(key, byPiece)
    for (let number = first; number < first + pieces; number++)
      byPiece.set(number, withTold(byPiece.get(number) ?? [], event))
  }
  return new Map(
    [...told].map(([key, byPiece]) => [
      key,
      new Map(
        [...byPiece].flatMap(([number, states]) => {
          const state = states.at(-1)
          return state ? [[number, state] as const] : []
        }),
      ),
    ]),
  )
}

function withTold(
  states: readonly WorkState[],
  { kind, at, personId, untilAt }: Omit<WorkEvent, 'first' | 'pieces'>,
): WorkState[] {
  const last = states.at(-1)
  if (kind === 'taken back') return states.slice(0, -1)
  if (last && (last.kind === kind ? kind !== 'put off' : isOver(last))) return [...states]
  return [...states, { kind, at, personId, untilAt }]
}
