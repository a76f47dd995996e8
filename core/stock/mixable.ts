import { mix, type MixResin } from '../mix'

/** What is there of one part, in whatever it is counted in. */
export interface PartLeft {
  massG: number
  volumeMl: number
}

/**
 * How much of a resin can be mixed of what is there of its parts: as much as the part of which there
 * is less allows.
 * @param left by part; grams and millilitres together, as bottles are counted in either
 * @returns ml; below nothing where more was used than was noted
 */
export function mixableMl(resin: MixResin, left: { a: PartLeft; b: PartLeft }): number {
  const one = mix({ resin, need: { volumeMl: 1 }, measure: { kind: 'exact' } })
  // Without densities a resin that is mixed by weight is kept as if it weighed as much as water.
  const total = resin.ratio.a + resin.ratio.b
  const parts = one.ok
    ? one.value.exact
    : {
        a: { volumeMl: resin.ratio.a / total, massG: null },
        b: { volumeMl: resin.ratio.b / total, massG: null },
      }
  const of = (part: 'a' | 'b') => {
    const { volumeMl, massG } = parts[part]
    const shares = left[part]
    const perMl = volumeMl ?? 0
    const perG = massG ?? perMl
    return (perMl > 0 ? shares.volumeMl / perMl : 0) + (perG > 0 ? shares.massG / perG : 0)
  }
  return Math.min(of('a'), of('b'))
}
