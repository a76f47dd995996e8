import { replan } from '../repair/replan'
import type { Pin, PlanAnswer, PlannedTask, PlanRequest } from '../model/types'

/** Longer by this much is what people stay when asked, minutes. */
export const EVENING_MIN = 120
/** So many of each maker's next shifts are tried. */
const SHIFTS_TRIED = 3
const TRIES = 120

/** Something the workshop could have more of. */
export type Help =
  | { kind: 'mould'; mould: string }
  /** This maker stays from the end of a shift until then. */
  | { kind: 'evening'; maker: string; fromMin: number; toMin: number }
  /** What closes a place then does so later, with this task of the request. */
  | { kind: 'place'; closing: string; fromMin: number; toMin: number }

/** What it would bring, promise by promise. */
export interface Gain {
  help: Help
  tardinessSavedMin: number
  completionSavedMin: number
  /** Promises with a job that ends at another time, the most sooner first. */
  promises: PromiseGain[]
}

/** Minutes sooner; later below nothing. */
export interface PromiseGain {
  promise: string
  /** By the last of its jobs. */
  soonerMin: number
  /** By all of its jobs in the mean, each by its weight. */
  meanSoonerMin: number
}

export interface HelpQuestion {
  request: PlanRequest
  planned: readonly PlannedTask[]
  pins: readonly Pin[]
  /**
   * The tasks that stand for nothing but a place that is closed, each fixed to its minute, in order
   * of time.
   */
  closings: readonly { task: string; fromMin: number }[]
  /** By job what it is promised in; what has no weight ends nobody's wait and is told for none. */
  promises: Readonly<Record<string, string>>
  /** Told after each thing tried, 0 to 1; asks by its answer to stop there. */
  onProgress?: (done: number) => boolean
}

/**
 * Tries one more of each mould, each maker two hours longer on one of the next days, and a place
 * that closes two hours later then, and says what each would gain. What improves is compared with
 * the same search without any help, so that a gain is owed to the help alone.
 * @returns what gains something, the most first: less weighted tardiness, then less weighted
 *   completion
 */
export function whatHelps({
  request,
  planned,
  pins,
  closings,
  promises,
  onProgress,
}: HelpQuestion): Gain[] {
  const withHelp = (changed: PlanRequest) =>
    replan(changed, { keep: planned, pins, improves: true, tries: TRIES })
  const before = withHelp(request)
  if (!before.ok) return []
  const helps = [...mouldsInUse(request), ...evenings(request), ...openPlaces(request, closings)]
  const gains: Gain[] = []
  for (const [i, help] of helps.entries()) {
    const after = withHelp(helped(request, help))
    if (after.ok) gains.push(gainOf(request, promises, help, before.value, after.value))
    if (onProgress?.((i + 1) / helps.length)) break
  }
  return gains
    .filter(
      (gain) =>
        gain.tardinessSavedMin > 0 || (gain.tardinessSavedMin === 0 && gain.completionSavedMin > 0),
    )
    .sort(
      (x, y) =>
        y.tardinessSavedMin - x.tardinessSavedMin || y.completionSavedMin - x.completionSavedMin,
    )
}

function mouldsInUse({ moulds, tasks }: PlanRequest): Help[] {
  const used = new Set(tasks.flatMap((task) => (task.mould ? [task.mould.id] : [])))
  return moulds
    .filter((mould) => used.has(mould.id))
    .map((mould) => ({ kind: 'mould', mould: mould.id }))
}

function evenings({ makers, horizonMin }: PlanRequest): Help[] {
  return makers.flatMap(({ id, shifts }) => {
    const next = shifts
      .filter(([, to]) => to > 0)
      .sort((x, y) => x[1] - y[1])
      .slice(0, SHIFTS_TRIED)
    return next.map(([, to]): Help => ({
      kind: 'evening',
      maker: id,
      fromMin: to,
      toMin: Math.min(horizonMin, to + EVENING_MIN),
    }))
  })
}

