import type { PotsRequest } from '../../../core/pots'
import { exact, list, named, notNegative, positive } from '../fields'
import { schemaOf } from '../typed'

export const potsSchema = schemaOf<PotsRequest>()(
  exact({
    maxMixMl: positive().required(),
    workMin: notNegative().required(),
    restMin: notNegative().required(),
    layers: list(
      exact({
        id: named(),
        mixMl: positive().required(),
        pourMin: notNegative().required(),
        matchGroup: named().optional(),
      }).required(),
    )
      .required()
      .min(1),
  }),
)
