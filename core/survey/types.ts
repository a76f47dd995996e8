import type { Point } from '../geometry'
import type { Shape } from '../size'

export interface WaterFillRequest {
  waterC: number
  /** What the mould holds up to each level, weighed; rising. */
  readings: { heightMm: number; waterG: number }[]
}

export interface WaterFillAnswer {
  densityGPerMl: number
  capacityMl: number
  /** A `measured` shape from one reading, a `curve` from several. */
  shape: Shape
}

export interface RectifyRequest {
  /**
   * The corners of the known rectangle as they lie in the photograph, going round from its origin.
   */
  corners: Point[]
  rectangle: { widthMm: number; heightMm: number }
  /** Points of the photograph in the rectangle's plane. */
  points: Point[]
  /** Lengths that were measured on the spot, to see how true the picture is. */
  checks?: { from: Point; to: Point; mm: number }[]
}

export interface RectifyAnswer {
  /** From the rectangle's first corner, x along its width. */
  points: Point[]
  /** The largest difference to a measured length; null without any. */
  residualMm: number | null
  /** How far the worst point moves when one corner was marked a pixel off. */
  perPixelMm: number
}
