import type { PlanLine, PlanPot } from './planLine'
import type { Layer } from '../trade'
import { jobId, type JobId } from './ids'

/**
 * A task of the request's own that fills the whole horizon, so that lags from it fix instants on
 * the clock.
 */
export const CLOCK = 'clock'

/** Fills a heated box while it stands cold; a task of the request's own too. */
const COLD_BOX = `${CLOCK}.cold`
export const coldBoxOf = (place: string, i: number): string => `${COLD_BOX}.${place}.${i}`
export const isColdBox = (id: string): boolean => id.startsWith(`${COLD_BOX}.`)

/** Whether a task is of the request's own: it stands for nothing that anybody does. */
export const isOfClock = (id: string): boolean => id === CLOCK || isColdBox(id)

/** The job of a line in a plan request. */
export const jobOf = (line: Pick<PlanLine, 'id'>): JobId => jobId.of(line.id)

/** What a cure in the heated box is called within its line. */
export const BOX = 'box'

/**
 * Whether a task is a cure in the heated box, by its name; and for which line, layer, pot and first
 * piece.
 */
export const isBoxTask = (id: string): boolean => id.endsWith(`.${BOX}`)
export const boxTaskOf = (
  lineId: number,
  pot: Pick<PlanPot, 'id' | 'layerId' | 'firstPiece'>,
): string => `${jobOf({ id: lineId })}.${keyOf({ id: pot.layerId }, pot, BOX)}`

/** Names a task of a portion within its line. */
export const keyOf = (
  layer: Pick<Layer, 'id'>,
  pot: Pick<PlanPot, 'id' | 'firstPiece'>,
  what: string,
): string => `k${layer.id}.${pot.id}.${pot.firstPiece}.${what}`

/**
 * A task's name with its rows renamed: its line, and the layer and pot of a portion.
 * @param renamed the row that takes a row's place
 */
export const withRowsRenamed = (id: string, renamed: (row: number) => number): string =>
  id
    .replace(/^line(\d+)(?=\.)/, (_, line) => jobId.of(renamed(Number(line))))
    .replace(
      /^(line\d+\.k)(\d+)\.(\d+)(?=\.)/,
      (_, line, layer, pot) => `${line}${renamed(Number(layer))}.${renamed(Number(pot))}`,
    )
