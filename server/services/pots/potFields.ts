import { potOf } from '../../../core/pot'
import type { Portion, Resin } from '../../../core/trade'
import type { PotFields } from '../../db/pots'
import type { Shelf } from './shelf'

/**
 * A pot for these portions, as it is stored: the need from the core, the tint of its largest
 * colour.
 */
export function potFields(
  portions: readonly Portion[],
  resin: Resin,
  shelf: Shelf,
  letter: string,
  gathered: boolean,
): PotFields {
  const { needMl, cups } = potOf(portions, { ...shelf, resin })
  const largest = cups.reduce((most, cup) => (cup.takenMl > most.takenMl ? cup : most))
  return {
    letter,
    gathered,
    resinId: resin.id,
    needMl,
    tint: largest.tint,
    portions: portions.map(({ lineId, layer, firstPiece, pieces, pouredMl }) => ({
      lineId,
      layerId: layer.id,
      firstPiece,
      pieces,
      pouredMl,
    })),
  }
}
