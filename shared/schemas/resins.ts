import {
  COUNTS_FROM,
  MILESTONES,
  ORIGINS,
  RESIN_FIGURES,
  SOFT_MILESTONES,
  type Kit,
  type Resin,
} from '../../core/trade'
import { temperature } from './compute/cure'
import {
  exact,
  list,
  price,
  named,
  notNegative,
  num,
  oneOf,
  positive,
  text,
  version,
  whole,
} from './fields'
import { each, schemaOf } from './typed'

const milestones = () =>
  exact({
    ...each(MILESTONES, () => notNegative().required()),
    ...each(SOFT_MILESTONES, () => positive()),
  })
    .required()
    .test('order', function (value) {
      if (!value) return true
      const minutes = value as Record<string, number>
      const wrong = MILESTONES.findIndex(
        (name, i) =>
          i > 0 &&
          (minutes[name] ?? 0) < (minutes[MILESTONES[i - 1] as string] ?? 0) &&
          name !== 'demould',
      )
      if ((minutes.bendTo ?? Infinity) <= (minutes.bendFrom ?? 0))
        return this.createError({
          path: `${this.path}.bendTo`,
          message: 'closes before it opens',
        })
      return (
        wrong < 0 ||
        this.createError({
          path: `${this.path}.${MILESTONES[wrong]}`,
          message: 'must not come before the milestone above it',
        })
      )
    })

const otherKits = () =>
  list(
    exact({
      ml: positive().required(),
      price: price(),
      leadDays: whole().required().min(0).max(365),
    }).required(),
  )
    .required()
    .max(12)
const origins = () =>
  exact(
    each(
      RESIN_FIGURES.map(({ key }) => key),
      () => oneOf(ORIGINS),
    ),
  ).required()

const resinFields = {
  name: named(),
  ratio: exact({
    basis: oneOf(['volume', 'mass'] as const).required(),
    a: positive().required(),
    b: positive().required(),
  }).required(),
  densityA: positive().max(5),
  densityB: positive().max(5),
  tolerancePct: notNegative().required().max(50),
  pourFirst: oneOf(['a', 'b'] as const).required(),
  referenceC: temperature().required().max(120),
  activationKJ: notNegative().required().max(200),
  referencePotG: positive().required(),
  massExponent: notNegative().required().max(2),
  maxMixMl: positive().required(),
  minDepthMm: positive().required(),
  maxDepthMm: positive()
    .required()
    .test('depths', 'must not be less than the least depth', function (value) {
      const { minDepthMm } = this.parent as Resin
      return typeof value !== 'number' || typeof minDepthMm !== 'number' || value >= minDepthMm
    }),
  kitMl: positive().required(),
  kitPrice: price(),
  milestones: milestones(),
  countsFrom: oneOf(COUNTS_FROM),
  slowerPct: num().min(-80).max(400),
  variesPct: notNegative().max(100),
  heatC: temperature().max(400),
  whiteHold: whole().min(1).max(5),
  leadDays: whole().required().min(0).max(365),
  viscosityA: positive().max(1_000_000),
  viscosityB: positive().max(1_000_000),
  clarity: whole().min(1).max(5),
  yellowing: whole().min(1).max(5),
  smell: whole().min(1).max(5),
  otherKits: otherKits(),
  origins: origins(),
  note: text(4000).defined('is missing'),
}
/** What is there of it is the stores' ledger to say. */
export type ResinFields = Omit<Resin, 'id' | 'stockMl'>
export const newResinSchema = schemaOf<ResinFields>()(exact(resinFields))
export const resinSchema = schemaOf<ResinFields & { version: number }>()(
  exact({ ...resinFields, version: version() }),
)

/** What the columns of a resin hold as JSON. */
export const otherKitsColumnSchema = schemaOf<Kit[]>()(otherKits())
export const originsColumnSchema = schemaOf<Resin['origins']>()(origins())
