import type { ResinFields } from '~~/shared/schemas/resins'

/** The figures of a resin that are plain numbers. */
export type ResinNumber = {
  [K in keyof ResinFields]-?: NonNullable<ResinFields[K]> extends number ? K : never
}[keyof ResinFields]

export interface ResinField {
  key: ResinNumber
  label: string
  unit?: string
  /** May be left empty where it is not known. */
  optional?: true
}

/** The fields of a resin's page, group by group, in the order in which a data sheet is read. */
export const RESIN_FIELDS = {
  parts: [
    { key: 'densityA', label: 'density of A', unit: 'g/ml', optional: true },
    { key: 'densityB', label: 'density of B', unit: 'g/ml', optional: true },
    { key: 'viscosityA', label: 'thickness of A', unit: 'mPa·s', optional: true },
    { key: 'viscosityB', label: 'thickness of B', unit: 'mPa·s', optional: true },
  ],
  limits: [
    { key: 'minDepthMm', label: 'least layer', unit: 'mm' },
    { key: 'maxDepthMm', label: 'greatest layer', unit: 'mm' },
  ],
  cured: [
    { key: 'heatC', label: 'cured, bears', unit: '°C', optional: true },
    { key: 'whiteHold', label: 'white stays up, 1 to 5', optional: true },
    { key: 'clarity', label: 'clarity, 1 to 5', optional: true },
    { key: 'yellowing', label: 'stays clear, 1 to 5', optional: true },
    { key: 'smell', label: 'mild smell, 1 to 5', optional: true },
  ],
  speed: [
    { key: 'slowerPct', label: 'found slower than its sheet by', unit: '%', optional: true },
    { key: 'variesPct', label: 'its cures differ by', unit: '%', optional: true },
    { key: 'activationKJ', label: 'activation energy', unit: 'kJ/mol' },
    { key: 'referencePotG', label: 'working time holds for', unit: 'g' },
    { key: 'massExponent', label: 'mass exponent' },
  ],
} as const satisfies Record<string, readonly ResinField[]>
