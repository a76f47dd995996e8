import type { Cup, Dose, Layer } from '../trade'

const doseKey = (dose: Dose): string =>
  'loadPct' in dose
    ? String(dose.loadPct)
    : 'n' in dose
      ? `${dose.n} ${dose.unit}`
      : `${dose.per30Ml} ${dose.unit} to 30 ml`

/**
 * Names a colour by what is in it, so that cups of one colour are known as such across recipes;
 * empty for clear.
 */
export const colourKey = ({ pigments }: Pick<Cup, 'pigments'>): string =>
  [...pigments]
    .sort((x, y) => x.pigmentId - y.pigmentId)
    .map(({ pigmentId, dose }) => `${pigmentId}:${doseKey(dose)}`)
    .join(' ')

/** The colours that a layer is poured in, clear left out. */
export const colourKeys = ({ cups }: Pick<Layer, 'cups'>): string[] => [
  ...new Set(cups.map(colourKey).filter((key) => key !== '')),
]

/** What people call a cup: a layer that is poured from one cup has its name. */
export const cupName = (cup: Cup, layer: Layer): string =>
  layer.cups.length === 1 ? layer.name : cup.name
