import { ValidationError } from 'yup'
import type { Demand, MarketRequest } from '../../../core/market'
import {
  byName,
  exact,
  list,
  listOfOwn,
  money,
  named,
  notNegative,
  num,
  oneOf,
  positive,
  text,
  whole,
} from '../fields'
import { byKind, schemaOf } from '../typed'

const MOST_PIECES = 10_000
/** Chances add up to one within this. */
const WHOLE_SLACK = 1e-9

const DEMANDS = ['pmf', 'poisson', 'negbin'] as const
const demand = () =>
  byKind<Demand>()(
    {
      pmf: exact({
        kind: oneOf(['pmf'] as const).required(),
        p: list(num().min(0).max(1).required())
          .required()
          .min(1)
          .test('whole', 'must add up to 1', (chances) => {
            const sum = (chances ?? []).reduce((all, one) => all + one, 0)
            return Math.abs(sum - 1) <= WHOLE_SLACK
          }),
      }).required(),
      poisson: exact({
        kind: oneOf(['poisson'] as const).required(),
        mean: notNegative().required(),
      }).required(),
      negbin: exact({
        kind: oneOf(['negbin'] as const).required(),
        mean: positive().required(),
        sd: positive()
          .required()
          .test('wide', 'must be more than the root of the mean', function (sd) {
            const { mean } = this.parent as { mean?: unknown }
            return typeof mean !== 'number' || sd === undefined || sd ** 2 > mean
          }),
      }).required(),
    },
    exact({ kind: oneOf(DEMANDS).required() }).required(),
  )

const product = () =>
  exact({
    id: named().required(),
    price: money().required(),
    costPerGood: money().required(),
    leftValue: money()
      .required()
      .test('less', 'must be less than the price', function (value) {
        const { price } = this.parent as { price?: unknown }
        return Number(value) < Number(price)
      }),
    stock: whole().min(0).max(MOST_PIECES),
    least: whole()
      .min(0)
      .test('most', 'must not be more than the most', function (value) {
        const { most } = this.parent as { most?: unknown }
        return typeof most !== 'number' || value === undefined || value <= most
      }),
    most: whole().required().min(0).max(MOST_PIECES),
    demand: demand(),
    uses: byName(notNegative().required()),
  }).required()

export const marketSchema = schemaOf<MarketRequest>()(
  exact({
    currency: text(3).required(),
    products: listOfOwn(product()).required().min(1),
    capacities: byName(notNegative().required()).required(),
  }).test('uses', (value, context) => {
    const products = value?.products ?? []
    const wrong = products.flatMap(({ uses }, i) =>
      Object.keys(uses ?? {})
        .filter((id) => !Object.hasOwn(value?.capacities ?? {}, id))
        .map((id) =>
          context.createError({
            path: `products[${i}].uses.${id}`,
            message: 'is not among the capacities',
          }),
        ),
    )
    return wrong.length === 0 || new ValidationError(wrong)
  }),
)
