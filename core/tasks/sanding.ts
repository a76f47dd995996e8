import { WORK_OF_LAYERS } from '../run'
import { SANDING, overlap, rangeOf, type Range } from '../trade'
import { potsAt, type AtLayer, type AtPot } from './at'
import { sandedAfter } from './joints'
import { surelyAt, waitOf } from './onRack'
import { notOver } from './reported'
import { LONGEST_STAGE_MIN, type Stage } from './stages'
import { keyOf } from './taskNames'

/** Where the next layer goes on a sanded face, the stage is left through the sanding. */
export function addSanding(at: AtPot, cured: Stage): string {
  const { draft, line, layer, pot } = at
  const sanded = sandedAfter(at)
  if (!sanded) return cured.leave
  const doing = { what: WORK_OF_LAYERS.sanding, visit: null, layer: layer.key }
  if (notOver(line, doing, rangeOf(pot)).length === 0) return cured.leave
  const does = { ...doing, ...rangeOf(pot), asks: null }
  const sanding = draft.add(
    line,
    keyOf(layer, pot, 'sand'),
    { kind: 'sand', title: `sand and wipe ${sanded.layer.name}`, potId: pot.id, does },
    {
      durationMin: Math.min(LONGEST_STAGE_MIN, Math.ceil(SANDING.pieceMin * pot.pieces)),
      attended: true,
      skill: SANDING.skill,
      station: SANDING.station,
      dust: true,
    },
  )
  draft.lag(cured.leave, sanding)
  if (sanded.index !== at.index) waitsForHard(sanded, cured, sanding)
  return sanding
}

/** What is sanded later than it was poured has to be hard by then. */
function waitsForHard(at: AtLayer, range: Range, sanding: string): void {
  const { draft, line, index } = at
  const hardMin = waitOf(at, 'sand').surelyByMin
  const pour = draft.courseOf(line.recipe).work[index]?.pouring.at(-1)
  for (const earlier of pour ? draft.doneOn(line, pour.key, range) : [])
    draft.lag(earlier.leave, sanding, hardMin)
  for (const pot of potsAt(at))
    if (pot.pouredMin !== null && overlap(rangeOf(pot), range))
      draft.startsAt(sanding, Math.max(0, surelyAt({ ...at, pot }, 'sand')))
}
