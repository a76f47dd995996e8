import type { SparesRequest } from '../../../core/spares'
import { exact, exactlyOne, money, num, positive, whole } from '../fields'
import { schemaOf } from '../typed'

const MOST_PIECES = 1000

export const sparesSchema = schemaOf<SparesRequest>()(
  exact({
    wanted: whole().required().min(1).max(MOST_PIECES),
    yield: exact({
      meanPct: num().required().moreThan(0).lessThan(100),
      weight: positive().required(),
    }).required(),
    sureOf: num().moreThan(0).lessThan(1),
    cost: exact({
      perPiece: money().required(),
      shortEach: money().required(),
      spareValue: money().required(),
    }),
    mostPieces: whole()
      .required()
      .max(MOST_PIECES)
      .test('most', 'must not be less than what is wanted', function (value) {
        const { wanted } = this.parent as { wanted?: unknown }
        return typeof wanted !== 'number' || value === undefined || value >= wanted
      }),
  }).test('one', 'needs either sureOf or cost', exactlyOne('sureOf', 'cost')),
)
