import { WORK_KINDS, type Doing, type DoneTo, type WorkKind } from '../../core/run'
import type { TaskWork } from '../../core/tasks'
import { ASKS } from '../../core/trade'
import {
  body,
  exact,
  flag,
  id,
  instant,
  list,
  named,
  num,
  oneOf,
  text,
  uuid,
  whole,
} from './fields'
import { schemaOf } from './typed'

/** Something that hands tell of their work; its key makes sending it twice harmless. */
export interface WorkTold extends Doing, DoneTo {
  key: string
  kind: WorkKind
  lineId: number
  /** When it was so. */
  at: string
  /** Who did it. */
  personId: number
  untilAt: string | null
  /** Minutes of hands; null where nobody looked at the clock. */
  tookMin: number | null
  /** Why it was skipped or put off, or what there is to say of it. */
  reason: string
  /** What was asked of it, in a word; and as a number. */
  answer: string
  amount: number | null
}

const MOST_PIECES = 1000
const doing = {
  what: named(80),
  visit: whole().min(0).max(1000).nullable().defined(),
  layer: text(80).nullable().defined(),
  first: whole().min(1).max(MOST_PIECES).required(),
  pieces: whole().min(1).max(MOST_PIECES).required(),
}

export const workSchema = body({
  events: list(
    exact({
      ...doing,
      key: uuid().required(),
      kind: oneOf(WORK_KINDS).required(),
      lineId: id().required(),
      at: instant().required(),
      personId: id().required(),
      untilAt: instant().nullable().defined(),
      tookMin: num().moreThan(0).max(1440).nullable().defined(),
      reason: text(400).defined('is missing'),
      answer: text(400).defined('is missing'),
      amount: num().nullable().defined(),
    }).required(),
  )
    .required()
    .min(1)
    .max(200),
  /** The pieces are poured whole, whatever the log says. */
  soItIs: flag(),
})

/** Which work a planned task is, as a plan keeps it. */
export const taskWorkSchema = schemaOf<TaskWork>()(
  exact({
    ...doing,
    asks: exact({
      what: oneOf(ASKS).required(),
      question: text(200).defined(),
      unit: text(40).defined(),
    })
      .nullable()
      .defined(),
  }).required(),
)
