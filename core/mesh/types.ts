import type { CurvePoint } from '../size'

/** Triangles in space, mm, z up: nine numbers each (three corners of x, y, z). */
export interface Triangles {
  corners: Float64Array
  count: number
}

export interface MeshAnswer {
  watertight: boolean
  /** Null where the mesh is not watertight. */
  volumeMl: number | null
  heightMm: number
  triangles: number
  /**
   * Content below each of equally spaced levels, from the lowest corner; null where the mesh is not
   * watertight.
   */
  curve: CurvePoint[] | null
}
