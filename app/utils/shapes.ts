import type { Fill, Shape } from '~~/core/size'

/** The shapes that can be drawn up by hand here; others come with sizing. */
export const EDITED_SHAPES = ['rectangle', 'circle', 'measured', 'frustum'] as const
export type EditedKind = (typeof EDITED_SHAPES)[number]

export const SHAPE_WORDS: Record<EditedKind, string> = { rectangle: 'rectangle', circle: 'circle', measured: 'measured mould', frustum: 'round, tapered' }

export interface ShapeField {
  name: string
  label: string
  unit: string
  optional?: boolean
}

export const SHAPE_FIELDS: Record<EditedKind, ShapeField[]> = {
  rectangle: [
    { name: 'widthMm', label: 'width', unit: 'mm' }, { name: 'lengthMm', label: 'length', unit: 'mm' },
    { name: 'cornerRadiusMm', label: 'corner radius', unit: 'mm', optional: true }, { name: 'heightMm', label: 'height', unit: 'mm', optional: true },
  ],
  circle: [{ name: 'diameterMm', label: 'diameter', unit: 'mm' }, { name: 'heightMm', label: 'height', unit: 'mm', optional: true }],
  measured: [{ name: 'capacityMl', label: 'holds', unit: 'ml' }, { name: 'heightMm', label: 'height', unit: 'mm' }],
  frustum: [{ name: 'bottomDiameterMm', label: 'diameter below', unit: 'mm' }, { name: 'topDiameterMm', label: 'diameter above', unit: 'mm' }, { name: 'heightMm', label: 'height', unit: 'mm' }],
}

const BLANKS: Record<EditedKind, Shape> = {
  rectangle: { kind: 'rectangle', widthMm: 100, lengthMm: 150, heightMm: 20 },
  circle: { kind: 'circle', diameterMm: 120, heightMm: 15 },
  measured: { kind: 'measured', capacityMl: 250, heightMm: 40 },
  frustum: { kind: 'frustum', bottomDiameterMm: 60, topDiameterMm: 70, heightMm: 40 },
}
export const blankShape = (kind: EditedKind): Shape => ({ ...BLANKS[kind] })

export const FILL_KINDS = ['depthMm', 'heightFraction', 'volumeFraction', 'toBrim', 'coat'] as const
export type FillKind = (typeof FILL_KINDS)[number]
export const FILL_WORDS: Record<FillKind, string> = { depthMm: 'a depth', heightFraction: 'up to a share of the height', volumeFraction: 'up to a share of the content', toBrim: 'to the brim', coat: 'a coat' }

export const fillKindOf = (fill: Fill): FillKind => FILL_KINDS.find((kind) => fill[kind] !== undefined) ?? 'depthMm'
const FILLS: Record<FillKind, Fill> = { depthMm: { depthMm: 5 }, heightFraction: { heightFraction: 0.5 }, volumeFraction: { volumeFraction: 0.5 }, toBrim: { toBrim: true }, coat: { coat: { thicknessMm: 2 } } }
export const blankFill = (kind: FillKind): Fill => JSON.parse(JSON.stringify(FILLS[kind])) as Fill
