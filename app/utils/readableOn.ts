/** Ink or paper, whichever reads better on a colour (relative luminance, WCAG 2.2). */
export function readableOn(hex: string): string {
  const value = Number.parseInt(hex.slice(1), 16)
  const linear = [16, 8, 0].map((shift) => {
    const channel = ((value >> shift) & 255) / 255
    return channel <= 0.03928 ? channel / 12.92 : ((channel + 0.055) / 1.055) ** 2.4
  })
  const luminance =
    0.2126 * (linear[0] ?? 0) + 0.7152 * (linear[1] ?? 0) + 0.0722 * (linear[2] ?? 0)
  return luminance > 0.19 ? '#1d1a15' : '#fbf8f0'
}
