import { ringArea, ringLength } from '../geometry'
import type { Shape } from './types'

/** The open surface of a shape, at its top where it tapers. */
export interface Flat {
  areaMm2: number
  perimeterMm: number
}

const circle = (diameterMm: number): Flat => ({
  areaMm2: (Math.PI * diameterMm ** 2) / 4,
  perimeterMm: Math.PI * diameterMm,
})

const rectangle = (widthMm: number, lengthMm: number, radiusMm = 0): Flat => ({
  areaMm2: widthMm * lengthMm - (4 - Math.PI) * radiusMm ** 2,
  perimeterMm: 2 * (widthMm + lengthMm) - (8 - 2 * Math.PI) * radiusMm,
})

/**
 * Perimeter by Ramanujan's second formula (1914); relative error below 1e-5 for any ellipse in use.
 */
function ellipse(widthMm: number, lengthMm: number): Flat {
  const [a, b] = [widthMm / 2, lengthMm / 2]
  const h = ((a - b) / (a + b)) ** 2
  return {
    areaMm2: Math.PI * a * b,
    perimeterMm: Math.PI * (a + b) * (1 + (3 * h) / (10 + Math.sqrt(4 - 3 * h))),
  }
}

function regularPolygon(sides: number, acrossFlatsMm: number): Flat {
  const apothem = acrossFlatsMm / 2
  const perimeterMm = 2 * sides * apothem * Math.tan(Math.PI / sides)
  return { areaMm2: (perimeterMm * apothem) / 2, perimeterMm }
}

/**
 * Area and edge length of a shape's open surface.
 * @returns mm² and mm; null for shapes known only by their content (`measured`, `curve`)
 */
export function flatOf(shape: Shape): Flat | null {
  switch (shape.kind) {
    case 'rectangle':
      return rectangle(shape.widthMm, shape.lengthMm, shape.cornerRadiusMm)
    case 'circle':
      return circle(shape.diameterMm)
    case 'ellipse':
      return ellipse(shape.widthMm, shape.lengthMm)
    case 'ring': {
      const [outer, inner] = [circle(shape.outerDiameterMm), circle(shape.innerDiameterMm)]
      return {
        areaMm2: outer.areaMm2 - inner.areaMm2,
        perimeterMm: outer.perimeterMm + inner.perimeterMm,
      }
    }
    case 'regularPolygon':
      return regularPolygon(shape.sides, shape.acrossFlatsMm)
    case 'polygon':
      return { areaMm2: ringArea(shape.points), perimeterMm: ringLength(shape.points) }
    case 'frustum':
      return circle(shape.topDiameterMm)
    case 'rectFrustum':
      return rectangle(shape.topWidthMm, shape.topLengthMm)
    case 'bowl':
      return circle(shape.rimDiameterMm)
    case 'measured':
    case 'curve':
      return null
  }
}
