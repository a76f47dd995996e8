import { elementAt } from '../../elementAt'
import type { Draft } from '../draft'
import { CLOCK, coldBoxOf } from '../taskNames'

/** Between its hours a box is as good as full. It is left on for what lies in it already. */
export function closeBox(draft: Draft): void {
  const { horizonMin, workroom } = draft.options
  const edges = [draft.heatedUntilMin, ...(workroom.box?.runs ?? []).flat(), horizonMin]
  for (const { id: place, kind, areaCm2 } of workroom.places) {
    if (kind !== 'box') continue
    for (let i = 0; i < edges.length; i += 2) {
      const from = Math.max(draft.heatedUntilMin, elementAt(edges, i))
      const durationMin = elementAt(edges, i + 1) - from
      if (durationMin <= 0) continue
      const cold = coldBoxOf(place, i / 2)
      draft.put({ id: cold, job: CLOCK, durationMin, attended: false, place: { kind, areaCm2 } })
      if (from === 0) draft.liesAlready(cold)
      else draft.startsAt(cold, from, from)
    }
  }
}
