import type { LadderRequest, TintRequest } from '../../../core/colour'
import { exact, exactlyOne, list, named, notNegative, positive } from '../fields'
import { schemaOf } from '../typed'

const pigment = () =>
  exact({
    id: named(),
    loadPct: notNegative(),
    massG: notNegative(),
    drops: notNegative(),
    dropMl: positive(),
    density: positive(),
    bulkDensity: positive(),
  })
    .required()
    .test(
      'one',
      'needs exactly one of loadPct, massG and drops',
      exactlyOne('loadPct', 'massG', 'drops'),
    )

export const tintSchema = schemaOf<TintRequest>()(
  exact({
    mixG: positive().required(),
    maxLoadPct: notNegative().required(),
    colours: list(
      exact({
        id: named(),
        sharePct: notNegative().required(),
        pigments: list(pigment()).required(),
      }).required(),
    )
      .required()
      .min(1),
  }),
)

export const ladderSchema = schemaOf<LadderRequest>()(
  exact({
    startMl: positive().required(),
    dropMl: positive().required(),
    steps: list(
      exact({ addDrops: notNegative().required(), pourMl: notNegative().required() }).required(),
    )
      .required()
      .min(1),
  }),
)
