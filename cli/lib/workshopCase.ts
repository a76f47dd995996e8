import { type Interval, type PlanLag, type PlanRequest, type PlanTask } from '../../core/plan'
import { seededRandom } from '../../core/seededRandom'
import { MINUTES_PER_DAY } from '../../core/units'

/** What kind of workshop a made-up planning case is about. */
export interface CaseOptions {
  jobs: number
  seed: number
  /** How many pieces need a second layer inside a tack window. */
  tackShare?: number
  /** Whether surfaces stay open while they gel, so that nothing may be sanded in their room. */
  gels?: boolean
  /** How many of each mould; fewer make pieces wait for each other. */
  mouldsPerJob?: number
  /** Rack area for one piece in so many. */
  rackShare?: number
  /** Whether a piece keeps its place until it is demoulded. */
  isKept?: boolean
  /** How far the promises lie beyond the shortest time, in days. */
  slackDays?: number
}

/**
 * Makes up a workshop and its orders: prepare, mix, rest, pour, bubbles, cure, demould, finish and
 * pack, with moulds held from pour to demould, pot lives, racks, weekends and hands that can do
 * some of it.
 * @returns a request for `plan`; the same options give the same request
 */
export function workshopCase(options: CaseOptions): PlanRequest {
  const {
    jobs: count,
    seed,
    tackShare = 0.2,
    gels = false,
    mouldsPerJob = 0.25,
    rackShare = 0.5,
    slackDays = 3,
    isKept = false,
  } = options
  const random = seededRandom(seed)
  const whole = (from: number, to: number) => from + Math.floor(random() * (to - from + 1))
  const rooms = Math.max(1, Math.ceil(count / 20))
  const makers = Math.max(2, Math.ceil(count / 8))
  const days = 14 + Math.ceil(count / makers) * 3
  const horizonMin = days * MINUTES_PER_DAY
  const kinds = ['dial', 'tray', 'coaster', 'clock', 'ring', 'bowl']
  const tasks: PlanTask[] = []
  const lags: PlanLag[] = []
  const jobs = Array.from({ length: count }, (_, i) => {
    const id = `j${i + 1}`
    const releaseMin = random() < 0.3 ? whole(1, 5) * MINUTES_PER_DAY : 0
    const job = addJob(id, random() < tackShare)
    return {
      id,
      releaseMin,
      dueMin: releaseMin + job + Math.round(random() * slackDays * MINUTES_PER_DAY),
      weight: whole(1, 5),
    }
  })

  function addJob(job: string, hasSecondLayer: boolean): number {
    const areaCm2 = whole(2, 9) * 150
    const curesMin = whole(3, 12) * 120
    const task = (name: string, durationMin: number, more: Partial<PlanTask>) => {
      tasks.push({
        id: `${job}-${name}`,
        job,
        durationMin,
        attended: more.attended ?? true,
        ...more,
      })
      return `${job}-${name}`
    }
    const lag = (from: string, to: string, minMin = 0, maxMin: number | null = null) =>
      lags.push({ from, to, minMin, maxMin })
    const pourLayer = (n: number, before: string, first: number, last: number | null): string => {
      const mix = task(`mix${n}`, whole(3, 8), { skill: 'pour', station: 'bench' })
      const rest = task(`rest${n}`, whole(1, 3) * 10, { attended: false })
      const pour = task(`pour${n}`, whole(5, 20), {
        skill: 'pour',
        station: 'pour-table',
        openWet: true,
        ...(n === 1 ? { mould: { id: mouldOf(), count: 1, untilTask: `${job}-demould` } } : {}),
      })
      const bubbles = task(`bubbles${n}`, whole(2, 4), { station: 'pour-table', openWet: true })
      if (n === 1) lag(before, mix)
      else lag(before, pour, first, last)
      lag(mix, rest, 0, 0)
      lag(rest, pour)
      lag(mix, pour, 0, whole(10, 19) * 5)
      lag(pour, bubbles, whole(8, 16), whole(28, 44))
      // Under a second layer the first lies where the second will: the piece takes its area once.
      const place = n === 1 && hasSecondLayer ? null : { kind: 'rack', areaCm2 }
      let cure: string
      if (gels) {
        const gel = task(`gel${n}`, 150, { attended: false, place, openWet: true })
        cure = task(`cure${n}`, Math.max(60, curesMin - 150), { attended: false, place })
        lag(pour, gel, 0, 5)
        lag(gel, cure, 0, 0)
      } else {
        const untilTask = isKept ? { untilTask: `${job}-demould` } : {}
        cure = task(`cure${n}`, curesMin, {
          attended: false,
          place: place && { ...place, ...untilTask },
        })
        lag(pour, cure, 0, 5)
      }
      return n === 1 && hasSecondLayer ? pour : cure
    }
    let mould = ''
    const mouldOf = () => (mould ||= `mould-${kinds[whole(0, kinds.length - 1)]}`)
    const prepare = task('prep', whole(3, 9) * 5, { station: 'bench' })
    let cured = pourLayer(1, prepare, 0, null)
    if (hasSecondLayer) cured = pourLayer(2, cured, 180, 540)
    const demould = task('demould', whole(1, 3) * 5, { station: 'bench' })
    lag(cured, demould, random() < 0.3 ? 30 : 0)
    if (hasSecondLayer) lag(`${job}-cure1`, demould)
    const finish = task('finish', whole(3, 8) * 5, {
      skill: 'finish',
      station: 'sander',
      dust: true,
    })
    lag(demould, finish)
    const pack = task('pack', whole(1, 3) * 5, { skill: 'pack' })
    lag(finish, pack)
    return curesMin + 600
  }

  const moulds = kinds.map((kind) => ({
    id: `mould-${kind}`,
    count: Math.max(1, Math.round((count * mouldsPerJob) / kinds.length)),
  }))
  const stations = Array.from({ length: rooms }, (_, i) => [
    { id: `bench-${i + 1}`, kind: 'bench', room: `room-${i + 1}` },
    { id: `pour-${i + 1}`, kind: 'pour-table', room: `room-${i + 1}` },
    { id: `sander-${i + 1}`, kind: 'sander', room: `sanding-${i + 1}` },
  ]).flat()
  const skills = [
    ['pour', 'finish'],
    ['pour', 'pack'],
    ['finish', 'pack'],
  ]
  return {
    horizonMin,
    makers: Array.from({ length: makers }, (_, i) => ({
      id: `m${i + 1}`,
      skills: skills[i % 3]!,
      shifts: shiftsOf(480 + (i % 3) * 60, days),
    })),
    stations,
    places: Array.from({ length: rooms }, (_, i) => ({
      id: `rack-${i + 1}`,
      kind: 'rack',
      room: `room-${i + 1}`,
      areaCm2: Math.max(1500, Math.round((count / rooms) * rackShare * 900)),
    })),
    moulds,
    jobs,
    tasks,
    lags,
    limit: { ms: 2000 },
    seed: 1,
  }
}

/** Eight hours on every day but two in seven. */
function shiftsOf(openMin: number, days: number): Interval[] {
  return Array.from({ length: days }, (_, day) => day).flatMap((day): Interval[] =>
    day % 7 < 5 ? [[day * MINUTES_PER_DAY + openMin, day * MINUTES_PER_DAY + openMin + 480]] : [],
  )
}
