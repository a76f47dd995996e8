import { PARTS } from '../../core/lots'
import { TOLD_KINDS, WARES, type ToldKind, type Ware } from '../../core/stock'
import {
  body,
  date,
  exact,
  id,
  list,
  money,
  named,
  num,
  oneOf,
  positive,
  text,
  uuid,
  version,
  whole,
} from './fields'
import { narrowed, schemaOf } from './typed'

/** What stands on a bottle, and what else is known of it. */
export interface LotFields {
  code: string
  /** What it holds when it is full, in its unit. */
  size: number
  /** What was paid for it; null where nobody knows, or for those who may not see prices. */
  price: string | null
  supplier: string
  boughtOn: string | null
  useBy: string | null
  /** How long it keeps once it is open, days. */
  keepsDays: number | null
  stands: string
}
/** A bottle that comes into the stores, full. */
export type NewLot = LotFields & { ware: Ware }

const lotFields = {
  code: named(40),
  size: positive().max(1_000_000).required(),
  price: money().nullable().defined('is missing'),
  supplier: text(120).defined('is missing'),
  boughtOn: date().nullable().defined('is missing'),
  useBy: date().nullable().defined('is missing'),
  keepsDays: whole().min(1).max(3650).nullable().defined('is missing'),
  stands: text(120).defined('is missing'),
}

const ware = () =>
  narrowed<Ware>()(
    exact({
      of: oneOf(WARES).required(),
      id: id().required(),
      part: oneOf(PARTS),
    })
      .required()
      .test('part', 'a resin has parts, nothing else does', (value) =>
        value ? (value.of === 'resin') === (value.part !== undefined) : true,
      ),
  )

export const lotSchema = schemaOf<LotFields & { version: number }>()(
  exact({ ...lotFields, version: version() }).required(),
)
export const newLotSchema = schemaOf<NewLot>()(exact({ ...lotFields, ware: ware() }).required())
export const newLotsSchema = body({ lots: list(newLotSchema).required().min(1).max(60) })

/** What somebody tells of a bottle; its key makes sending it twice harmless. */
export interface ToldMovement {
  key: string
  lotId: number
  kind: ToldKind
  /**
   * What there is now where it was counted; what it is more or less where it was corrected; else what
   * is gone.
   */
  amount: number
  note: string
}
export const movementsSchema = body({
  movements: list(
    exact({
      key: uuid().required(),
      lotId: id().required(),
      kind: oneOf(TOLD_KINDS).required(),
      amount: num().min(-1_000_000).max(1_000_000).required(),
      note: text(400).defined('is missing'),
    }).required(),
  )
    .required()
    .min(1)
    .max(500),
})
export const takeBackMovementSchema = body({ note: text(400).defined('is missing') })
