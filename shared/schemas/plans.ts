import type { Joint } from '../../core/tasks'
import type { PromiseRow } from '../types/promises'
import type { MovedTask, GatheredMix } from '../types/proposals'
import { exact, flag, id, instant, list, notNegative, num, text, told, whole } from './fields'
import { schemaOf } from './typed'

const odds = () =>
  exact({
    keptPct: notNegative().required(),
    safeAt: instant().required(),
    windowMissedPct: notNegative().required(),
    basis: exact({
      handsPct: notNegative().required(),
      pours: whole().required(),
      yieldPct: notNegative().required(),
      judged: whole().required(),
    }),
  })

/** How the promises fare, as a plan keeps it. */
export const promisesSchema = schemaOf<PromiseRow[]>()(
  list(
    exact({
      // A commission that is only supposed has a number below nothing.
      orderId: whole().required(),
      title: told(),
      promisedAt: instant().required(),
      readyAt: instant().nullable().defined(),
      isMade: flag().required(),
      lateMin: num().required(),
      usesSand: flag().required(),
      usesBox: flag().required(),
      pieces: exact({ inTime: whole().required(), planned: whole().required() })
        .nullable()
        .defined(),
      because: list(told()).required(),
      odds: odds().nullable().defined(),
    }).required(),
  ).required(),
)

/** Layers of order lines that go on what lies under them. */
export const jointsSchema = schemaOf<Joint[]>()(
  list(exact({ lineId: id().required(), layerId: id().required() }).required()).required(),
)
/** Numbers of order lines. */
export const lineIdsSchema = schemaOf<number[]>()(list(whole().required()).required())

export const movedTasksSchema = schemaOf<MovedTask[]>()(
  list(
    exact({
      key: text(200).required(),
      title: told(),
      orderId: whole().required(),
      fromAt: instant().required(),
      toAt: instant().required(),
      fromPersonId: id().nullable().defined(),
      toPersonId: id().nullable().defined(),
    }).required(),
  ).required(),
)

const portion = () =>
  exact({
    lineId: whole().required(),
    layerId: id().required(),
    firstPiece: whole().required(),
    pieces: whole().required(),
  }).required()
export const gatheredMixesSchema = schemaOf<GatheredMix[]>()(
  list(
    exact({
      letters: list(text(8).defined()).required(),
      savesMin: num().required(),
      savesMl: num().required(),
      keep: whole().required(),
      from: list(
        exact({ id: whole().required(), version: whole().required() }).required(),
      ).required(),
      portions: list(portion()).required(),
    }).required(),
  ).required(),
)
