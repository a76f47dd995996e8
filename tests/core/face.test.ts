import { describe, expect, test } from '@jest/globals'
import { faceSvg } from '../../core/face'
import type { Pigment, Recipe } from '../../core/trade'
import { aDisc } from '../server/given'

const clear: Recipe = { id: 1, ...aDisc(1) }
const green: Pigment = { id: 5, name: 'Fern green', hex: '#1c6b3a', form: 'paste', pricePerG: '1' }
const coloured: Recipe = {
  ...clear,
  layers: clear.layers.map((layer) => ({
    ...layer,
    cups: layer.cups.map((cup) => ({
      ...cup,
      pigments: [{ pigmentId: green.id, dose: { loadPct: 2 } }],
    })),
  })),
}
const coversOf = (svg: string) =>
  [...svg.matchAll(/opacity="([\d.]+)"/g)].map(([, of]) => Number(of))

describe('the face of a piece as a picture of its own', () => {
  test('is an SVG of its size that fetches nothing', () => {
    const svg = faceSvg(clear, new Map())
    expect(svg).toMatch(/^<svg [^>]*viewBox="-?[\d.]+ -?[\d.]+ [\d.]+ [\d.]+"/)
    expect(svg).not.toMatch(/href|NaN|undefined|script/)
  })
  test('what is coloured hides more than what is clear', () => {
    const [of] = coversOf(faceSvg(clear, new Map()))
    const [coloredOf] = coversOf(faceSvg(coloured, new Map([[green.id, green]])))
    expect(coloredOf).toBeGreaterThan(of ?? 1)
  })
})
