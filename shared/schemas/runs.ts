import { RUN_EVENT_KINDS, type RunEvent, type RunTargets } from '../../core/run'
import { mixResinFields } from './compute/mix'
import { measureChoiceSchema } from './people'
import {
  body,
  exact,
  flag,
  id,
  givenInstantMs,
  list,
  notNegative,
  num,
  oneOf,
  positive,
  text,
  told,
  whole,
} from './fields'
import { narrowed, schemaOf } from './typed'

/** A run event as it travels: the key makes sending it twice harmless. */
export type KeyedRunEvent = RunEvent & { key: string }

const uuid = () =>
  text(36).matches(
    /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/,
    'must be a UUID',
  )
const runEvent = (at = givenInstantMs()) =>
  narrowed<KeyedRunEvent>()(
    exact({
      key: uuid().required(),
      at: at.required(),
      kind: oneOf(RUN_EVENT_KINDS).required(),
      part: oneOf(['a', 'b'] as const),
      amount: positive(),
      index: whole().min(0),
      placeId: id(),
      reason: text(400),
    })
      .required()
      .test('fields', function (value) {
        if (value?.kind === 'weighed' && (value.part === undefined || value.amount === undefined))
          return this.createError({
            path: `${this.path}.amount`,
            message: 'a weighing needs its part and amount',
          })
        if (value?.kind === 'heatPass' && value.index === undefined)
          return this.createError({
            path: `${this.path}.index`,
            message: 'a heat pass needs its index',
          })
        if (value?.kind === 'cureStarted' && value.placeId === undefined)
          return this.createError({
            path: `${this.path}.placeId`,
            message: 'say where the pieces lie',
          })
        return true
      }),
  )
export const runEventsSchema = body({
  events: list(runEvent()).required().min(1).max(200),
})
export const startRunSchema = body({
  potId: id().required(),
  measure: measureChoiceSchema,
  /** The layers below are poured, whatever the log says. */
  soItIs: flag(),
})

/** What a run has to reach, as it is kept with the run. */
export const runTargetsSchema = schemaOf<RunTargets>()(
  exact({
    resin: exact({ ...mixResinFields(), tolerancePct: notNegative().required() }).required(),
    parts: list(
      exact({
        part: oneOf(['a', 'b'] as const).required(),
        readTo: notNegative().required(),
        unit: oneOf(['ml', 'g'] as const).required(),
        ownAmount: notNegative().required(),
      }).required(),
    ).required(),
    needMl: notNegative().required(),
    colours: list(
      exact({
        name: told(),
        cupMl: notNegative().required(),
        cups: whole().required().min(0),
        pigments: list(
          exact({
            id: text(200).defined(),
            massG: notNegative().required(),
            teaspoons: notNegative().nullable().defined(),
            drops: notNegative().nullable().defined(),
          }).required(),
        ).required(),
      }).required(),
    ),
    stirMin: notNegative().required(),
    restMin: notNegative().required(),
    pourMin: notNegative().required(),
    workMin: num().required(),
    heatAfterMin: list(notNegative().required()).required(),
  }).required(),
)

/** One event as it is kept: its key, kind and moment with what else it says. */
export const storedRunEventSchema = runEvent(whole().min(0))
