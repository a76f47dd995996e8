import { elementAt } from '../elementAt'
import { MM3_PER_ML } from '../units'
import { flatOf } from './flatOf'
import type { CurvePoint, Shape } from './types'

/** A shape that can be filled: its height, its content, and the content below a level. */
export interface Solid {
  heightMm: number
  capacityMl: number
  /** Millilitres below a level, 0 to `heightMm`. */
  volumeBelowMl: (levelMm: number) => number
}

/**
 * The fillable body of a shape. Straight sides fill evenly; a frustum is the truncated cone V =
 * πh/3·(r₀² + r₀r + r²); a tapered rectangle is the integral of its width times its length; a bowl
 * is a spherical cap on its pole, V = πh²(3R − h)/3.
 * @returns null when the shape has no height and can only be coated
 */
export function solidOf(shape: Shape): Solid | null {
  switch (shape.kind) {
    case 'frustum': {
      const { heightMm } = shape
      const [bottom, top] = [shape.bottomDiameterMm / 2, shape.topDiameterMm / 2]
      return solid(heightMm, (h) => {
        const radius = bottom + ((top - bottom) * h) / heightMm
        return (Math.PI * h * (bottom ** 2 + bottom * radius + radius ** 2)) / 3
      })
    }
    case 'rectFrustum': {
      const { heightMm, bottomWidthMm: w, bottomLengthMm: l } = shape
      const widens = (shape.topWidthMm - w) / heightMm
      const lengthens = (shape.topLengthMm - l) / heightMm
      return solid(
        heightMm,
        (h) =>
          w * l * h +
          ((w * lengthens + l * widens) * h ** 2) / 2 +
          (widens * lengthens * h ** 3) / 3,
      )
    }
    case 'bowl': {
      const { depthMm } = shape
      const sphereRadius = ((shape.rimDiameterMm / 2) ** 2 + depthMm ** 2) / (2 * depthMm)
      return solid(depthMm, (h) => (Math.PI * h ** 2 * (3 * sphereRadius - h)) / 3)
    }
    case 'measured':
      return solid(shape.heightMm, (h) => (shape.capacityMl * MM3_PER_ML * h) / shape.heightMm)
    case 'curve': {
      const last = elementAt(shape.points, shape.points.length - 1)
      return solid(last.heightMm, (h) => alongCurve(shape.points, h) * MM3_PER_ML)
    }
    default: {
      const { heightMm } = shape
      const areaMm2 = flatOf(shape)?.areaMm2 ?? 0
      return heightMm === undefined ? null : solid(heightMm, (h) => areaMm2 * h)
    }
  }
}

function solid(heightMm: number, volumeBelowMm3: (levelMm: number) => number): Solid {
  const volumeBelowMl = (levelMm: number) => volumeBelowMm3(levelMm) / MM3_PER_ML
  return { heightMm, capacityMl: volumeBelowMl(heightMm), volumeBelowMl }
}

function alongCurve(points: readonly CurvePoint[], levelMm: number): number {
  const above = Math.max(
    1,
    points.findIndex((point) => point.heightMm >= levelMm),
  )
  const [low, high] = [points[above - 1], points[above]]
  if (!low || !high) return 0
  const share = (levelMm - low.heightMm) / (high.heightMm - low.heightMm)
  return low.volumeMl + share * (high.volumeMl - low.volumeMl)
}
