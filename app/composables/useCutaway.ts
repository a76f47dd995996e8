import { sectionOf, type Shape } from '~~/core/size'
import type { DrawnLayer } from '~/utils/drawnLayers'

const BOARD_MM = 14
/**
 * Below this share of its width a section is too thin to read, so heights are drawn larger, and it
 * is said.
 */
const READABLE_SHARE = 0.24
/** From one label to the next; they stand closer where there are many. */
const LABEL_GAP = 38
const CLOSEST_GAP = 20
/** A coat on an edge is drawn at least so wide. */
const EDGE_WIDTH = 2.5
const STEPS = 16

/** A layer where the picture has it. */
export interface CutLayer extends DrawnLayer {
  index: number
  path: string
  fromMm: number
  toMm: number
  middleY: number
  labelY: number
  /** Where its line to the label begins. */
  edgeX: number
}

/** Where the cut meets a pour. */
export interface Cut {
  key: string
  tint: string
  title: string
  x: number
  width: number
  y: number
  height: number
}

interface Drawing {
  shape: Shape
  layers: readonly DrawnLayer[]
  small: boolean
}

/** The cut through a piece, to scale: where its layers, coats, pours and labels lie in the picture. */
export function useCutaway(drawing: () => Drawing) {
  const section = computed(() => sectionOf(drawing().shape))
  const room = computed(() =>
    drawing().small
      ? { width: 150, height: 92, left: 6, right: 6, top: 8, bottom: 8 }
      : { width: 620, height: 330, left: 24, right: 250, top: 26, bottom: 40 },
  )
  const coatsMm = (lies: 'up' | 'down') =>
    drawing().layers.reduce((sum, { coat }) => sum + (coat?.lies === lies ? coat.mm : 0), 0)
  /** Coats under the piece raise it. */
  const downMm = computed(() => coatsMm('down'))

  const scale = computed(() => {
    const { width, height, left, right, top, bottom } = room.value
    const bodyMm = (section.value.heightMm ?? BOARD_MM) + coatsMm('up') + downMm.value
    const roomY = height - top - bottom
    const across = Math.min((width - left - right) / section.value.widestMm, roomY / bodyMm)
    const thin = bodyMm / section.value.widestMm < READABLE_SHARE
    const wanted = thin
      ? Math.max(1, Math.floor((READABLE_SHARE * 1.5 * section.value.widestMm) / bodyMm))
      : 1
    const stretch = Math.max(1, Math.min(wanted, Math.floor(roomY / (bodyMm * across))))
    return { across, up: across * stretch, stretch, bodyMm }
  })
  /** The picture is as tall as the piece and its labels need, and no taller. */
  const box = computed(() => {
    const { height, top, bottom } = room.value
    const body = scale.value.bodyMm * scale.value.up
    const count = drawing().layers.length
    const tall = Math.max(
      Math.min(height, Math.max(body, count * LABEL_GAP) + top + bottom),
      count * CLOSEST_GAP + top + bottom,
    )
    return { ...room.value, height: drawing().small ? height : tall }
  })
  /** So many labels one above the other fit the picture. */
  const gap = computed(() => {
    const { height, top, bottom } = box.value
    const each = (height - top - bottom) / Math.max(1, drawing().layers.length)
    return Math.min(LABEL_GAP, Math.max(CLOSEST_GAP, each))
  })
  /** Where labels stand close, what they say of themselves stands in the same line. */
  const isTight = computed(() => gap.value < LABEL_GAP - 4)
  const middle = computed(() => {
    const { width, left, right } = room.value
    return left + (width - left - right) / 2
  })
  const floor = computed(() => {
    const { height, top, bottom } = box.value
    return height - bottom - (height - top - bottom - scale.value.bodyMm * scale.value.up) / 2
  })
  const y = (levelMm: number) => floor.value - (levelMm + downMm.value) * scale.value.up
  const levelAtY = (atY: number) => (floor.value - atY) / scale.value.up - downMm.value
  const edge = computed(() => middle.value + (section.value.widestMm / 2) * scale.value.across)

  function band(fromMm: number, toMm: number, share = 1): string {
    const half = (h: number) =>
      (section.value.widthAtMm(Math.max(0, Math.min(h, section.value.heightMm ?? h))) / 2) *
      scale.value.across
    const levels = Array.from(
      { length: STEPS + 1 },
      (_, i) => fromMm + ((toMm - fromMm) * i) / STEPS,
    )
    const left = levels.map((h) => `${middle.value - half(h)},${y(h)}`)
    const right = [...levels]
      .reverse()
      .map((h) => `${middle.value - half(h) + 2 * half(h) * share},${y(h)}`)
    return `M${[...left, ...right].join('L')}Z`
  }
  /** What covers both edges of the cut, over a share of their height. */
  function edges(mm: number, share: number): string {
    const wide = Math.max(EDGE_WIDTH, mm * scale.value.across)
    const heightMm = section.value.heightMm ?? BOARD_MM
    const [top, bottom] = [y(heightMm), y(heightMm * (1 - share))]
    const half = (section.value.widestMm / 2) * scale.value.across
    const strip = (x: number) => `M${x} ${top}h${wide}V${bottom}h${-wide}Z`
    return strip(middle.value - half - wide) + strip(middle.value + half)
  }
  const hull = computed(() => band(0, section.value.heightMm ?? BOARD_MM))

  /** A coat lies on whatever is below it; a flat surface lies on its board. */
  const drawn = computed<CutLayer[]>(() => {
    let top = section.value.heightMm === null ? BOARD_MM : 0
    let bottom = 0
    const spanOf = ({ coat, sized }: DrawnLayer): [number, number] => {
      if (coat?.lies === 'edge') return [0, section.value.heightMm ?? BOARD_MM]
      if (coat?.lies === 'down') return [(bottom -= coat.mm), bottom + coat.mm]
      const from = coat ? top : (sized?.fromMm ?? top)
      top = coat ? top + coat.mm : (sized?.toMm ?? top)
      return [from, top]
    }
    const list = drawing().layers.flatMap((layer, index): CutLayer[] => {
      if (!layer.sized) return []
      const [fromMm, toMm] = spanOf(layer)
      const { coat } = layer
      const path =
        coat?.lies === 'edge' ? edges(coat.mm, coat.share) : band(fromMm, toMm, coat?.share ?? 1)
      const middleY = (y(fromMm) + y(toMm)) / 2
      const half =
        (section.value.widthAtMm(Math.max(0, (fromMm + toMm) / 2)) / 2) * scale.value.across
      const edgeX =
        middle.value - half + 2 * half * (coat?.lies === 'edge' ? 1 : (coat?.share ?? 1))
      return [{ ...layer, index, path, fromMm, toMm, middleY, labelY: middleY, edgeX }]
    })
    const spread = [...list].sort((a, b) => b.middleY - a.middleY)
    spread.forEach((layer, i) => {
      const below = spread[i - 1]
      if (below) layer.labelY = Math.min(layer.labelY, below.labelY - gap.value)
    })
    const overTop = Math.min(...spread.map((layer) => layer.labelY)) - 26
    if (overTop < 0) for (const layer of spread) layer.labelY -= overTop
    return list
  })

  /**
   * Where the cut meets each pour of a layer: what has a place or a form of its own lies at it, as
   * wide as its share; what is flooded lies under all of them.
   */
  function cutsOf(layer: CutLayer): Cut[] {
    const width = section.value.widthAtMm((layer.fromMm + layer.toMm) / 2) * scale.value.across
    const [top, height] = [y(layer.toMm), y(layer.fromMm) - y(layer.toMm)]
    let fresh = 0
    return layer.strokes.flatMap((stroke): Cut[] => {
      const { key, tint, title, share, how, x } = stroke
      const own = Math.max(3, width * share)
      const cut = (at: number, wide: number): Cut => ({
        key: `${key} ${at}`,
        tint,
        title,
        x: Math.max(
          middle.value - width / 2,
          Math.min(middle.value + width / 2 - wide, at - wide / 2),
        ),
        width: wide,
        y: top,
        height,
      })
      if (how === 'flood' && x === null)
        return [{ key, tint, title, x: middle.value - width / 2, width, y: top, height }]
      if (how === 'ring') {
        const reach = x === null ? 0.41 * width : 0.25 * width
        const at = middle.value + (x ?? 0) * (width / 2)
        return [cut(at - reach, own / 2), cut(at + reach, own / 2)]
      }
      if (how === 'dots')
        return [-0.32, -0.05, 0.24].map((share3) => cut(middle.value + share3 * width, own / 3))
      const at = x === null ? ((fresh++ * 0.37) % 0.8) - 0.4 : x / 2
      return [cut(middle.value + at * width, own)]
    })
  }
  return {
    section,
    room,
    scale,
    box,
    isTight,
    middle,
    floor,
    edge,
    hull,
    drawn,
    y,
    levelAtY,
    cutsOf,
  }
}
