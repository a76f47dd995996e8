import { flatOf } from './flatOf'
import { MM3_PER_ML } from '../units'
import type { Shape } from './types'

/** A shape cut through its middle, for drawing: how wide it is at each height. */
export interface Section {
  /** Null for a flat surface without a height. */
  heightMm: number | null
  widestMm: number
  widthAtMm: (levelMm: number) => number
  /** False where only the content is known and a block of equal content is drawn. */
  isTrue: boolean
}

/**
 * The middle section of a shape along its length.
 * A shape known by its content alone is drawn as a straight block with a square foot of the same
 * content.
 */
export function sectionOf(shape: Shape): Section {
  const straight = (widthMm: number, heightMm: number | undefined, isTrue = true): Section => ({
    heightMm: heightMm ?? null,
    widestMm: widthMm,
    widthAtMm: () => widthMm,
    isTrue,
  })
  switch (shape.kind) {
    case 'rectangle':
    case 'ellipse':
      return straight(Math.max(shape.widthMm, shape.lengthMm), shape.heightMm)
    case 'circle':
      return straight(shape.diameterMm, shape.heightMm)
    case 'ring':
      return straight(shape.outerDiameterMm, shape.heightMm)
    case 'regularPolygon':
      return straight(shape.acrossFlatsMm, shape.heightMm)
    case 'polygon': {
      const xs = shape.points.map(([x]) => x)
      return straight(Math.max(...xs) - Math.min(...xs), shape.heightMm)
    }
    case 'frustum':
      return tapered(shape.bottomDiameterMm, shape.topDiameterMm, shape.heightMm)
    case 'rectFrustum':
      return tapered(shape.bottomLengthMm, shape.topLengthMm, shape.heightMm)
    case 'bowl': {
      const radius = ((shape.rimDiameterMm / 2) ** 2 + shape.depthMm ** 2) / (2 * shape.depthMm)
      return {
        heightMm: shape.depthMm,
        widestMm: shape.rimDiameterMm,
        widthAtMm: (h) => 2 * Math.sqrt(Math.max(0, 2 * radius * h - h ** 2)),
        isTrue: true,
      }
    }
    case 'measured':
      return straight(
        Math.sqrt((shape.capacityMl * MM3_PER_ML) / shape.heightMm),
        shape.heightMm,
        false,
      )
    case 'curve': {
      const last = shape.points.at(-1) ?? { heightMm: 1, volumeMl: 0 }
      return straight(Math.sqrt((last.volumeMl * MM3_PER_ML) / last.heightMm), last.heightMm, false)
    }
  }
}

function tapered(bottomMm: number, topMm: number, heightMm: number): Section {
  return {
    heightMm,
    widestMm: Math.max(bottomMm, topMm),
    widthAtMm: (h) => bottomMm + ((topMm - bottomMm) * h) / heightMm,
    isTrue: true,
  }
}

/** What one piece of a shape takes up lying flat, cm²; null where only its content is known. */
export function footprintOf(shape: Shape): number | null {
  const flat = flatOf(shape)
  if (!flat) return null
  const foot =
    shape.kind === 'frustum'
      ? (Math.PI * Math.max(shape.bottomDiameterMm, shape.topDiameterMm) ** 2) / 4
      : flat.areaMm2
  return foot / 100
}