/** The next times that a place closes, where it is open before. */
function openPlaces({ tasks }: PlanRequest, closings: HelpQuestion['closings']): Help[] {
  const lasts = new Map(tasks.map((task) => [task.id, task.durationMin]))
  const next = closings.filter(({ fromMin }) => fromMin > 0).slice(0, SHIFTS_TRIED)
  return next.map(({ task, fromMin }): Help => ({
    kind: 'place',
    closing: task,
    fromMin,
    toMin: fromMin + Math.min(EVENING_MIN, lasts.get(task) ?? 0),
  }))
}

/** The request of a workshop that has more of something. */
function helped(request: PlanRequest, help: Help): PlanRequest {
  if (help.kind === 'place') {
    const longerMin = help.toMin - help.fromMin
    return {
      ...request,
      tasks: request.tasks.map((task) =>
        task.id === help.closing ? { ...task, durationMin: task.durationMin - longerMin } : task,
      ),
      lags: request.lags.map((lag) =>
        lag.to === help.closing
          ? { ...lag, minMin: (lag.minMin ?? 0) + longerMin, maxMin: (lag.maxMin ?? 0) + longerMin }
          : lag,
      ),
    }
  }
  if (help.kind === 'mould')
    return {
      ...request,
      moulds: request.moulds.map((mould) =>
        mould.id === help.mould ? { ...mould, count: mould.count + 1 } : mould,
      ),
    }
  const longer = (shifts: PlanRequest['makers'][number]['shifts']) =>
    shifts.map(([from, to]): [number, number] =>
      to === help.fromMin ? [from, help.toMin] : [from, to],
    )
  return {
    ...request,
    makers: request.makers.map((maker) =>
      maker.id === help.maker ? { ...maker, shifts: longer(maker.shifts) } : maker,
    ),
  }
}

function gainOf(
  { jobs, tasks }: PlanRequest,
  promises: HelpQuestion['promises'],
  help: Help,
  before: PlanAnswer,
  after: PlanAnswer,
): Gain {
  const endsIn = (answer: PlanAnswer) => {
    const end = new Map<string, number>()
    tasks.forEach(({ job }, i) =>
      end.set(job, Math.max(end.get(job) ?? 0, answer.tasks[i]?.endMin ?? 0)),
    )
    return end
  }
  const [endsBefore, endsAfter] = [endsIn(before), endsIn(after)]
  const byPromise = new Map<string, { weight: number; beforeMin: number; afterMin: number }[]>()
  for (const { id, weight: given } of jobs) {
    const weight = given ?? 1
    const promise = promises[id]
    const [beforeMin, afterMin] = [endsBefore.get(id), endsAfter.get(id)]
    if (promise === undefined || weight === 0 || beforeMin === undefined || afterMin === undefined)
      continue
    byPromise.set(promise, [...(byPromise.get(promise) ?? []), { weight, beforeMin, afterMin }])
  }
  const gains = [...byPromise].map(([promise, ends]): PromiseGain => ({
    promise,
    soonerMin:
      Math.max(...ends.map((end) => end.beforeMin)) - Math.max(...ends.map((end) => end.afterMin)),
    meanSoonerMin:
      ends.reduce((sum, end) => sum + end.weight * (end.beforeMin - end.afterMin), 0) /
      ends.reduce((sum, end) => sum + end.weight, 0),
  }))
  return {
    help,
    tardinessSavedMin: before.objective.weightedTardinessMin - after.objective.weightedTardinessMin,
    completionSavedMin:
      before.objective.weightedCompletionMin - after.objective.weightedCompletionMin,
    promises: gains
      .filter((gain) => gain.soonerMin !== 0 || gain.meanSoonerMin !== 0)
      .sort((x, y) => y.soonerMin - x.soonerMin || y.meanSoonerMin - x.meanSoonerMin),
  }
}
