import type { PotPart } from '~~/core/pot'
import type { Pot } from '~~/shared/types/pots'

/** One mix of a layer of an order line. */
export interface LayerMix {
  key: string
  /** Its letter where it is a pot that stands ready; null where it is only how it would be. */
  letter: string | null
  pieces: number
  needMl: number
  /** From the end of stirring to the first pour, minutes; as it is by itself where it is shared. */
  restMin: number
  /** Whether it pours for other lines or layers too. */
  isShared: boolean
}

/**
 * The mixes of a layer: the pots that are to be mixed for it, as they are, and how it would be mixed
 * where there are none, as for what is only asked for.
 * @param pots those ahead
 * @param would how the layer would be mixed by itself
 */
export function mixesOfLayer(
  { lineId, layerId }: { lineId: number; layerId: number },
  pots: readonly Pot[],
  would: readonly Pick<PotPart, 'partNo' | 'pieces' | 'needMl' | 'restMin'>[],
): LayerMix[] {
  const isOwn = (portion: Pot['portions'][number]) =>
    portion.lineId === lineId && portion.layer.id === layerId
  const real = pots.filter((pot) => pot.portions.some(isOwn))
  return real.length > 0
    ? real.map((pot) => ({
        key: `pot ${pot.id}`,
        letter: pot.letter,
        pieces: pot.portions.filter(isOwn).reduce((sum, { pieces }) => sum + pieces, 0),
        needMl: pot.needMl,
        restMin: would[0]?.restMin ?? 0,
        isShared: !pot.portions.every(isOwn),
      }))
    : would.map(({ partNo, pieces, needMl, restMin }) => ({
        key: `part ${partNo}`,
        letter: null,
        pieces,
        needMl,
        restMin,
        isShared: false,
      }))
}
