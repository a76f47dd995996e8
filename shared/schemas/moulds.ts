import { SIZED_HOW, type Mould } from '../../core/trade'
import { maybeShapeSchema } from './compute/size'
import { exact, named, oneOf, positive, price, text, version, whole } from './fields'
import { schemaOf } from './typed'

const mouldFields = {
  name: named(),
  count: whole().required().min(0).max(1000),
  price: price(),
  lifeUses: whole().required().min(1).max(100_000),
  shape: maybeShapeSchema,
  sizedHow: oneOf(SIZED_HOW)
    .nullable()
    .defined('is missing')
    .test('how', 'says how it was sized, if it was', function (value) {
      const { shape } = this.parent as Mould
      return (shape === null || shape === undefined) === (value === null || value === undefined)
    }),
  sizedFrom: text(400).defined('is missing'),
  filler: exact({
    leastMm: positive().required(),
    greatestMm: positive()
      .required()
      .test('range', 'must not be less than the least depth', function (value) {
        const { leastMm } = this.parent as { leastMm?: unknown }
        return typeof value !== 'number' || typeof leastMm !== 'number' || value >= leastMm
      }),
  })
    .nullable()
    .defined('is missing'),
  outer: exact({
    widthMm: positive().required(),
    depthMm: positive().required(),
    heightMm: positive().required(),
  })
    .nullable()
    .defined('is missing'),
  outOfUse: whole()
    .required()
    .min(0)
    .test('some', 'cannot be more than there are', function (value) {
      const { count } = this.parent as { count?: unknown }
      return typeof value !== 'number' || typeof count !== 'number' || value <= count
    }),
  outWhy: text(160).defined('is missing'),
  usedBefore: whole().required().min(0).max(10_000_000),
}
export type MouldFields = Omit<Mould, 'id'>
export const newMouldSchema = schemaOf<MouldFields>()(exact(mouldFields))
export const mouldSchema = schemaOf<MouldFields & { version: number }>()(
  exact({ ...mouldFields, version: version() }),
)
