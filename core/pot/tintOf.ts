import type { LayerPigment, Pigment } from '../trade'

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

/**
 * The colour in which a layer or a pot is drawn: its pigments by load, over clear resin as far as
 * they are thin.
 * A drawing aid, not a prediction of the cured colour.
 * @param layer loads in per cent of the resin's mass
 * @returns `#rrggbb`
 */
export function tintOf(
  layer: readonly LayerPigment[],
  pigments: ReadonlyMap<number, Pigment>,
): string {
  const known = layer.flatMap(({ pigmentId, loadPct }) => {
    const pigment = pigments.get(pigmentId)
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
  return `#${mixed.map((channel) => channel.toString(16).padStart(2, '0')).join('')}`
}
