import type { PlanView } from '../size'
import type { FaceStroke } from './faceStrokes'

/**
 * The outline of a piece seen from the face, as the path of an SVG in mm round its middle; the hole
 * of a ring is drawn over it.
 */
export function outlinePath({ outline, widthMm, lengthMm }: PlanView): string {
  const [x, y] = [widthMm / 2, lengthMm / 2]
  if (outline.kind === 'polygon') return `M${outline.points.map((one) => one.join()).join('L')}Z`
  if (outline.kind === 'ellipse') return `M${-x} 0A${x} ${y} 0 1 0 ${x} 0A${x} ${y} 0 1 0 ${-x} 0Z`
  const r = Math.min(outline.cornerRadiusMm, x, y)
  const corner = (toX: number, toY: number) => `a${r} ${r} 0 0 1 ${toX} ${toY}`
  return `M${r - x} ${-y}H${x - r}${corner(r, r)}V${y - r}${corner(-r, r)}H${r - x}${corner(-r, -r)}V${r - y}${corner(r, -r)}Z`
}

/** The middle of a pour that lies as a band, as the path of an SVG in mm. */
export function bandPath(
  { x, y, isWavy }: Extract<FaceStroke['form'], { kind: 'band' }>,
  { widthMm, lengthMm }: PlanView,
): string {
  const half = widthMm / 2
  if (!isWavy) return `M${-half} ${y}H${half}`
  const swing = lengthMm * 0.22
  const turns = Array.from({ length: 7 }, (_, i) => {
    const at = x - half * 0.8 + (half * 1.6 * (i + 1)) / 7
    return `T${at} ${y + (i % 2 === 0 ? swing : -swing)}`
  })
  return `M${x - half * 0.8} ${y}Q${x - half * 0.7} ${y - swing} ${x - half * 0.6} ${y}${turns.join('')}`
}
