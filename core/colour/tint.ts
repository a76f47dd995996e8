import { LIMIT_TOLERANCE, answer, invalid, type Result } from '../result'
import { ML_PER_TEASPOON } from '../units'
import type { DosedPigment, TintedCup, TintPigment, TintRequest } from './types'

const SHARE_TOLERANCE_PCT = 1e-6

/**
 * Works out the pigment of every colour cup that a mix is split into.
 * The load is the pigment's mass per 100 of resin mass (pigment not counted); shares are of the
 * mix's mass.
 * Source: the trade's way of stating pigment load; a metric teaspoon is 5 ml.
 * @param request mass of the mix in g, the load above which a cup is warned of in per cent,
 *   shares in per cent
 * @returns per cup the resin in g and each pigment in g, teaspoons and drops
 * @throws nothing; refuses with `invalid-input` when the shares do not add up to 100 or a dose
 *   cannot be worked out
 * @example tint({ mixG: 95, maxLoadPct: 6, colours: [{ id: 'slate', sharePct: 100, pigments: [{ id:
 *   'paste', loadPct: 2.5 }] }] }) // massG: 2.375
 */
export function tint(request: TintRequest): Result<{ colours: TintedCup[] }> {
  const total = request.colours.reduce((sum, colour) => sum + colour.sharePct, 0)
  if (!(Math.abs(total - 100) <= SHARE_TOLERANCE_PCT))
    return invalid('colours', 'shares-not-whole', { totalPct: total })
  const colours: TintedCup[] = []
  for (const [i, colour] of request.colours.entries()) {
    const resinG = (request.mixG * colour.sharePct) / 100
    const pigments: DosedPigment[] = []
    for (const [j, pigment] of colour.pigments.entries()) {
      const massG = massOf(pigment, resinG)
      if (massG === null) return invalid(`colours[${i}].pigments[${j}]`, 'drop-unknown')
      pigments.push({
        id: pigment.id,
        massG,
        teaspoons: teaspoonsOf(pigment, massG),
        drops: dropsOf(pigment, massG),
      })
    }
    const pigmentG = pigments.reduce((sum, pigment) => sum + pigment.massG, 0)
    const totalLoadPct = pigmentG === 0 ? 0 : (100 * pigmentG) / resinG
    if (!Number.isFinite(totalLoadPct))
      return invalid(`colours[${i}].sharePct`, 'pigment-without-resin')
    colours.push({
      id: colour.id,
      resinG,
      pigments,
      totalLoadPct,
      overLimit: totalLoadPct > request.maxLoadPct + LIMIT_TOLERANCE,
    })
  }
  return answer({ colours })
}

function massOf(
  { loadPct, massG, drops, dropMl, density }: TintPigment,
  resinG: number,
): number | null {
  if (massG !== undefined) return massG
  if (loadPct !== undefined) return (resinG * loadPct) / 100
  if (drops === undefined || dropMl === undefined || density === undefined) return null
  return drops * dropMl * density
}

const teaspoonsOf = ({ bulkDensity }: TintPigment, massG: number) =>
  bulkDensity === undefined ? null : massG / (bulkDensity * ML_PER_TEASPOON)

function dropsOf({ drops, dropMl, density }: TintPigment, massG: number): number | null {
  if (drops !== undefined) return drops
  return dropMl === undefined || density === undefined ? null : massG / (density * dropMl)
}
