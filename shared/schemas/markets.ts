import { exact, flag, id, list, money, notNegative, text, version, whole } from './fields'
import { schemaOf } from './typed'

const MOST_PIECES = 1000

/** What is thought of one of the pieces for a market day. */
export interface MarketGuess {
  recipeId: number
  /** Asked for a piece on the day, with tax. */
  price: string
  /** How many will be asked for: at the fewest, most likely, at the most. */
  few: number
  likely: number
  many: number
  /** More than so many are not made. */
  most: number
  /** Past markets say it, where there are any. */
  byPast: boolean
}

/** What is thought of a market day. */
export interface MarketFields {
  stallFee: string
  /** As many pieces as its table holds; null for any number. */
  tablePieces: number | null
  /** Of hands that are free for it, minutes; null for as many as it takes. */
  handsMin: number | null
  /** What comes home again is worth so much of what it cost, per cent. */
  leftPct: number
  note: string
  guesses: MarketGuess[]
}
const guess = () => notNegative().max(MOST_PIECES).required()
export const marketSchema = schemaOf<MarketFields & { version: number }>()(
  exact({
    version: version(),
    stallFee: money().required(),
    tablePieces: whole().min(1).max(MOST_PIECES).nullable().defined('is missing'),
    handsMin: whole().min(0).max(60_000).nullable().defined('is missing'),
    leftPct: whole().min(0).max(99).required(),
    note: text(400).defined('is missing'),
    guesses: list(
      exact({
        recipeId: id().required(),
        price: money().required(),
        few: guess(),
        likely: guess().test('rising', 'must not be below the fewest', function (likely) {
          return likely === undefined || likely >= Number((this.parent as MarketGuess).few)
        }),
        many: guess().test('rising', 'must not be below the likeliest', function (many) {
          return many === undefined || many >= Number((this.parent as MarketGuess).likely)
        }),
        most: whole().min(0).max(MOST_PIECES).required(),
        byPast: flag().required(),
      }).required(),
    )
      .required()
      .max(60),
  }).required(),
)

/** How a market day went for one of the pieces. */
export interface MarketSale {
  recipeId: number
  taken: number
  sold: number
  /** Given away, or broken. */
  given: number
  /** Really paid for one, with tax. */
  price: string
}
const count = () => whole().min(0).max(MOST_PIECES).required()
export const marketSalesSchema = schemaOf<{ version: number; sales: MarketSale[] }>()(
  exact({
    version: version(),
    sales: list(
      exact({
        recipeId: id().required(),
        taken: count(),
        sold: count(),
        given: count().test('taken', 'more are gone than were taken', function (given) {
          const { taken, sold } = this.parent as MarketSale
          return given === undefined || sold + given <= taken
        }),
        price: money().required(),
      }).required(),
    )
      .required()
      .max(60),
  }).required(),
)

/** Where finished pieces of a recipe stand, and what is asked for them. */
export interface FinishedFields {
  stands: string
  price: string | null
}
export const finishedSchema = schemaOf<FinishedFields & { version: number }>()(
  exact({
    version: whole().min(0).required(),
    stands: text(120).defined('is missing'),
    price: money().nullable().defined('is missing'),
  }).required(),
)
