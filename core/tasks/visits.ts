import { rangeOf, type Entry } from '../trade'
import type { AtPot } from './at'
import { addHelpers } from './handWork'
import { notOver } from './reported'
import { LONGEST_STAGE_MIN } from './stages'
import { keyOf } from './taskNames'

/** A drip is wiped and a check is made so long after its time, as long as nobody says otherwise. */
const SENSE_MIN = 60
/** So late a visit still makes sense; null for what has to be done however late, as taking tape off. */
const makesSenseFor = ({ kind, asks, lateMin }: Entry): number | null =>
  kind === 'drips' || kind === 'witness' || asks !== null ? (lateMin ?? SENSE_MIN) : null

/**
 * What is done to a pot's pieces while they cure, so many minutes after the pour or as soon after as
 * there are hands.
 */
export function addVisits(at: AtPot, pouring: string | null): string[] {
  const { draft, line, layer, index, pot } = at
  return (draft.courseOf(line.recipe).visits[index] ?? []).flatMap((step) =>
    step.at.flatMap((afterMin, i) => {
      const due = pot.pouredMin === null ? afterMin : Math.ceil(pot.pouredMin + afterMin)
      const doing = { what: step.key, visit: i, layer: layer.key }
      const left = notOver(line, doing, rangeOf(pot))
      const pieces = left.reduce((sum, range) => sum + range.pieces, 0)
      if (due < 0 || pieces === 0) return []
      const durationMin = Math.min(
        LONGEST_STAGE_MIN,
        Math.max(1, Math.ceil(step.batchMin + step.pieceMin * pieces)),
      )
      const senseMin = makesSenseFor(step)
      const isLost =
        pouring === null &&
        senseMin !== null &&
        !draft.isAnybodyThere(step, { fromMin: due, toMin: due + senseMin, durationMin })
      if (isLost) {
        draft.lost.push({ lineId: line.id, title: step.name, dueMin: due })
        return []
      }
      const key = keyOf(layer, pot, `${step.key}.${i}`)
      const visit = draft.add(
        line,
        key,
        {
          kind: 'step',
          title: step.name,
          potId: pot.id,
          personId: step.personId,
          does: { ...doing, ...rangeOf(pot), asks: step.asks },
        },
        {
          durationMin,
          attended: true,
          skill: step.skill,
          station: step.stationKind,
          dust: step.dust,
        },
      )
      addHelpers(at, step, { key, own: visit, title: step.name, durationMin })
      // What has been poured already is seen to as soon as somebody is there, even if that is late.
      if (pouring === null) draft.startsAt(visit, due)
      else
        draft.lag(
          pouring,
          visit,
          Math.ceil(afterMin),
          step.lateMin === null ? null : Math.ceil(afterMin) + Math.floor(step.lateMin),
        )
      return [visit]
    }),
  )
}
