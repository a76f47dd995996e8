import type { Point } from '../geometry'

/** Either `points` or `svgPath`. */
export interface OutlineRequest {
  points?: Point[]
  svgPath?: string
  /** So many units of the drawing are so many millimetres. */
  scale: { units: number; mm: number }
  flattenMm?: number
}

export interface OutlineAnswer {
  areaCm2: number | null
  perimeterMm: number
  /** One ring, or a list of rings where there are several. */
  points: Point[] | Point[][]
  crosses: boolean
}
