import { DateTime } from 'luxon'
import { benchHands } from '../../../core/earnings'
import { guestBill } from '../../../core/guestBill'
import { staysOf } from '../../../core/run'
import { MS_PER_DAY, MS_PER_HOUR } from '../../../core/units'
import type { GuestBillOfMonth } from '../../../shared/types/guests'
import { database } from '../../db/database'
import { listPeople } from '../../db/people'
import { pieceLogs } from '../../db/pieceLogs'
import { listPieces } from '../../db/pieces'
import type { Db } from '../../db/rows'
import * as spent from '../../db/spent'
import { getWorkspace, listPlaces } from '../../db/workshop'
import { benchPlanMin } from '../earned/benchPlanMin'
import { moneyOf } from '../quotes/selling'
import { requireMay } from '../rights'
import { found } from '../transactions'
import type { Who } from '../Who'

/**
 * What a guest took of the house in a month, at its rates: room, the box, what was drawn, and the
 * time of others on their pieces.
 * @param month as `2027-03`, as the workshop's own clock has it
 */
export async function readGuestBill(
  who: Who,
  personId: number,
  month: string,
  now: Date,
): Promise<GuestBillOfMonth> {
  requireMay(who, 'see bills of guests', [personId])
  const db = database()
  const people = await listPeople(db, who.workspaceId)
  const guest = found(
    people.find(({ id, role }) => id === personId && role === 'guest') ?? null,
    'guest',
  )
  const { rules, timeZone } = await getWorkspace(db, who.workspaceId)
  const first = DateTime.fromISO(`${month}-01`, { zone: timeZone })
  const end = first.plus({ months: 1 }).toJSDate()
  const span = { from: first.toJSDate(), until: end < now ? end : now }
  const lineIds = await spent.linesOfOwner(db, who.workspaceId, personId)
  const [lain, drawn, helpMin] = await Promise.all([
    lainOf(db, who.workspaceId, lineIds, span),
    spent.usesOfLines(db, who.workspaceId, lineIds, span),
    helpMinOf(db, who.workspaceId, { lineIds, personId, rules }, span),
  ])
  const { guestAreaRate, guestBoxRate, guestHelpRate } = moneyOf(rules)
  return {
    personId,
    name: guest.name,
    month,
    currency: rules.currency,
    isOver: end <= now,
    ...guestBill(
      { ...lain, drawn, helpMin },
      { guestAreaRate, guestBoxRate, guestHelpRate },
      rules.currency,
    ),
  }
}

/** How long pieces lay on racks, and how long a box was warm with any of them in it. */
async function lainOf(db: Db, workspaceId: number, lineIds: readonly number[], span: spent.Span) {
  const pieces = await listPieces(db, workspaceId, { orderLineIds: lineIds })
  const [logs, places] = await Promise.all([
    pieceLogs(
      db,
      workspaceId,
      pieces.map(({ id }) => id),
    ),
    listPlaces(db, workspaceId),
  ])
  const kindOf = new Map(places.map(({ id, kind }) => [id, kind]))
  const stays = pieces.flatMap(({ id, footprintCm2 }) =>
    staysOf(logs.get(id) ?? [], span.until).flatMap(({ placeId, from, until }) => {
      const [start, end] = [Math.max(+from, +span.from), Math.min(+until, +span.until)]
      return end > start ? [{ placeId, kind: kindOf.get(placeId), footprintCm2, start, end }] : []
    }),
  )
  const boxes = stays.filter(({ kind }) => kind === 'box')
  const boxMs = [...new Set(boxes.map(({ placeId }) => placeId))].reduce(
    (sum, box) => sum + togetherMs(boxes.filter(({ placeId }) => placeId === box)),
    0,
  )
  return {
    lay: stays
      .filter(({ kind }) => kind === 'rack')
      .map(({ footprintCm2, start, end }) => ({
        areaCm2: footprintCm2,
        days: (end - start) / MS_PER_DAY,
      })),
    boxHours: boxMs / MS_PER_HOUR,
  }
}

/** How long at least one of some stays lasted. */
function togetherMs(stays: readonly { start: number; end: number }[]): number {
  let [sum, reached] = [0, -Infinity]
  for (const { start, end } of [...stays].sort((a, b) => a.start - b.start)) {
    sum += Math.max(0, end - Math.max(start, reached))
    reached = Math.max(reached, end)
  }
  return sum
}

/** The time of others at the bench and at other work on a guest's pieces, minutes. */
async function helpMinOf(
  db: Db,
  workspaceId: number,
  {
    lineIds,
    personId,
    rules,
  }: { lineIds: readonly number[]; personId: number; rules: Parameters<typeof benchPlanMin>[1] },
  { from, until }: spent.Span,
): Promise<number> {
  const [told, runs] = await Promise.all([
    spent.minutesOfLines(db, workspaceId, lineIds),
    spent.runsOfLines(db, workspaceId, lineIds),
  ])
  const isThen = (at: number) => at >= +from && at < +until
  const worked = [
    ...told.filter(({ at }) => isThen(+at)),
    ...runs
      .filter(({ startedAt }) => isThen(startedAt))
      .flatMap((run) =>
        benchHands(run, benchPlanMin(run, rules)).map((own) => ({
          ...own,
          minutes: own.minutes * run.share,
        })),
      ),
  ]
  return worked.reduce(
    (sum, { personId: own, minutes }) => (own === personId ? sum : sum + minutes),
    0,
  )
}
