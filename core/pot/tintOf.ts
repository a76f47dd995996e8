import { gramsOf } from '../recipe'
import type { Cup, Dose, Layer, Pigment } from '../trade'

/** How clear, unpigmented resin is drawn: the paper shows through. */
export const CLEAR_TINT = '#e9e2d0'
/**
 * The load at which a pigment hides what lies behind it, per cent of the resin's mass; a starting
 * value.
 */
const OPAQUE_LOAD_PCT = 3

const channels = (hex: string): [number, number, number] => {
  const value = Number.parseInt(hex.slice(1), 16)
  return [(value >> 16) & 255, (value >> 8) & 255, value & 255]
}

/** What a drawing takes for the density of a mix, g/ml, and for a cup of unknown size, ml. */
const DRAWN_DENSITY = 1.1
const DRAWN_CUP_ML = 30

/** A dose as a load, per cent of the resin's mass, near enough for a drawing. */
function drawnLoadPct(dose: Dose, pigment: Pigment): number {
  if ('loadPct' in dose) return dose.loadPct
  const grams = gramsOf(dose.unit, pigment) ?? 0.05
  const [count, ml] = 'n' in dose ? [dose.n, DRAWN_CUP_ML] : [dose.per30Ml, 30]
  return (100 * count * grams) / (ml * DRAWN_DENSITY)
}

/**
 * The colour in which a cup is drawn: its pigments by load, over clear resin as far as they are
 * thin. What other cups give it is left out where it has pigment of its own.
 * A drawing aid, not a prediction of the cured colour.
 * @returns `#rrggbb`
 */
export function tintOf(
  { pigments: dosed }: Pick<Cup, 'pigments'>,
  pigments: ReadonlyMap<number, Pigment>,
): string {
  const known = dosed.flatMap(({ pigmentId, dose }) => {
    const pigment = pigments.get(pigmentId)
    const loadPct = pigment ? drawnLoadPct(dose, pigment) : 0
    return pigment && loadPct > 0 ? [{ rgb: channels(pigment.hex), loadPct }] : []
  })
  const total = known.reduce((sum, { loadPct }) => sum + loadPct, 0)
  if (total === 0) return CLEAR_TINT
  const cover = Math.min(1, total / OPAQUE_LOAD_PCT)
  const clear = channels(CLEAR_TINT)
  const mixed = [0, 1, 2].map((i) => {
    const coloured = known.reduce(
      (sum, { rgb, loadPct }) => sum + ((rgb[i] ?? 0) * loadPct) / total,
      0,
    )
    return Math.round(coloured * cover + (clear[i] ?? 0) * (1 - cover))
  })
  return hexOf(mixed)
}

const hexOf = (rgb: readonly number[]) =>
  `#${rgb.map((channel) => channel.toString(16).padStart(2, '0')).join('')}`

/**
 * The colour of a cup with what others give it: where it has no pigment of its own, theirs in equal
 * parts. @param cups of the same layer
 */
export function tintOfCup(
  cup: Cup,
  cups: readonly Cup[],
  pigments: ReadonlyMap<number, Pigment>,
): string {
  if (cup.pigments.length > 0 || cup.from.length === 0) return tintOf(cup, pigments)
  const givers = cup.from.flatMap(({ cup: key }) => cups.find((one) => one.key === key) ?? [])
  const tints = givers.map((one) => channels(tintOf(one, pigments)))
  return tints.length === 0
    ? CLEAR_TINT
    : hexOf(
        [0, 1, 2].map((i) =>
          Math.round(tints.reduce((sum, rgb) => sum + (rgb[i] ?? 0), 0) / tints.length),
        ),
      )
}

/**
 * The pigment itself of a cup, as it looks where enough of it hides what lies behind: for drawings
 * that tell by themselves how far it hides.
 */
export function hueOfCup(
  cup: Cup,
  cups: readonly Cup[],
  pigments: ReadonlyMap<number, Pigment>,
): string {
  const deep = (one: Cup): Cup => ({
    ...one,
    pigments: one.pigments.map(({ pigmentId, dose }) => ({
      pigmentId,
      dose: {
        loadPct: OPAQUE_LOAD_PCT * drawnLoadPct(dose, pigments.get(pigmentId) ?? NO_PIGMENT),
      },
    })),
  })
  return tintOfCup(deep(cup), cups.map(deep), pigments)
}
const NO_PIGMENT = {} as Pigment

/** The share of a layer that a cup takes, as a drawing needs it: the rest is what the others leave. */
function drawnShare(cup: Cup, { cups }: Pick<Layer, 'cups'>): number {
  if (cup.part === null || cup.over !== null) return 0
  if ('pct' in cup.part) return cup.part.pct
  const stated = cups.reduce(
    (sum, { part, over }) => sum + (part && 'pct' in part && over === null ? part.pct : 0),
    0,
  )
  return 'rest' in cup.part ? Math.max(1, 100 - stated) : 10
}

/** The colour that a layer is known by: that of the cup with the most of it. */
export function tintOfLayer(
  layer: Pick<Layer, 'cups'>,
  pigments: ReadonlyMap<number, Pigment>,
): string {
  const [first, ...others] = layer.cups
  if (!first) return CLEAR_TINT
  const largest = others.reduce(
    (most, cup) => (drawnShare(cup, layer) > drawnShare(most, layer) ? cup : most),
    first,
  )
  return tintOf(largest, pigments)
}
