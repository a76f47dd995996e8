import svgpath from 'svgpath'

/** What a drawing holds: one path of all its closed shapes, in the drawing's own units. */
export interface SvgOutline {
  path: string
  /** Millimetres of a unit where the drawing says so itself, else null. */
  mmPerUnit: number | null
}
export type SvgReading = { ok: true; value: SvgOutline } | { ok: false; message: string }

const MM: Record<string, number> = {
  mm: 1,
  cm: 10,
  in: 25.4,
  pt: 25.4 / 72,
  pc: 25.4 / 6,
  px: 25.4 / 96,
}
const number = (element: Element, name: string) =>
  Number.parseFloat(element.getAttribute(name) ?? '0') || 0

function ellipsePath(cx: number, cy: number, rx: number, ry: number): string {
  return rx > 0 && ry > 0
    ? `M${cx - rx} ${cy}A${rx} ${ry} 0 0 1 ${cx + rx} ${cy}A${rx} ${ry} 0 0 1 ${cx - rx} ${cy}Z`
    : ''
}

function pathOf(element: Element): string {
  switch (element.localName) {
    case 'path':
      return element.getAttribute('d') ?? ''
    case 'rect': {
      const [x, y, w, h] = ['x', 'y', 'width', 'height'].map((name) => number(element, name)) as [
        number,
        number,
        number,
        number,
      ]
      const [rx, ry] = [
        Math.min(w / 2, number(element, 'rx') || number(element, 'ry')),
        Math.min(h / 2, number(element, 'ry') || number(element, 'rx')),
      ]
      if (!(w > 0 && h > 0)) return ''
      if (!(rx > 0 && ry > 0)) return `M${x} ${y}H${x + w}V${y + h}H${x}Z`
      return `M${x + rx} ${y}H${x + w - rx}A${rx} ${ry} 0 0 1 ${x + w} ${y + ry}V${y + h - ry}A${rx} ${ry} 0 0 1 ${x + w - rx} ${y + h}H${x + rx}A${rx} ${ry} 0 0 1 ${x} ${y + h - ry}V${y + ry}A${rx} ${ry} 0 0 1 ${x + rx} ${y}Z`
    }
    case 'circle':
      return ellipsePath(
        number(element, 'cx'),
        number(element, 'cy'),
        number(element, 'r'),
        number(element, 'r'),
      )
    case 'ellipse':
      return ellipsePath(
        number(element, 'cx'),
        number(element, 'cy'),
        number(element, 'rx'),
        number(element, 'ry'),
      )
    case 'polygon':
    case 'polyline':
      return `M${element.getAttribute('points') ?? ''}Z`
    default:
      return ''
  }
}

/**
 * The path of an element with the transforms of everything it lies in; a malformed one is kept as
 * it is, for the core to say so.
 */
function placed(element: Element): string {
  let path = svgpath(pathOf(element)) as ReturnType<typeof svgpath> & { err: string }
  if (path.err) return pathOf(element)
  for (let at: Element | null = element; at; at = at.parentElement) {
    const transform = at.getAttribute('transform')
    if (transform) path = path.transform(transform) as typeof path
  }
  return path.abs().toString()
}

function scaleOf(root: Element): number | null {
  const found = /^\s*([\d.]+)\s*(mm|cm|in|pt|pc)\s*$/.exec(root.getAttribute('width') ?? '')
  const box = (root.getAttribute('viewBox') ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number)
  const factor = MM[found?.[2] ?? '']
  if (!found || factor === undefined || !(box[2] && box[2] > 0)) return null
  return (Number(found[1]) * factor) / box[2]
}

/** Reads the closed shapes of an SVG file; nothing in it is run or fetched. */
export function readSvg(text: string): SvgReading {
  const document = new DOMParser().parseFromString(text, 'image/svg+xml')
  const root = document.documentElement
  if (root.localName !== 'svg' || document.querySelector('parsererror'))
    return { ok: false, message: 'This is no SVG drawing.' }
  const elements = [
    ...root.querySelectorAll('path, rect, circle, ellipse, polygon, polyline'),
  ].filter((element) => !element.closest('defs, clipPath, mask, symbol, pattern, marker'))
  const path = elements.map(placed).join(' ').trim()
  if (path === '')
    return {
      ok: false,
      message:
        'The drawing holds no shape with an outline; convert text and strokes to paths first.',
    }
  return { ok: true, value: { path, mmPerUnit: scaleOf(root) } }
}
