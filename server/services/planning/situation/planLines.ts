import { potOf } from '../../../../core/pot'
import {
  boxTaskOf,
  makerId,
  type PlanLine,
  type PlanPot,
  type ReportedWork,
} from '../../../../core/tasks'
import { waitFrom, type Band, type CureWait } from '../../../../core/curing'
import type { FoldedWork } from '../../../../core/run'
import type { Awaited } from '../../../../core/trade'
import type { Order } from '../../../../shared/types/orders'
import { isThrough, type StoredPiece } from '../../../db/pieces'
import type { StoredPortion, StoredPot } from '../../../db/pots'
import type { PieceCure } from '../../pieces/cures'
import { corePortion } from '../../pots/portionsOf'
import type { Shelf } from '../../pots/shelf'
import { sparedOf } from '../../pots/sparedOf'
import { MS_PER_MIN } from '../../../../core/units'

/** A commission has one person waiting for it; a market takes what is ready. */
const WEIGHT = { commission: 3, market: 1 } as const

const minutesAt = (origin: Date, instant: Date) =>
  (instant.getTime() - origin.getTime()) / MS_PER_MIN

/** What an order's lines are planned from beside the order itself. */
export interface LinesContext {
  shelf: Shelf
  pots: readonly StoredPot[]
  pieces: readonly StoredPiece[]
  origin: Date
  /** By task of the plan so far: when what lies in the heated box comes out of it. */
  heatedUntil: ReadonlyMap<string, Date>
  /** By line: how its other work stands. */
  work: ReadonlyMap<number, FoldedWork>
  /** By piece: how its last pour cures. */
  cures: ReadonlyMap<number, PieceCure>
}

/** What is left to do of an order, line by line, as the plan request wants it. */
export function planLines(order: Order, context: LinesContext): PlanLine[] {
  const { shelf, pots, pieces, origin, work } = context
  return order.lines.flatMap((line) => {
    const recipe = shelf.recipeOf(line)
    const own = pots
      .filter((pot) => pot.state !== 'spoiled')
      .flatMap((pot) => portionsOf(pot, line.id, context))
    if (!recipe || own.length === 0) return []
    const numbersOf = (which: (piece: StoredPiece) => boolean) =>
      new Set(
        pieces
          .filter((piece) => piece.orderLineId === line.id && which(piece))
          .map((piece) => piece.number),
      )
    // What is mended is worked on in the line that mends it.
    const through = numbersOf(isThrough)
    // What a spare makes up for is not made again.
    const good = new Set([...through, ...sparedOf(line, pieces)])
    if (good.size >= line.quantity) return []
    const stillWanted = Math.max(0, line.quantity - line.spares - through.size)
    return [
      {
        id: line.id,
        owner: order.ownerId === null ? null : makerId.of(order.ownerId),
        recipe,
        quantity: line.quantity,
        mayFail: line.quantity - good.size - stillWanted,
        promisedMin: Math.floor(minutesAt(origin, new Date(order.promisedAt))),
        weight: WEIGHT[order.kind],
        inParts: order.kind === 'market',
        good,
        demoulded: new Set([...numbersOf(({ state }) => state === 'demoulded'), ...good]),
        pots: own,
        reported: reportedWork(work.get(line.id), origin),
      },
    ]
  })
}

/** How work stands, on the plan's clock. */
const reportedWork = (work: FoldedWork | undefined, origin: Date): ReportedWork =>
  new Map(
    [...(work ?? [])].map(([key, byPiece]) => [
      key,
      new Map(
        [...byPiece].map(([number, { kind, at, untilAt, personId }]) => [
          number,
          {
            kind,
            atMin: minutesAt(origin, at),
            untilMin: untilAt && minutesAt(origin, untilAt),
            maker: makerId.of(personId),
          },
        ]),
      ),
    ]),
  )

/**
 * What a pot pours for one line; how long it is stirred, rests and stays workable hangs on all that
 * it pours.
 */
function portionsOf(pot: StoredPot, lineId: number, context: LinesContext): PlanPot[] {
  const { shelf, origin, heatedUntil } = context
  const own = pot.portions.filter((portion) => portion.lineId === lineId)
  const resin = shelf.resins.get(pot.resinId)
  if (own.length === 0 || !resin) return []
  const whole = pot.portions.map((portion) => corePortion(portion, shelf.recipeOf(portion)))
  const figures = potOf(
    whole.flatMap((portion) => portion ?? []),
    { ...shelf, resin },
  )
  /** In the order in which the figures tell them. */
  const minutes = new Map(
    pot.portions.filter((_, i) => whole[i]).map((portion, i) => [portion, figures.portionMin[i]]),
  )
  const mixingMin = Math.ceil(figures.stirMin + figures.busyMin)
  return own.map((portion) => {
    const { layerId, firstPiece, pieces } = portion
    const until = heatedUntil.get(boxTaskOf(lineId, { id: pot.id, layerId, firstPiece }))
    return {
      id: pot.id,
      layerId,
      firstPiece,
      pieces,
      stirMin: figures.stirMin,
      restMin: figures.restMin,
      pourMin: minutes.get(portion) ?? 0,
      workMin: figures.workMin,
      pouredMin: pot.pouredAt
        ? minutesAt(origin, pot.pouredAt)
        : pot.state === 'mixing'
          ? mixingMin
          : null,
      heatedUntilMin: until ? minutesAt(origin, until) : null,
      ...(pot.pouredAt && { waits: waitsOf(portion, context) }),
    }
  })
}

/**
 * What poured pieces wait for, as it was measured and felt: the slowest of them decides what opens,
 * the fastest what closes.
 */
function waitsOf(
  { lineId, layerId, firstPiece, pieces: count }: StoredPortion,
  { pieces, cures, shelf }: LinesContext,
): ReadonlyMap<Awaited, CureWait> {
  const own = pieces.flatMap((piece) => {
    const cure = cures.get(piece.id)
    const isOf =
      piece.orderLineId === lineId &&
      firstPiece <= piece.number &&
      piece.number < firstPiece + count
    return isOf && cure?.pour.layerId === layerId ? [cure.bands] : []
  })
  const names = [...(own[0]?.keys() ?? [])]
  return new Map(
    names.map((name) => {
      const bands = own.flatMap((one) => one.get(name) ?? [])
      const most = (of: (band: Band) => number) => Math.max(...bands.map(of))
      const least = (of: (band: Band) => number) => Math.min(...bands.map(of))
      const opens = {
        hardlyMin: most((band) => band.hardlyMin),
        likelyMin: most((band) => band.likelyMin),
        surelyMin: most((band) => band.surelyMin),
      }
      const closes = {
        hardlyMin: least((band) => band.hardlyMin),
        likelyMin: least((band) => band.likelyMin),
        surelyMin: least((band) => band.surelyMin),
      }
      return [name, waitFrom(opens, closes, shelf.rules.cureMarginPct)]
    }),
  )
}
