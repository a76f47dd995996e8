import type { CostAnswer, CostKind } from '../../core/cost'
import type { PricedLine, PricedOrder, QuoteTerms, TaxAtRate } from '../../core/quote'
import {
  body,
  date,
  exact,
  flag,
  id,
  list,
  money,
  notNegative,
  num,
  oneOf,
  text,
  uuid,
  version,
  whole,
} from './fields'
import { each, schemaOf } from './typed'

export const QUOTE_STATES = ['sent', 'accepted', 'declined', 'replaced'] as const
export type QuoteState = (typeof QUOTE_STATES)[number]
export const PAYMENT_KINDS = ['deposit', 'payment', 'refund'] as const
export type PaymentKind = (typeof PAYMENT_KINDS)[number]

const percent = () => notNegative().max(1000).required()

export const quoteTermsSchema = schemaOf<QuoteTerms>()(
  exact({
    marginPct: notNegative().lessThan(100).required(),
    taxIsIn: flag().required(),
    taxPct: percent(),
    roundTo: money().required(),
    roundLess: money().required(),
    rushPct: percent(),
    discountPct: notNegative().max(100).required(),
    delivery: money().required(),
    depositPct: notNegative().max(100).required(),
  }).required(),
)

/** What is offered for an order. */
export interface QuoteFields {
  terms: QuoteTerms
  lines: { lineId: number; priceEach: string | null; taxPct: number | null }[]
  validUntil: string
  note: string
  /** As whoever sends it saw it; it is refused where it is another by now. */
  total: string
}
export const quoteFieldsSchema = schemaOf<QuoteFields>()(
  exact({
    terms: quoteTermsSchema,
    lines: list(
      exact({
        lineId: id().required(),
        priceEach: money().nullable().defined('is missing'),
        taxPct: percent().nullable().defined('is missing'),
      }).required(),
    )
      .required()
      .min(1)
      .max(200),
    validUntil: date().required(),
    note: text(1000).defined('is missing'),
    total: money().required(),
  }).required(),
)

export const decideQuoteSchema = body({
  version: version(),
  as: oneOf(['accepted', 'declined'] as const).required(),
  reason: text(400).defined('is missing'),
})

export interface PaymentFields {
  key: string
  kind: PaymentKind
  amount: string
  paidOn: string
  means: string
  note: string
}
export const paymentSchema = schemaOf<PaymentFields>()(
  exact({
    key: uuid().required(),
    kind: oneOf(PAYMENT_KINDS).required(),
    amount: money()
      .required()
      .test(
        'something',
        'must be greater than 0',
        (value) => value === undefined || Number(value) > 0,
      ),
    paidOn: date().required(),
    means: text(60).defined('is missing'),
    note: text(400).defined('is missing'),
  }).required(),
)
export const takeBackPaymentSchema = body({ note: text(400).defined('is missing') })

/** What a line of an order costs, with what it was worked out from. */
export interface CostedLine {
  lineId: number
  recipeId: number
  recipeVersion: number
  name: string
  /** As many as were asked for. */
  pieces: number
  /** So many are poured beside them. */
  spares: number
  /** That as many come out as were asked for, from 0 to 1. */
  chance: number
  /**
   * Of a hundred poured so many pay for the batch: those that come out, as the log has taught, but no
   * more than were asked for.
   */
  yieldPct: number
  /** Hands of all pieces, minutes. */
  handsMin: number
  cost: Pick<CostAnswer, 'lines' | 'overhead' | 'batchCost' | 'costPerPiece' | 'costPerGood'>
}

/** A line as it was offered. */
export interface QuotedLine extends CostedLine {
  priceEach: string | null
  taxPct: number | null
}

/** What a quote says, as it was when it was sent. */
export interface QuoteFigures {
  currency: string
  lines: QuotedLine[]
  priced: PricedOrder
}

/** A sum as it is kept, which may be below nothing. */
const sum = () =>
  text(40)
    .matches(/^-?\d+(\.\d+)?$/)
    .required()
const costKind = () => oneOf<CostKind>(['material', 'labour', 'equipment'])

const quotedLineSchema = schemaOf<QuotedLine>()(
  exact({
    lineId: id().required(),
    recipeId: id().required(),
    recipeVersion: whole().required(),
    name: text().required(),
    pieces: whole().required(),
    /** Quotes that were sent before there were spares say nothing of them. */
    spares: whole().default(0),
    chance: num().default(1),
    yieldPct: num().required(),
    handsMin: num().required(),
    cost: exact({
      lines: list(
        exact({
          name: text(400).defined('is missing'),
          kind: costKind().required(),
          amount: sum(),
        }).required(),
      ).required(),
      overhead: sum(),
      batchCost: sum(),
      costPerPiece: sum(),
      costPerGood: sum(),
    }).required(),
    priceEach: sum().nullable().defined('is missing'),
    taxPct: num().nullable().defined('is missing'),
  }).required(),
)

const pricedLineSchema = schemaOf<PricedLine>()(
  exact(
    each(['asked', 'each', 'amount', 'rush', 'discount', 'charged', 'cost'] as const, sum),
  ).required(),
)
const taxSchema = schemaOf<TaxAtRate>()(
  exact({ taxPct: num().required(), net: sum(), tax: sum() }).required(),
)
const pricedSchema = schemaOf<PricedOrder>()(
  exact({
    ...each(
      [
        'goods',
        'rush',
        'discount',
        'delivery',
        'net',
        'tax',
        'total',
        'deposit',
        'cost',
        'packaging',
        'fee',
        'leaves',
      ] as const,
      sum,
    ),
    lines: list(pricedLineSchema).required(),
    taxes: list(taxSchema).required(),
    marginPct: num().nullable().defined('is missing'),
  }).required(),
)
export const quoteFiguresSchema = schemaOf<QuoteFigures>()(
  exact({
    currency: text(3).required(),
    lines: list(quotedLineSchema).required(),
    priced: pricedSchema,
  }).required(),
)
