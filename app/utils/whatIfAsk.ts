import { DateTime } from 'luxon'
import { MINUTES_PER_HOUR } from '~~/core/units'
import type { PlanTerms } from '~~/shared/schemas/planTerms'
import type { PlanAsk, Supposition } from '~~/shared/schemas/proposals'

export const WHAT_IFS = [
  { value: 'away', label: 'somebody is away' },
  { value: 'extra', label: 'somebody stays longer' },
  { value: 'boxOn', label: 'the heated box runs longer' },
  { value: 'boxOff', label: 'the heated box is not to be had' },
  { value: 'delivery', label: 'a resin comes later' },
  { value: 'failed', label: 'pieces fail' },
  { value: 'mould', label: 'there is one more of a mould' },
  { value: 'order', label: 'something new is asked for' },
] as const
export type WhatIfKind = (typeof WHAT_IFS)[number]['value']

/** What the fields say; days as yyyy-MM-dd and times as minutes from midnight, by the workshop's clock. */
export interface WhatIfDraft {
  personId: number
  mouldId: number
  lineId: number
  resinId: number
  recipeId: number
  from: string
  to: string
  fromMin: number
  toMin: number
  pieces: number
  /** The day it is wanted for; empty for as room is left. */
  promised: string
}
interface WhatIfOptions {
  kind: WhatIfKind
  draft: WhatIfDraft
  /** What the plan keeps to already. */
  terms: PlanTerms
  timeZone: string
}
const PROMISED_AT_MIN = 17 * 60

/** What is asked of the planner when something is supposed. */
export function whatIfAsk({ kind, draft, terms, timeZone }: WhatIfOptions): PlanAsk {
  const keep = (changes: Partial<PlanTerms>): PlanAsk => ({
    kind: 'keep',
    suppose: [],
    terms: { ...terms, ...changes },
  })
  const improve = (changes: Partial<PlanTerms>): PlanAsk => ({ ...keep(changes), kind: 'improve' })
  const suppose = (one: Supposition, how: PlanAsk['kind'] = 'keep'): PlanAsk => ({
    kind: how,
    terms,
    suppose: [one],
  })
  const at = (day: string, minute: number) => instant(day, minute, timeZone)
  const { personId, resinId, from, to, fromMin, toMin, pieces } = draft
  const wholeDays = { fromAt: at(from, 0), toAt: at(dayAfter(to), 0) }
  // A box runs into the night: an hour before it was lit is one of the next day.
  const boxDay = toMin > fromMin ? from : dayAfter(from)

  switch (kind) {
    case 'away':
      return keep({ away: [...terms.away, { personId, ...wholeDays }] })
    case 'extra': {
      const stays = { personId, fromAt: at(from, fromMin), toAt: at(from, toMin) }
      return improve({ extra: [...terms.extra, stays] })
    }
    case 'boxOn': {
      const runs = { fromAt: at(from, fromMin), toAt: at(boxDay, toMin) }
      return improve({ boxOn: [...terms.boxOn, runs] })
    }
    case 'boxOff':
      return keep({ boxOff: [...terms.boxOff, wholeDays] })
    case 'delivery': {
      const others = terms.deliveries.filter((one) => one.resinId !== resinId)
      return keep({ deliveries: [...others, { resinId, at: at(from, fromMin) }] })
    }
    case 'failed':
      return suppose({ kind: 'failed', lineId: draft.lineId, pieces })
    case 'mould':
      return suppose({ kind: 'mould', mouldId: draft.mouldId, copies: pieces }, 'improve')
    case 'order':
      return suppose({
        kind: 'order',
        recipeId: draft.recipeId,
        quantity: pieces,
        promisedAt: draft.promised === '' ? null : at(draft.promised, PROMISED_AT_MIN),
      })
  }
}

const instant = (day: string, minute: number, zone: string) =>
  DateTime.fromISO(day, { zone })
    .set({ hour: Math.floor(minute / MINUTES_PER_HOUR), minute: minute % MINUTES_PER_HOUR })
    .toUTC()
    .toISO() ?? ''
const dayAfter = (day: string) => DateTime.fromISO(day).plus({ days: 1 }).toFormat('yyyy-MM-dd')
