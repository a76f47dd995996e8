import { mouldsInUse } from '~~/core/trade'
import type { PlanQuestionView, PlanTaskRow } from '~~/shared/types/plan'
import type { Pot } from '~~/shared/types/pots'
import type { PlaceRow, Workshop } from '~~/shared/types/workshop'
import { makerId, mouldId, placeId } from '~~/core/tasks'

/** By what the plan can be laid out. */
export const LANE_KINDS = ['maker', 'place', 'mould', 'order', 'pot'] as const
export type LaneKind = (typeof LANE_KINDS)[number]
export const LANE_KIND_NAMES: Readonly<Record<LaneKind, string>> = {
  maker: 'makers, places',
  place: 'places',
  mould: 'moulds',
  order: 'orders',
  pot: 'pots',
}

/**
 * A task in a lane, with the span it takes there (a mould is held longer than its pour lasts) and
 * its row.
 */
export interface LaneMark {
  task: PlanTaskRow
  fromMs: number
  toMs: number
  /** When what lies there and has opened closes again; null where it stays open. */
  closesMs: number | null
  row: number
  /** What it is, and of which order. */
  words: string
  of: string
}

export interface Lane {
  key: string
  name: string
  note: string
  /** Whose hands it shows; null for other lanes. */
  personId: number | null
  /** When its hands are there or its box runs, milliseconds since 1970; none for other lanes. */
  shifts: readonly (readonly [number, number])[]
  rows: number
  marks: LaneMark[]
}

export interface LaneSources {
  tasks: readonly PlanTaskRow[]
  workshop: Workshop
  pots: ReadonlyMap<number, Pot>
  orderTitles: ReadonlyMap<number, string>
  question: PlanQuestionView | null
  /** By what lies: when it closes again. */
  closings: ReadonlyMap<string, number>
  shiftsOf: (personId: number) => readonly (readonly [number, number])[]
  /** When a heated box runs; nothing where it does so day and night, or is no box. */
  runsOf: (place: PlaceRow) => readonly (readonly [number, number])[]
}

const spanOf = (task: PlanTaskRow, { closings, orderTitles, pots }: LaneSources) => {
  const order = orderTitles.get(task.orderId) ?? ''
  const pieces = task.attended ? '' : piecesOf(task, pots)
  return {
    task,
    fromMs: Date.parse(task.startAt),
    toMs: Date.parse(task.endAt),
    closesMs: closings.get(task.key) ?? null,
    words: pieces || task.title,
    of: order,
  }
}

/** What lies there: how many of which piece, where a pot knows it. */
function piecesOf({ potId, orderLineId }: PlanTaskRow, pots: LaneSources['pots']): string {
  const own = pots.get(potId ?? 0)?.portions.filter((portion) => portion.lineId === orderLineId)
  const [first] = own ?? []
  const count = (own ?? []).reduce((sum, { pieces }) => sum + pieces, 0)
  return first ? `${count} × ${first.recipeName}` : ''
}

/** The lanes of a plan; those without tasks are left out, but for makers and places. */
export function lanesOf(kind: LaneKind, sources: LaneSources): Lane[] {
  switch (kind) {
    case 'maker':
      return [...makerLanes(sources), ...placeLanes(sources)]
    case 'place':
      return placeLanes(sources)
    case 'mould':
      return mouldLanes(sources)
    case 'order':
      return groupLanes(
        sources,
        (task) => task.orderId,
        (id) => ({ name: sources.orderTitles.get(id) ?? '', note: '' }),
      )
    case 'pot':
      return groupLanes(
        sources,
        (task) => task.potId,
        (id) => ({
          name: `Pot ${sources.pots.get(id)?.letter ?? ''}`,
          note: sources.pots.get(id)?.portions[0]?.recipeName ?? 'poured already',
        }),
      )
  }
}

function makerLanes(sources: LaneSources): Lane[] {
  const { tasks, workshop, shiftsOf } = sources
  return workshop.people
    .filter((person) => !person.hasLeft)
    .map((person) =>
      lane(
        makerId.of(person.id),
        person.name,
        person.skills.join(', '),
        tasks.filter((task) => task.personId === person.id).map((task) => spanOf(task, sources)),
        { personId: person.id, shifts: shiftsOf(person.id) },
      ),
    )
}

function placeLanes(sources: LaneSources): Lane[] {
  const { tasks, workshop, runsOf } = sources
  return workshop.places
    .filter((place) => !place.isArchived)
    .map((place) =>
      lane(
        placeId.of(place.id),
        place.name,
        place.roomName,
        tasks
          .filter((task) => task.placeId === place.id && task.personId === null)
          .map((task) => spanOf(task, sources)),
        { shifts: runsOf(place) },
      ),
    )
}

/** A mould is held from its pour until the task that gives it back has ended. */
function mouldLanes(sources: LaneSources): Lane[] {
  const { tasks, workshop, question } = sources
  const byKey = new Map(tasks.map((task) => [task.key, task]))
  const holds = (question?.request.tasks ?? []).flatMap((asked) => {
    const task = byKey.get(asked.id)
    if (!task || !asked.mould) return []
    const until = byKey.get(asked.mould.untilTask ?? '')
    const span = spanOf(task, sources)
    return [
      {
        mould: asked.mould.id,
        span: { ...span, toMs: Math.max(span.toMs, until ? Date.parse(until.endAt) : 0) },
      },
    ]
  })
  return workshop.moulds.flatMap((mould) => {
    const own = holds.filter((hold) => hold.mould === mouldId.of(mould.id))
    return own.length === 0
      ? []
      : [
          lane(
            mouldId.of(mould.id),
            mould.name,
            `there are ${mouldsInUse(mould)}`,
            own.map((hold) => hold.span),
          ),
        ]
  })
}

function groupLanes(
  sources: LaneSources,
  keyOf: (task: PlanTaskRow) => number | null,
  wordsFor: (id: number) => { name: string; note: string },
): Lane[] {
  const groups = new Map<number, PlanTaskRow[]>()
  for (const task of sources.tasks) {
    const key = keyOf(task)
    if (key !== null) groups.set(key, [...(groups.get(key) ?? []), task])
  }
  return [...groups].map(([id, own]) =>
    lane(
      `g${id}`,
      wordsFor(id).name,
      wordsFor(id).note,
      own.map((task) => spanOf(task, sources)),
    ),
  )
}

function lane(
  key: string,
  name: string,
  note: string,
  spans: Omit<LaneMark, 'row'>[],
  more: Partial<Lane> = {},
): Lane {
  const marks = inRows(spans)
  return {
    key,
    name,
    note,
    personId: null,
    shifts: [],
    ...more,
    marks,
    rows: Math.max(1, ...marks.map((mark) => mark.row + 1)),
  }
}

/**
 * What overlaps lies in rows of its own, first come first row; a closing window needs its row as
 * long as it is open.
 */
function inRows(spans: readonly Omit<LaneMark, 'row'>[]): LaneMark[] {
  const ends: number[] = []
  return [...spans]
    .sort((x, y) => x.fromMs - y.fromMs || x.toMs - y.toMs)
    .map((span) => {
      const free = ends.findIndex((end) => end <= span.fromMs)
      const row = free < 0 ? ends.length : free
      ends[row] = Math.max(span.toMs, span.closesMs ?? 0)
      return { ...span, row }
    })
}
