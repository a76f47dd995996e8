import type { Point } from '../geometry'
import { sectionOf } from './sectionOf'
import type { Shape } from './types'

/** A shape from above, for drawing: its outline round the middle, with y away from the viewer. */
export interface PlanView {
  widthMm: number
  lengthMm: number
  outline:
    | { kind: 'rectangle'; cornerRadiusMm: number }
    | { kind: 'ellipse'; holeMm: number }
    | { kind: 'polygon'; points: Point[] }
  /** False where only the content is known and a square of equal content is drawn. */
  isTrue: boolean
}

/** What one sees of a shape from above: its largest outline, the longer side across. */
export function planOf(shape: Shape): PlanView {
  const rectangle = (x: number, y: number, cornerRadiusMm = 0, isTrue = true): PlanView => ({
    widthMm: Math.max(x, y),
    lengthMm: Math.min(x, y),
    outline: { kind: 'rectangle', cornerRadiusMm },
    isTrue,
  })
  const ellipse = (x: number, y: number, holeMm = 0): PlanView => ({
    widthMm: Math.max(x, y),
    lengthMm: Math.min(x, y),
    outline: { kind: 'ellipse', holeMm },
    isTrue: true,
  })
  switch (shape.kind) {
    case 'rectangle':
      return rectangle(shape.widthMm, shape.lengthMm, shape.cornerRadiusMm)
    case 'ellipse':
      return ellipse(shape.widthMm, shape.lengthMm)
    case 'circle':
      return ellipse(shape.diameterMm, shape.diameterMm)
    case 'ring':
      return ellipse(shape.outerDiameterMm, shape.outerDiameterMm, shape.innerDiameterMm)
    case 'regularPolygon':
      return polygon(regular(shape.sides, shape.acrossFlatsMm))
    case 'polygon':
      return polygon(shape.points)
    case 'frustum': {
      const across = Math.max(shape.bottomDiameterMm, shape.topDiameterMm)
      return ellipse(across, across)
    }
    case 'rectFrustum':
      return rectangle(
        Math.max(shape.bottomWidthMm, shape.topWidthMm),
        Math.max(shape.bottomLengthMm, shape.topLengthMm),
      )
    case 'bowl':
      return ellipse(shape.rimDiameterMm, shape.rimDiameterMm)
    case 'measured':
    case 'curve': {
      const side = sectionOf(shape).widestMm
      return rectangle(side, side, 0, false)
    }
  }
}

/** The corners of a regular polygon with a flat side below, mm. */
function regular(sides: number, acrossFlatsMm: number): Point[] {
  const radius = acrossFlatsMm / 2 / Math.cos(Math.PI / sides)
  return Array.from({ length: sides }, (_, i): Point => {
    const angle = Math.PI / 2 + Math.PI / sides + (2 * Math.PI * i) / sides
    return [radius * Math.cos(angle), radius * Math.sin(angle)]
  })
}

function polygon(points: readonly Point[]): PlanView {
  const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)]
  const [left, right] = [Math.min(...xs), Math.max(...xs)]
  const [low, high] = [Math.min(...ys), Math.max(...ys)]
  const [midX, midY] = [(left + right) / 2, (low + high) / 2]
  return {
    widthMm: right - left,
    lengthMm: high - low,
    outline: { kind: 'polygon', points: points.map(([x, y]): Point => [x - midX, y - midY]) },
    isTrue: true,
  }
}
