import type { Flow } from './flow'
import { sum, type Scene } from './scene'
import type { DosedIntoCup, SplitAnswer, SplitPigment, SplitRequest } from './types'

/** What a cup holds: parts of a stirred whole, ml. */
interface Content {
  resinMl: number
  fillerMl: number
  pigmentMl: number
  /** Whether a pigment of unknown volume is in it. */
  isUnsure: boolean
}

/** What the films and the mix do to a flow. */
export interface Taken {
  ownMl: readonly number[]
  plannedOwnMl: readonly number[]
  plannedFullMl: readonly number[]
  roomMl: readonly number[]
  carriedMl: readonly number[]
  takenMl: readonly number[]
  /** What is over of the real mix, and what was planned to be; it lies in the mixing cup. */
  surplusMl: number
  spareMl: number
}

const wholeMl = ({ resinMl, fillerMl, pigmentMl }: Content) => resinMl + fillerMl + pigmentMl

/**
 * Follows what is in every cup through a flow: the doses that go in, how strong each pour is, and
 * what stays at the end.
 * @returns per cup its doses, gifts and remainder, and every pour
 */
export function contentsOf(
  scene: Scene,
  request: SplitRequest,
  flow: Flow,
  taken: Taken,
): {
  doses: DosedIntoCup[][]
  received: { cup: string; ml: number }[][]
  leftMl: number[]
  pours: SplitAnswer['pours']
} {
  const { cups, layers, steps } = scene
  /** What is over lies in the mixing cup and is coloured with it, where that takes a part of the mix. */
  const holdsSurplus = (i: number) =>
    cups[i]?.source.isMixingCup === true && (taken.ownMl[i] ?? 0) > 0
  const contents = cups.map((_, i): Content => {
    const resinMl = (taken.takenMl[i] ?? 0) + (holdsSurplus(i) ? taken.surplusMl : 0)
    return { resinMl, fillerMl: taken.roomMl[i] ?? 0, pigmentMl: 0, isUnsure: false }
  })
  const doses = cups.map((): DosedIntoCup[] => [])
  const received = cups.map((): { cup: string; ml: number }[] => [])
  const pours: SplitAnswer['pours'] = []
  const ratio = (now: number, planned: number) => (planned > 0 ? now / planned : 0)

  const colour = (i: number) => {
    const [cup, content] = [cups[i], contents[i]]
    if (!cup || !content) return
    const own = taken.ownMl[i] ?? 0
    const [overMl, plannedOverMl] = holdsSurplus(i) ? [taken.surplusMl, taken.spareMl] : [0, 0]
    const share =
      own > 0
        ? ratio(own + overMl, (taken.plannedOwnMl[i] ?? 0) + plannedOverMl)
        : ratio(flow.fullMl[i] ?? 0, taken.plannedFullMl[i] ?? 0)
    const resinMl = content.resinMl
    for (const pigment of cup.source.pigments ?? []) {
      const dose = doseOf(pigment, resinMl, cup.sets * share, request.mixDensity ?? null)
      doses[i]?.push({ id: pigment.id, massG: dose.massG, drops: dose.drops })
      content.pigmentMl += dose.ml ?? 0
      content.isUnsure ||= dose.ml === null
    }
  }
  const draw = (i: number, ml: number): Content => {
    const content = contents[i]
    const whole = content ? wholeMl(content) : 0
    if (!content || whole <= 0) return { resinMl: ml, fillerMl: 0, pigmentMl: 0, isUnsure: false }
    const part = {
      resinMl: (content.resinMl * ml) / whole,
      fillerMl: (content.fillerMl * ml) / whole,
      pigmentMl: (content.pigmentMl * ml) / whole,
      isUnsure: content.isUnsure,
    }
    content.resinMl -= part.resinMl
    content.fillerMl -= part.fillerMl
    content.pigmentMl -= part.pigmentMl
    return part
  }

  cups.forEach((_, i) => (taken.ownMl[i] ?? 0) > 0 && colour(i))
  for (const move of flow.moves) {
    if (move.kind === 'gift') {
      const isBare = (taken.ownMl[move.to] ?? 0) === 0
      const more = isBare
        ? move.ml * ratio(taken.carriedMl[move.to] ?? 0, flow.fullMl[move.to] ?? 0)
        : 0
      const part = draw(move.from, move.ml + more)
      const into = contents[move.to]
      if (into) {
        into.resinMl += part.resinMl
        into.fillerMl += part.fillerMl
        into.pigmentMl += part.pigmentMl
        into.isUnsure ||= part.isUnsure
      }
      received[move.to]?.push({ cup: cups[move.from]?.source.id ?? '', ml: move.ml + more })
    } else if (move.kind === 'filled') {
      if ((taken.ownMl[move.cup] ?? 0) === 0) colour(move.cup)
    } else {
      const step = steps[move.step]
      const [cup, content, layer] = [cups[move.cup], contents[move.cup], layers[step?.layer ?? -1]]
      if (!step || !cup || !content || !layer) continue
      const asked = request.steps?.[move.step]?.drops ?? []
      const share = ratio(flow.fullMl[move.cup] ?? 0, taken.plannedFullMl[move.cup] ?? 0)
      const drops = asked.map(({ id, n }) => ({ id, n: n * cup.sets * share }))
      asked.forEach(({ dropMl }, j) => {
        content.pigmentMl += (drops[j]?.n ?? 0) * (dropMl ?? 0)
        content.isUnsure ||= dropMl === undefined && (drops[j]?.n ?? 0) > 0
      })
      const whole = wholeMl(content)
      const pigmentPct = content.isUnsure ? null : whole > 0 ? (100 * content.pigmentMl) / whole : 0
      draw(move.cup, move.ml)
      const { members } = layer.source
      const ontoMl = sum(members, ({ netMl, pieces, id }) =>
        step.onto[members.findIndex((one) => one.id === id)] ? netMl * pieces : 0,
      )
      pours.push({
        cup: cup.source.id,
        layer: layer.source.id,
        ml: move.ml,
        perPieceMl: members.map(({ netMl, pieces }, j) =>
          step.onto[j] && pieces > 0 ? (move.ml * netMl) / ontoMl : 0,
        ),
        drops,
        pigmentPct,
      })
    }
  }
  return { doses, received, leftMl: contents.map(wholeMl), pours }
}

/** A dose for so much resin, in every measure that its pigment's figures give. */
function doseOf(
  { loadPct, massG, drops, per30Ml, dropMl, density }: SplitPigment,
  resinMl: number,
  times: number,
  mixDensity: number | null,
): { massG: number | null; drops: number | null; ml: number | null } {
  const mass =
    loadPct !== undefined
      ? (loadPct / 100) * (mixDensity ?? 0) * resinMl
      : massG !== undefined
        ? massG * times
        : null
  const count =
    drops !== undefined ? drops * times : per30Ml !== undefined ? (per30Ml * resinMl) / 30 : null
  const ml =
    count !== null && dropMl !== undefined
      ? count * dropMl
      : mass !== null && density !== undefined
        ? mass / density
        : mass === 0 || count === 0
          ? 0
          : null
  return {
    massG: mass ?? (ml !== null && density !== undefined ? ml * density : null),
    drops: count ?? (ml !== null && dropMl !== undefined ? ml / dropMl : null),
    ml,
  }
}
