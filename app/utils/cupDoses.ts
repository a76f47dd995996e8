/** What a cup gets of a pigment, as far as its figures are known. */
export interface KnownDose {
  name: string
  massG: number | null
  teaspoons: number | null
  drops: number | null
  counted?: { n: number; unit: string } | null
  premixMl?: number | null
}

/** A dose in grams, teaspoons and drops, as far as they are known. */
export const doseFigures = (dose: Omit<KnownDose, 'name'>): string =>
  [
    dose.counted && dose.counted.unit !== 'g' && dose.counted.unit !== 'drop'
      ? `${writtenNumber(dose.counted.n, 1)} ${unitWords(dose.counted.unit)}`
      : '',
    dose.massG !== null ? figure(dose.massG, 'g', 2) : '',
    dose.teaspoons !== null ? `${writtenNumber(dose.teaspoons, 2)} tsp` : '',
    dose.drops !== null ? `${writtenNumber(dose.drops, 0)} drops` : '',
  ]
    .filter(Boolean)
    .join(' · ')

/** How a powder is wetted before the rest of its cup is added; empty for what is none. */
export const wettedFirst = ({ premixMl }: Pick<KnownDose, 'premixMl'>): string =>
  typeof premixMl === 'number' ? `smooth in ${figure(premixMl, 'ml', 0)} of it first` : ''

/** What a cup is filled with, beside the mix and its pigments. */
export const cupParts = (cup: {
  takenMl: number
  fillers: readonly { name: string; massG: number | null; roomMl: number }[]
  received: readonly { name: string; ml: number }[]
}): string[] => [
  ...cup.fillers.map(
    ({ name, massG, roomMl }) =>
      `${name} ${massG === null ? figure(roomMl, 'ml', 1) : figure(massG, 'g', 1)}`,
  ),
  ...cup.received.map(({ name, ml }) => `${name} ${figure(ml, 'ml', 1)}`),
]
