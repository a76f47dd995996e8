import type { MovementKind, ToldKind } from '~~/core/stock'

/** What a line of the stores' ledger says happened. */
export const MOVEMENT_WORDS: Record<MovementKind, string> = {
  bought: 'came in',
  drawn: 'used',
  spilled: 'spilled',
  counted: 'counted',
  corrected: 'put right',
  given: 'given away',
  expired: 'past its end',
}
/** The same as something that one tells. */
export const TELL_WORDS: Record<ToldKind, { choice: string; asks: string }> = {
  counted: { choice: 'I counted it', asks: 'there is now' },
  spilled: { choice: 'some was spilled', asks: 'gone' },
  given: { choice: 'some was given away', asks: 'gone' },
  expired: { choice: 'some is past its end', asks: 'thrown out' },
  corrected: { choice: 'the ledger was wrong', asks: 'more, or less with a minus' },
}
/** How close to its end a bottle is told as ending soon. */
export const ENDS_SOON_DAYS = 30
