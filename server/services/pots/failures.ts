import { rangesOf, numbersOf, rangeOf } from '../../../core/trade'
import { foldPiece } from '../../../core/run'
import { logsOfFailed, pouredLayers } from '../../db/pieceLogs'
import type { StoredPot } from '../../db/pots'
import type { Db } from '../../db/rows'

/** When pieces last turned out so that they have to be made again, by line and number. */
export type Failures = ReadonlyMap<string, Date>

export const failureKey = (lineId: number, number: number) => `${lineId}/${number}`

export async function readFailures(
  db: Db,
  workspaceId: number,
  lineIds: readonly number[],
): Promise<Failures> {
  const logs = await logsOfFailed(db, workspaceId, lineIds)
  return new Map(
    logs.flatMap(({ lineId, number, events }) => {
      const { failedAt } = foldPiece(events)
      return failedAt ? [[failureKey(lineId, number), failedAt] as const] : []
    }),
  )
}

/** A pot as far as what it pours still counts: pieces that failed since are left out of it. */
export function counting(pot: StoredPot, failures: Failures): StoredPot {
  const { pouredAt, state } = pot
  if (state !== 'poured' || pouredAt === null) return pot
  const portions = pot.portions.flatMap((portion) => {
    const numbers = numbersOf(rangeOf(portion))
    const left = numbers.filter((number) => {
      const failedAt = failures.get(failureKey(portion.lineId, number))
      return !failedAt || failedAt < pouredAt
    })
    if (left.length === numbers.length) return [portion]
    return rangesOf(left).map(({ first, pieces }) => ({
      ...portion,
      firstPiece: first,
      pieces,
      pouredMl: (portion.pouredMl * pieces) / portion.pieces,
    }))
  })
  return { ...pot, portions }
}

/** The layers that pieces of some lines have, but for what was poured before they failed. */
export async function countingLayers(
  db: Db,
  workspaceId: number,
  lineIds: readonly number[],
): Promise<{ lineId: number; number: number; layerId: number }[]> {
  const failures = await readFailures(db, workspaceId, lineIds)
  const poured = await pouredLayers(db, workspaceId, lineIds)
  return poured.filter(({ lineId, number, at }) => {
    const failedAt = failures.get(failureKey(lineId, number))
    return !failedAt || failedAt < at
  })
}
