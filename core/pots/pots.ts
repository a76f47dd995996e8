import { LIMIT_TOLERANCE, answer, issue, refuse, type Result } from '../result'
import { packLots } from './packLots'
import type { Lot, PotsAnswer, PotsRequest } from './types'

/** Up to so many layers the grouping is proven. */
const MOST_PROVEN = 24

/**
 * Groups layers of one resin into the fewest pots, and among these into those whose largest pot is
 * smallest. A pot holds layers while their millilitres stay within the greatest mix, and resting
 * and pouring them one after another stays within the working time. Layers of a match group stay
 * together.
 * Source: two-dimensional vector packing; branch and bound in `packLots`.
 * @param request millilitres and minutes
 * @returns pots in the order of their first layer, layers in the order of the request
 * @throws nothing; refuses with `does-not-fit` when a layer or a group fits no pot
 */
export function pots(request: PotsRequest): Result<PotsAnswer> {
  const { layers, maxMixMl, workMin, restMin } = request
  const lots = lotsOf(request)
  const tooLarge = lots.find(
    (lot) => lot.ml > maxMixMl + LIMIT_TOLERANCE || restMin + lot.min > workMin + LIMIT_TOLERANCE,
  )
  if (tooLarge) {
    return refuse(
      'does-not-fit',
      issue(`layers[${tooLarge.layers[0]}]`, 'fits-no-pot', {
        maxMixMl,
        workMin,
        needMl: tooLarge.ml,
        needMin: restMin + tooLarge.min,
        isGroup: tooLarge.layers.length > 1,
      }),
    )
  }
  const packed = packLots(lots, maxMixMl, workMin - restMin)
  const pots = packed.groups
    .map((group) => group.flatMap((lot) => lots[lot]?.layers ?? []).sort((x, y) => x - y))
    .sort((x, y) => (x[0] ?? 0) - (y[0] ?? 0))
    .map((members) => ({
      layers: members.map((i) => layers[i]?.id ?? ''),
      mixMl: members.reduce((sum, i) => sum + (layers[i]?.mixMl ?? 0), 0),
      busyMin: restMin + members.reduce((sum, i) => sum + (layers[i]?.pourMin ?? 0), 0),
    }))
  return answer({ pots, exact: packed.proven && layers.length <= MOST_PROVEN })
}

function lotsOf({ layers }: PotsRequest): Lot[] {
  const groups = new Map<string, Lot>()
  const lots: Lot[] = []
  for (const [i, layer] of layers.entries()) {
    const known = layer.matchGroup === undefined ? undefined : groups.get(layer.matchGroup)
    const lot = known ?? { layers: [], ml: 0, min: 0 }
    lot.layers.push(i)
    lot.ml += layer.mixMl
    lot.min += layer.pourMin
    if (!known) lots.push(lot)
    if (layer.matchGroup !== undefined) groups.set(layer.matchGroup, lot)
  }
  return lots
}
