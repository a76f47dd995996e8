import type { Point } from '../geometry'

export interface CurvePoint {
  heightMm: number
  volumeMl: number
}

/**
 * Every form whose content can be worked out; a height may be left out where a flat surface is only
 * coated.
 */
export type Shape =
  | {
      kind: 'rectangle'
      widthMm: number
      lengthMm: number
      cornerRadiusMm?: number
      heightMm?: number
    }
  | { kind: 'circle'; diameterMm: number; heightMm?: number }
  | { kind: 'ellipse'; widthMm: number; lengthMm: number; heightMm?: number }
  | { kind: 'ring'; outerDiameterMm: number; innerDiameterMm: number; heightMm?: number }
  | { kind: 'regularPolygon'; sides: number; acrossFlatsMm: number; heightMm?: number }
  | { kind: 'polygon'; points: Point[]; heightMm?: number }
  | { kind: 'frustum'; bottomDiameterMm: number; topDiameterMm: number; heightMm: number }
  | {
      kind: 'rectFrustum'
      bottomWidthMm: number
      bottomLengthMm: number
      topWidthMm: number
      topLengthMm: number
      heightMm: number
    }
  | { kind: 'bowl'; rimDiameterMm: number; depthMm: number }
  | { kind: 'measured'; capacityMl: number; heightMm: number }
  | { kind: 'curve'; points: CurvePoint[] }

export const SHAPE_KINDS = [
  'rectangle',
  'circle',
  'ellipse',
  'ring',
  'regularPolygon',
  'polygon',
  'frustum',
  'rectFrustum',
  'bowl',
  'measured',
  'curve',
] as const satisfies readonly Shape['kind'][]

export interface Coat {
  thicknessMm: number
  sideHeightMm?: number
  sideThicknessMm?: number
}

/** How a layer is filled: exactly one of these. */
export interface Fill {
  depthMm?: number
  heightFraction?: number
  volumeFraction?: number
  toBrim?: true
  coat?: Coat
}

export type Inclusion = { massG?: number; density?: number; volumeMl?: number }

export interface SizeLayer {
  id: string
  fill: Fill
  inclusions?: Inclusion[]
  runOffPct?: number
  cups?: number
}

export interface SizeRequest {
  shape: Shape
  pieces?: number
  layers: SizeLayer[]
  loss?: { perCupMl?: number; reservePct?: number }
}

export interface SizedLayer {
  id: string
  fromMm: number | null
  toMm: number | null
  grossMl: number
  displacedMl: number
  netMl: number
  mixMl: number
}

export interface SizeAnswer {
  areaCm2: number | null
  perimeterMm: number | null
  capacityMl: number | null
  layers: SizedLayer[]
  totalMixMl: number
}
