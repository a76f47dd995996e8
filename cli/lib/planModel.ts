import type { PlanRequest, PlanTask } from '../../core/plan'

/**
 * A plan request as a MiniZinc model, for a constraint solver to be measured beside our search.
 * All seven constraints of the contract; tardiness first, and completion among the plans with no
 * more of it.
 * @param mostTardiness null to minimise tardiness; else to minimise completion with at most so much
 */
export function planModel(request: PlanRequest, mostTardiness: number | null): string {
  const { tasks, makers, stations, places, moulds, jobs } = request
  const indexOf = new Map(tasks.map((task, i) => [task.id, i]))
  const lines: string[] = ['include "globals.mzn";']
  const add = (...more: string[]) => lines.push(...more)
  const releaseOf = new Map(jobs.map((job) => [job.id, job.releaseMin ?? 0]))
  const indices = (list: readonly { kind: string }[], kind: string | null | undefined) =>
    list.flatMap((one, i) => (one.kind === kind ? [i] : []))
  const rooms = [...new Set([...stations, ...places].map(({ room }) => room))]

  tasks.forEach((task, i) => {
    add(
      `var ${Math.max(0, releaseOf.get(task.job) ?? 0)}..${request.horizonMin - task.durationMin}: s${i};`,
    )
    if (task.attended) addHands(task, i)
    if (task.station) add(`var {${indices(stations, task.station).join(',')}}: w${i};`)
    if (task.place)
      add(
        `var {${places.flatMap((place, p) => (place.kind === task.place?.kind && place.areaCm2 >= task.place.areaCm2 ? [p] : [])).join(',')}}: p${i};`,
      )
  })

  function addHands(task: PlanTask, i: number): void {
    const stints = makers.flatMap((maker, m) =>
      task.skill && !maker.skills.includes(task.skill)
        ? []
        : maker.shifts
            .filter(([from, to]) => to - from >= task.durationMin)
            .map(([from, to]) => [m, from, to - task.durationMin] as const),
    )
    if (stints.length === 0) {
      add('constraint false;', `var 0..0: m${i};`)
      return
    }
    const column = (k: 0 | 1 | 2) => `[${stints.map((stint) => stint[k]).join(',')}]`
    add(
      `var 1..${stints.length}: k${i};`,
      `var {${[...new Set(stints.map(([m]) => m))].join(',')}}: m${i} = ${column(0)}[k${i}];`,
      `constraint s${i} >= ${column(1)}[k${i}] /\\ s${i} <= ${column(2)}[k${i}];`,
    )
  }

  const apart = (i: number, j: number) =>
    `(s${i} + ${tasks[i]!.durationMin} <= s${j} \\/ s${j} + ${tasks[j]!.durationMin} <= s${i})`
  const roomOf = (task: PlanTask, i: number): string | null => {
    const list = task.station ? stations : task.place ? places : null
    return (
      list &&
      `[${list.map(({ room }) => rooms.indexOf(room)).join(',')}][${task.station ? 'w' : 'p'}${i}+1]`
    )
  }
  for (let i = 0; i < tasks.length; i++) {
    for (let j = i + 1; j < tasks.length; j++) {
      const [x, y] = [tasks[i]!, tasks[j]!]
      if (x.durationMin === 0 || y.durationMin === 0) continue
      if (x.attended && y.attended) add(`constraint m${i} != m${j} \\/ ${apart(i, j)};`)
      if (x.station && x.station === y.station) add(`constraint w${i} != w${j} \\/ ${apart(i, j)};`)
      const [roomX, roomY] = [roomOf(x, i), roomOf(y, j)]
      if (roomX && roomY && ((x.dust && y.openWet) || (x.openWet && y.dust)))
        add(`constraint ${roomX} != ${roomY} \\/ ${apart(i, j)};`)
    }
  }
  const cumulative = (
    entries: readonly { start: string; duration: string; amount: string }[],
    most: number,
  ) => {
    if (entries.length === 0) return
    const list = (key: 'start' | 'duration' | 'amount') =>
      `[${entries.map((entry) => entry[key]).join(',')}]`
    add(`constraint cumulative(${list('start')}, ${list('duration')}, ${list('amount')}, ${most});`)
  }
  places.forEach((place, p) =>
    cumulative(
      tasks.flatMap((task, i) =>
        task.place?.kind === place.kind
          ? [
              {
                start: `s${i}`,
                duration: `${task.durationMin}`,
                amount: `${Math.round(task.place.areaCm2)} * bool2int(p${i} = ${p})`,
              },
            ]
          : [],
      ),
      Math.floor(place.areaCm2),
    ),
  )
  moulds.forEach((mould) => {
    const holders = tasks.flatMap((task, i) => (task.mould?.id === mould.id ? [{ task, i }] : []))
    cumulative(
      holders.map(({ task, i }) => {
        const until = indexOf.get(task.mould?.untilTask ?? task.id) ?? i
        add(
          `var 0..${request.horizonMin}: h${i} = max(${task.durationMin}, s${until} + ${tasks[until]!.durationMin} - s${i});`,
        )
        return { start: `s${i}`, duration: `h${i}`, amount: `${task.mould?.count ?? 1}` }
      }),
      mould.count,
    )
  })
  for (const lag of request.lags) {
    const [from, to] = [indexOf.get(lag.from)!, indexOf.get(lag.to)!]
    const gap = `s${to} - s${from} - ${tasks[from]!.durationMin}`
    add(`constraint ${gap} >= ${lag.minMin ?? 0};`)
    if (lag.maxMin !== null && lag.maxMin !== undefined) add(`constraint ${gap} <= ${lag.maxMin};`)
  }
  const sums = jobs.flatMap((job, j) => {
    const own = tasks.flatMap((task, i) =>
      task.job === job.id ? [`s${i} + ${task.durationMin}`] : [],
    )
    if (own.length === 0) return []
    add(`var 0..${request.horizonMin}: c${j} = max([${own.join(',')}]);`)
    const due = job.dueMin ?? null
    return [
      {
        tardiness: due === null ? '0' : `${job.weight ?? 1} * max(0, c${j} - ${due})`,
        completion: `${job.weight ?? 1} * c${j}`,
      },
    ]
  })
  add(
    `var int: tardiness = ${sums.map((sum) => sum.tardiness).join(' + ')};`,
    `var int: completion = ${sums.map((sum) => sum.completion).join(' + ')};`,
  )
  if (mostTardiness !== null) add(`constraint tardiness <= ${mostTardiness};`)
  add(
    `solve minimize ${mostTardiness === null ? 'tardiness' : 'completion'};`,
    'output ["\\(tardiness) \\(completion)"];',
  )
  return lines.join('\n')
}
