import { WARES } from '../../core/stock'
import {
  body,
  date,
  exact,
  id,
  list,
  money,
  named,
  notNegative,
  oneOf,
  positive,
  text,
  version,
  whole,
} from './fields'
import { narrowed, schemaOf } from './typed'
import { newLotSchema, type NewLot } from './stock'

/** A ware as it is bought: a resin with both of its parts. */
export interface BoughtWare {
  of: (typeof WARES)[number]
  id: number
}
const boughtWare = () =>
  narrowed<BoughtWare>()(exact({ of: oneOf(WARES).required(), id: id().required() }).required())

/** How a ware is bought. */
export interface BuyingTerms {
  supplier: string
  /** So much is always to be there, in the unit that it is counted in; of a resin ml of mix. */
  least: number
  /** What a pack has; null as its list of the house says. */
  packSize: number | null
  /** Working days from the order to the door; null as its list says. */
  leadDays: number | null
}
export const buyingTermsSchema = schemaOf<BuyingTerms & { ware: BoughtWare }>()(
  exact({
    ware: boughtWare(),
    supplier: text(120).defined('is missing'),
    least: notNegative().required().max(1_000_000),
    packSize: positive().max(1_000_000).nullable().defined('is missing'),
    leadDays: whole().min(0).max(365).nullable().defined('is missing'),
  }).required(),
)

export interface PurchaseLineFields {
  ware: BoughtWare
  packs: number
  /** Of a resin the ml that a kit makes. */
  packSize: number
  packPrice: string | null
}
export interface PurchaseFields {
  supplier: string
  dueOn: string
  note: string
  lines: PurchaseLineFields[]
}
export const purchaseSchema = schemaOf<PurchaseFields>()(
  exact({
    supplier: named(120),
    dueOn: date().required(),
    note: text(400).defined('is missing'),
    lines: list(
      exact({
        ware: boughtWare(),
        packs: whole().min(1).max(10_000).required(),
        packSize: positive().max(1_000_000).required(),
        packPrice: money().nullable().defined('is missing'),
      }).required(),
    )
      .required()
      .min(1)
      .max(60),
  }).required(),
)

/** What came of a purchase: bottles of one of its lines. */
export interface Received {
  lineId: number
  lots: NewLot[]
}
export const receivedSchema = schemaOf<Received>()(
  exact({
    lineId: id().required(),
    lots: list(newLotSchema).required().min(1).max(60),
  }).required(),
)
export const closePurchaseSchema = body({ version: version() })
