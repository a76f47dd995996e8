import type { OddsRequest } from '../../../core/odds'
import { exact, list, named, notNegative, num, whole } from '../fields'
import { schemaOf } from '../typed'
import { planSchema } from './plan'

const id = () => named(200)
const percent = (most: number) => num().min(0).max(most).nullable()
/** Everybody has gone home a day after. */
const LONGEST_STAY_MIN = 1440
const MOST_RUNS = 100_000

const plannedTask = () =>
  exact({
    id: id(),
    startMin: whole().required(),
    endMin: whole().required(),
    maker: id().optional().nullable().defined('is missing'),
    station: id().optional().nullable().defined('is missing'),
    place: id().optional().nullable().defined('is missing'),
  }).required()

const again = () =>
  exact({
    job: id(),
    pct: num().required().min(0).max(100),
    addsMin: notNegative().nullable(),
  }).required()

const chance = () =>
  exact({
    handsPct: percent(200),
    curesPct: percent(200),
    curesQuantile: num().moreThan(0).lessThan(1).nullable(),
    absencePct: percent(50),
    staysOnMin: percent(LONGEST_STAY_MIN),
    foreseenMin: notNegative().nullable(),
    certain: list(id().required()).nullable(),
    again: list(again()).nullable(),
  }).nullable()

export const oddsSchema = schemaOf<OddsRequest>()(
  exact({
    plan: planSchema,
    tasks: list(plannedTask()).required(),
    chance: chance(),
    runs: whole().min(1).max(MOST_RUNS).nullable(),
    seed: whole().nullable(),
  }).required(),
)
