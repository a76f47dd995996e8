import { RUN_EVENT_KINDS, type RunEvent, type RunTargets } from '../../core/run'
import { TOOLS } from '../../core/trade'
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
  uuid,
  whole,
} from './fields'
import { narrowed, schemaOf } from './typed'

/** A run event as it travels: the key makes sending it twice harmless. */
export type KeyedRunEvent = RunEvent & { key: string }

const runEvent = (at = givenInstantMs()) =>
  narrowed<KeyedRunEvent>()(
    exact({
      key: uuid().required(),
      at: at.required(),
      kind: oneOf(RUN_EVENT_KINDS).required(),
      part: oneOf(['a', 'b'] as const),
      amount: positive(),
      lots: list(exact({ lotId: id().required() }).required()).max(6),
      index: whole().min(0),
      placeId: id(),
      reason: text(400),
      fate: text(400),
      personId: id(),
      tempC: num().min(-40).max(120),
      code: text(40),
      ml: positive().max(100_000),
      mouldId: id(),
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
        if (value?.kind === 'cupPoured' && value.index === undefined)
          return this.createError({
            path: `${this.path}.index`,
            message: 'say which of the pours it was',
          })
        if (value?.kind === 'skipped' && (value.index === undefined || !value.reason?.trim()))
          return this.createError({
            path: `${this.path}.${value.index === undefined ? 'index' : 'reason'}`,
            message: 'say which heat pass is left out, and why',
          })
        if (value?.kind === 'handedOver' && value.personId === undefined)
          return this.createError({
            path: `${this.path}.personId`,
            message: 'say who goes on with it',
          })
        if (value?.kind === 'acknowledged' && !value.code)
          return this.createError({ path: `${this.path}.code`, message: 'say what was seen to' })
        if (value?.kind === 'ranShort' && value.ml === undefined)
          return this.createError({ path: `${this.path}.ml`, message: 'say how much it was' })
        if (value?.kind === 'leftOver' && value.mouldId === undefined)
          return this.createError({ path: `${this.path}.mouldId`, message: 'say into which mould' })
        if (value?.kind === 'measured' && value.tempC === undefined)
          return this.createError({ path: `${this.path}.tempC`, message: 'say how warm it is' })
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

/** What may be unknown. */
const known = () => notNegative().nullable().defined()

/** What a run has to reach, as it is kept with the run. */
export const runTargetsSchema = schemaOf<RunTargets>()(
  exact({
    resinId: id(),
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
    cups: list(
      exact({
        name: told(),
        takenMl: notNegative().required(),
        doses: list(
          exact({
            name: told(),
            massG: known(),
            teaspoons: known(),
            drops: known(),
            counted: exact({ n: notNegative().required(), unit: told() }).nullable().defined(),
            premixMl: known(),
          }).required(),
        )
          .nullable()
          .defined(),
        fillers: list(
          exact({ name: told(), massG: known(), roomMl: notNegative().required() }).required(),
        ).required(),
        received: list(exact({ name: told(), ml: notNegative().required() }).required()).required(),
        tint: told(),
        restMin: notNegative().required(),
      }).required(),
    ).required(),
    pours: list(
      exact({
        cup: told(),
        layer: told(),
        pieces: whole().required(),
        how: told(),
        where: told(),
        ml: notNegative().required(),
        perPieceMl: notNegative().required(),
        drops: list(exact({ name: told(), n: notNegative().required() }).required()).required(),
        fromMin: notNegative().required(),
        tint: told(),
      }).required(),
    ).required(),
    stirMin: notNegative().required(),
    restMin: notNegative().required(),
    pourMin: notNegative().required(),
    workMin: num().required(),
    warmth: exact({
      tempC: num().required(),
      isMeasured: flag().required(),
      referenceC: num().required(),
      activationKJ: notNegative().required(),
      fromContact: flag().required(),
    }).default(undefined),
    heatAfterMin: list(notNegative().required()).required(),
    heatTools: list(oneOf(TOOLS).required()).default(undefined),
    uses: list(
      exact({
        of: oneOf(['pigment', 'material'] as const).required(),
        id: id().required(),
        amount: notNegative().required(),
        unit: told(),
        when: oneOf(['stirred', 'laid'] as const).required(),
      }).required(),
    ).default(undefined),
  }).required(),
)

/** One event as it is kept: its key, kind and moment with what else it says. */
export const storedRunEventSchema = runEvent(whole().min(0))

/** Runs as they were kept before their pots had cups and pours of their own. */
export const runTargetsBefore = ({
  colours = [],
  ...before
}: object & {
  colours?: {
    name: string
    cupMl: number
    pigments: { id: string; massG: number; teaspoons: number | null; drops: number | null }[]
  }[]
}): object => ({
  ...before,
  cups: colours.map(({ name, cupMl, pigments }) => ({
    name,
    takenMl: cupMl,
    doses: pigments.map(({ id: pigment, ...dose }) => ({ name: pigment, ...dose, counted: null })),
    fillers: [],
    received: [],
    tint: '',
    restMin: 0,
  })),
  pours: [],
})

/** Runs as they were kept before powders were wetted in a spoonful first. */
export const runTargetsUnwetted = ({
  cups,
  ...before
}: object & { cups: { doses: object[] | null }[] }): object => ({
  ...before,
  cups: cups.map((cup) => ({
    ...cup,
    doses: cup.doses?.map((dose) => ({ ...dose, premixMl: null })) ?? null,
  })),
})
