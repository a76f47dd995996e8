import type { CostRequest } from '../../../core/cost'
import {
  exact,
  exactlyOne,
  list,
  money,
  named,
  notNegative,
  oneOf,
  positive,
  text,
  whole,
} from '../fields'
import { schemaOf } from '../typed'

export const costSchema = schemaOf<CostRequest>()(
  exact({
    currency: text(3).required(),
    pieces: whole().required().min(1),
    yieldPct: positive().required().max(100),
    materials: list(
      exact({
        name: named(),
        quantity: notNegative().required(),
        unitCost: money().required(),
      }).required(),
    ).required(),
    labour: list(
      exact({
        name: named(),
        minutes: notNegative().required(),
        ratePerHour: money().required(),
        per: oneOf(['piece', 'batch'] as const).required(),
      }).required(),
    ).required(),
    equipment: list(
      exact({
        name: named(),
        price: money().required(),
        lifeUses: positive().required(),
        uses: notNegative().required(),
      }).required(),
    ).required(),
    overheadPct: notNegative().required(),
    selling: exact({
      packaging: money().required(),
      feePct: notNegative().required(),
      feeFixed: money().required(),
      taxPct: notNegative().required(),
    }),
    ask: exact({ marginPct: notNegative(), price: money() }).test(
      'one',
      'needs either marginPct or price',
      (value) => value === undefined || exactlyOne('marginPct', 'price')(value),
    ),
  }),
)
