import type { Fill, Shape } from '~~/core/size'

/**
 * The shapes whose measures are written down; the others come from a tracing, a drawing or a mesh.
 */
export const EDITED_SHAPES = [
  'rectangle',
  'circle',
  'ellipse',
  'ring',
  'regularPolygon',
  'frustum',
  'rectFrustum',
  'bowl',
  'measured',
] as const
export type EditedKind = (typeof EDITED_SHAPES)[number]
export type ShapeKind = Shape['kind']

export const SHAPE_WORDS: Record<ShapeKind, string> = {
  rectangle: 'rectangle',
  circle: 'circle',
  ellipse: 'ellipse',
  ring: 'ring',
  regularPolygon: 'regular polygon',
  polygon: 'traced outline',
  frustum: 'round, tapered',
  rectFrustum: 'rectangle, tapered',
  bowl: 'round dish',
  measured: 'measured mould',
  curve: 'fill curve',
}

export interface ShapeField {
  name: string
  label: string
  unit: string
  optional?: boolean
}

const height: ShapeField = { name: 'heightMm', label: 'height', unit: 'mm', optional: true }
const mm = (name: string, label: string): ShapeField => ({ name, label, unit: 'mm' })
export const SHAPE_FIELDS: Record<ShapeKind, ShapeField[]> = {
  rectangle: [
    mm('widthMm', 'width'),
    mm('lengthMm', 'length'),
    { name: 'cornerRadiusMm', label: 'corner radius', unit: 'mm', optional: true },
    height,
  ],
  circle: [mm('diameterMm', 'diameter'), height],
  ellipse: [mm('widthMm', 'width'), mm('lengthMm', 'length'), height],
  ring: [mm('outerDiameterMm', 'outer diameter'), mm('innerDiameterMm', 'inner diameter'), height],
  regularPolygon: [
    { name: 'sides', label: 'sides', unit: '' },
    mm('acrossFlatsMm', 'across flats'),
    height,
  ],
  polygon: [height],
  frustum: [
    mm('bottomDiameterMm', 'diameter below'),
    mm('topDiameterMm', 'diameter above'),
    mm('heightMm', 'height'),
  ],
  rectFrustum: [
    mm('bottomWidthMm', 'width below'),
    mm('bottomLengthMm', 'length below'),
    mm('topWidthMm', 'width above'),
    mm('topLengthMm', 'length above'),
    mm('heightMm', 'height'),
  ],
  bowl: [mm('rimDiameterMm', 'rim diameter'), mm('depthMm', 'depth')],
  measured: [{ name: 'capacityMl', label: 'holds', unit: 'ml' }, mm('heightMm', 'height')],
  curve: [],
}

const BLANKS: Record<EditedKind, Shape> = {
  rectangle: { kind: 'rectangle', widthMm: 100, lengthMm: 150, heightMm: 20 },
  circle: { kind: 'circle', diameterMm: 120, heightMm: 15 },
  ellipse: { kind: 'ellipse', widthMm: 80, lengthMm: 120, heightMm: 15 },
  ring: { kind: 'ring', outerDiameterMm: 120, innerDiameterMm: 60, heightMm: 15 },
  regularPolygon: { kind: 'regularPolygon', sides: 6, acrossFlatsMm: 100, heightMm: 15 },
  frustum: { kind: 'frustum', bottomDiameterMm: 60, topDiameterMm: 70, heightMm: 40 },
  rectFrustum: {
    kind: 'rectFrustum',
    bottomWidthMm: 60,
    bottomLengthMm: 90,
    topWidthMm: 70,
    topLengthMm: 100,
    heightMm: 40,
  },
  bowl: { kind: 'bowl', rimDiameterMm: 120, depthMm: 35 },
  measured: { kind: 'measured', capacityMl: 250, heightMm: 40 },
}
export const blankShape = (kind: EditedKind): Shape => ({ ...BLANKS[kind] })
export const isEdited = (kind: ShapeKind): kind is EditedKind =>
  (EDITED_SHAPES as readonly ShapeKind[]).includes(kind)

export const FILL_KINDS = ['depthMm', 'heightFraction', 'volumeFraction', 'toBrim', 'coat'] as const
export type FillKind = (typeof FILL_KINDS)[number]
export const FILL_WORDS: Record<FillKind, string> = {
  depthMm: 'a depth',
  heightFraction: 'up to a share of the height',
  volumeFraction: 'up to a share of the content',
  toBrim: 'to the brim',
  coat: 'a coat',
}

export const fillKindOf = (fill: Fill): FillKind =>
  FILL_KINDS.find((kind) => fill[kind] !== undefined) ?? 'depthMm'
const FILLS: Record<FillKind, Fill> = {
  depthMm: { depthMm: 5 },
  heightFraction: { heightFraction: 0.5 },
  volumeFraction: { volumeFraction: 0.5 },
  toBrim: { toBrim: true },
  coat: { coat: { thicknessMm: 2 } },
}
export const blankFill = (kind: FillKind): Fill => JSON.parse(JSON.stringify(FILLS[kind])) as Fill
