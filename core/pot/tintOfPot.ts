import { tint, type TintedCup } from '../colour'
import { mix } from '../mix'
import { answer, type Result } from '../result'
import type { PotFigures } from './potOf'
import type { Pigment, Resin } from '../trade'

const RESERVE = 'clear in reserve'

/**
 * The pigment of every colour that a pot is split into after stirring; the reserve stays clear.
 * The mass is that of the exact mix, shared by volume; where a density is missing nothing can be
 * said in grams.
 * @param pigmentCapPct of the workshop, per cent of the resin by mass
 * @returns the dosed colours in the order of `colours`, each named by its layers, or null for a
 *   resin whose mass is unknown
 */
export function tintOfPot(
  { needMl, reserveMl, colours }: Pick<PotFigures, 'needMl' | 'reserveMl' | 'colours'>,
  resin: Resin,
  pigments: ReadonlyMap<number, Pigment>,
  pigmentCapPct: number,
): Result<TintedCup[] | null> {
  const mixed = mix({ resin, need: { volumeMl: needMl }, measure: { kind: 'exact' } })
  const mixG = mixed.ok ? mixed.value.exact.total.massG : null
  if (mixG === null) return answer(null)
  const result = tint({
    mixG,
    maxLoadPct: pigmentCapPct,
    colours: [
      ...colours.map((colour) => ({
        id: colour.names.join(', '),
        sharePct: (100 * colour.cupMl) / needMl,
        pigments: colour.pigments.flatMap(({ pigmentId, loadPct }) => {
          const pigment = pigments.get(pigmentId)
          return pigment
            ? [
                {
                  id: pigment.name,
                  loadPct,
                  density: pigment.density,
                  bulkDensity: pigment.bulkDensity,
                  dropMl: pigment.dropMl,
                },
              ]
            : []
        }),
      })),
      { id: RESERVE, sharePct: (100 * reserveMl) / needMl, pigments: [] },
    ],
  })
  return result.ok ? answer(result.value.colours.slice(0, -1)) : result
}
