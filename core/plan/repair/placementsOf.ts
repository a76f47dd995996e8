import type { Placements } from '../model/draft'
import { nowhere } from '../model/jobs'
import type { Model } from '../model/model'
import type { PlannedTask } from '../model/types'
import { NONE } from '../model/workshop'

/**
 * Where the tasks of the model lay in an earlier plan; `NONE` for those that it does not know or
 * that began before it.
 */
export function placementsOf(model: Model, planned: readonly PlannedTask[]): Placements {
  const { request, tasks } = model
  const at = new Map(planned.map((task) => [task.id, task]))
  const makers = new Map(request.makers.map((maker, i) => [maker.id, i]))
  const placements = nowhere(model)
  for (const { index, id, spots } of tasks) {
    const earlier = at.get(id)
    if (!earlier || earlier.startMin < 0) continue
    placements.start[index] = earlier.startMin
    placements.maker[index] = earlier.maker === null ? NONE : (makers.get(earlier.maker) ?? NONE)
    placements.spot[index] = spots.findIndex(
      (spot) =>
        (request.stations[spot.station]?.id ?? null) === earlier.station &&
        (request.places[spot.place]?.id ?? null) === earlier.place,
    )
  }
  return placements
}
