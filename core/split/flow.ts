import { answer, issue, refuse, type Result } from '../result'
import { isStated, sum, type Leaving, type Scene } from './scene'

/** How resin goes from cup to cup and onto the layers; nominal ml, films and pigment left out. */
export interface Flow {
  /** Per cup: its own part and what others give it, ml. */
  fullMl: number[]
  /** What happens, in order. */
  moves: Move[]
}
export type Move =
  | { kind: 'gift'; from: number; to: number; ml: number }
  /** A cup has all that others give it. */
  | { kind: 'filled'; cup: number }
  | { kind: 'pour'; step: number; cup: number; ml: number }

/** What one unit of ml per set comes to in each cup of the real mix, against the planned one. */
export interface FlowTerms {
  ownMl: readonly number[]
  /** The volumes that were planned; null while they are being worked out. */
  plannedMl: readonly number[] | null
}

/**
 * Carries out the pours and gifts of a pot in their order.
 * @returns what every cup holds when full and everything that leaves it; or the first step that
 *   asks a cup for more than it has
 */
export function flowOf(scene: Scene, { ownMl, plannedMl }: FlowTerms): Result<Flow> {
  const { cups, steps, toleranceMl } = scene
  const fullMl = [...ownMl]
  const leftMl = [...ownMl]
  const filled = cups.map(({ gifts }) => gifts.length === 0)
  const moves: Move[] = []
  const isNone = (ml: number) => Math.abs(ml) <= toleranceMl

  /** An amount per set, in whole, as far as the cup that it leaves is as full as planned. */
  const wholeMl = (ml: number, sets: number, leaves: number) => {
    const planned = plannedMl?.[leaves]
    const share = planned === undefined || planned === 0 ? 1 : (fullMl[leaves] ?? 0) / planned
    return ml * sets * share
  }
  const statedMl = ({ cup, share }: Leaving, sets: number): number =>
    share.pct !== undefined
      ? ((fullMl[cup] ?? 0) * share.pct) / 100
      : wholeMl(share.ml ?? 0, sets, cup)
  /** What each pour without a share of its own gets of a cup. */
  const equalMl = (cup: number): number => {
    const pours = steps.filter((step) => step.kind === 'pour' && step.cup === cup)
    const gone =
      sum(
        pours.filter(({ share }) => isStated(share)),
        (pour) => statedMl(pour, cups[cup]?.sets ?? 1),
      ) +
      sum(cups, ({ gifts, sets }) =>
        sum(
          gifts.filter((gift) => gift.cup === cup),
          (gift) => statedMl(gift, sets),
        ),
      )
    const each = ((fullMl[cup] ?? 0) - gone) / pours.filter(({ share }) => !isStated(share)).length
    return isNone(each) ? 0 : each
  }
  const take = (leaving: Leaving, sets: number, path: string): Result<number> => {
    const { cup, share } = leaving
    const held = leftMl[cup] ?? 0
    const ml = share.rest ? held : isStated(share) ? statedMl(leaving, sets) : equalMl(cup)
    const isDry = held <= toleranceMl && plannedMl === null
    const isTooMuch = ml > held + toleranceMl && plannedMl === null
    if (isDry || isTooMuch || ml < 0)
      return refuse('cup-empty', issue(path, 'cup-holds-less', { holdsMl: Math.max(0, held) }))
    leftMl[cup] = isNone(held - ml) ? 0 : held - ml
    return answer(ml)
  }
  const fill = (cup: number): Result<null> => {
    filled[cup] = true
    const own = cups[cup]
    for (const [j, gift] of (own?.gifts ?? []).entries()) {
      if (!filled[gift.cup]) {
        const before = fill(gift.cup)
        if (!before.ok) return before
      }
      const given = take(gift, own?.sets ?? 1, `cups[${cup}].from[${j}]`)
      if (!given.ok) return given
      fullMl[cup] = (fullMl[cup] ?? 0) + given.value
      leftMl[cup] = (leftMl[cup] ?? 0) + given.value
      moves.push({ kind: 'gift', from: gift.cup, to: cup, ml: given.value })
    }
    moves.push({ kind: 'filled', cup })
    return answer(null)
  }

  for (const [i, step] of steps.entries()) {
    if (step.kind === 'fill' && filled[step.cup])
      return refuse('invalid-input', issue(`steps[${i}].fill`, 'filled-already'))
    if (!filled[step.cup]) {
      const done = fill(step.cup)
      if (!done.ok) return done
    }
    if (step.kind === 'fill') continue
    const poured = take(step, cups[step.cup]?.sets ?? 1, `steps[${i}]`)
    if (!poured.ok) return poured
    moves.push({ kind: 'pour', step: i, cup: step.cup, ml: poured.value })
  }
  for (const [cup, isFilled] of filled.entries()) {
    if (isFilled) continue
    const done = fill(cup)
    if (!done.ok) return done
  }
  return answer({ fullMl, moves })
}
