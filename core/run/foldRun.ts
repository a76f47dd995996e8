import { rateAt } from '../cure'
import { rescue } from '../mix'
import type { RunEvent, RunState, RunStep, RunTargets } from './types'
import { MS_PER_MIN } from '../units'

/** What is told beside the steps; taking back does not reach it. */
const BESIDE: readonly RunEvent['kind'][] = [
  'measured',
  'handedOver',
  'acknowledged',
  'ranShort',
  'leftOver',
]
const isBeside = ({ kind }: RunEvent) => BESIDE.includes(kind)

/** Events that still count: each `undone` takes back the last step before it. */
export function notTakenBack<E extends RunEvent>(events: readonly E[]): E[] {
  return events.reduce<E[]>((kept, event) => {
    if (event.kind !== 'undone') return [...kept, event]
    const last = kept.findLastIndex((one) => !isBeside(one))
    return kept.filter((_, i) => i !== last)
  }, [])
}

/**
 * Works out where a run stands from everything that was done so far.
 * The state is nothing but a fold over the log, so a reload, a second screen or a restart shows the
 * same.
 * The second part follows what was really poured of the first.
 * After both parts a ratio outside the resin's tolerance asks for the exact top-up first
 * (`rescue`).
 * The rest is counted from the end of stirring, as makers count it.
 */
export function foldRun(targets: RunTargets, events: readonly RunEvent[]): RunState {
  const log = notTakenBack(events)
  const last = (kind: RunEvent['kind']) => log.findLast((event) => event.kind === kind)?.at ?? null
  const laid = log.findLast((event) => event.kind === 'cureStarted')
  const inCup = { a: 0, b: 0 }
  let weighings = 0
  for (const event of log) {
    if (event.kind !== 'weighed') continue
    inCup[event.part] += event.amount
    weighings++
  }
  const stirEndedAt = last('stirEnded')
  const pourEndedAt = last('pourEnded')
  const poured = [
    ...new Set(log.flatMap((event) => (event.kind === 'cupPoured' ? [event.index] : []))),
  ].filter((index) => index < targets.pours.length)
  const state = {
    inCup,
    poured,
    acknowledged: log.flatMap((event) => (event.kind === 'acknowledged' ? [event.code] : [])),
    extraMl: log.reduce((sum, event) => sum + (event.kind === 'ranShort' ? event.ml : 0), 0),
    ratioErrorPct: errorOf(targets, inCup),
    shortMl: shortOf(targets, inCup),
    stirEndedAt,
    pourEndedAt,
    cureStartedAt: laid?.at ?? null,
    placeId: laid?.placeId ?? null,
    handedTo: log.findLast((event) => event.kind === 'handedOver')?.personId ?? null,
    bench: benchOf(targets, log),
    workableUntil: workableUntil(targets, log, stirEndedAt),
  }
  const heated = new Set(
    log.flatMap((event) =>
      event.kind === 'heatPass' || event.kind === 'skipped' ? [event.index] : [],
    ),
  )
  return {
    ...state,
    step: stepOf(targets, state, weighings, {
      spoiled: last('spoiled'),
      stirStarted: last('stirStarted'),
      pourStarted: last('pourStarted'),
      heated,
    }),
  }
}

/** How warm the bench is: as it was measured last. */
function benchOf({ warmth }: RunTargets, log: readonly RunEvent[]): RunState['bench'] {
  const measured = log.findLast((event) => event.kind === 'measured')
  if (measured) return { tempC: measured.tempC, isMeasured: true }
  return warmth ? { tempC: warmth.tempC, isMeasured: warmth.isMeasured } : null
}

/**
 * When the cup is lost. Its time runs from the end of stirring, or from the first contact of the
 * parts where the sheet counts so, at the warmth of the bench as it was measured last.
 * Source: Arrhenius rate (`rateAt`); the warmth of the bench is taken for the whole of it.
 */
function workableUntil(
  targets: RunTargets,
  log: readonly RunEvent[],
  stirEndedAt: number | null,
): number | null {
  const { warmth, workMin } = targets
  const first = log.find((event) => event.kind === 'weighed')
  const contactAt =
    log.find((event) => event.kind === 'weighed' && event.part !== first?.part)?.at ?? null
  const from = warmth?.fromContact ? contactAt : stirEndedAt
  if (from === null) return null
  const bench = benchOf(targets, log)
  const faster = warmth && bench ? rateAt(warmth, bench.tempC) / rateAt(warmth, warmth.tempC) : 1
  return from + (workMin / faster) * MS_PER_MIN
}

const amountIn = (targets: RunTargets, value: number) =>
  targets.parts[0]?.unit === 'ml' ? { volumeMl: value } : { massG: value }

function topUpOf(targets: RunTargets, inCup: RunState['inCup']) {
  const checked = rescue({
    resin: targets.resin,
    inCup: { a: amountIn(targets, inCup.a), b: amountIn(targets, inCup.b) },
  })
  return checked.ok ? checked.value : null
}

const errorOf = (targets: RunTargets, inCup: RunState['inCup']): number | null =>
  inCup.a > 0 && inCup.b > 0 ? (topUpOf(targets, inCup)?.ratioErrorPct ?? null) : null

/** Less than this of the need is how a scale reads, not a mix that is short. */
const AS_MEASURED_SHARE = 0.01

/** How much less was mixed than the pot needs, ml; 0 where it is enough, null where nobody knows yet. */
function shortOf({ parts, resin, needMl }: RunTargets, inCup: RunState['inCup']): number | null {
  const volumeMl = (part: 'a' | 'b') => {
    if (parts[0]?.unit === 'ml') return inCup[part]
    const density = part === 'a' ? resin.densityA : resin.densityB
    return density === undefined ? null : inCup[part] / density
  }
  const [a, b] = [volumeMl('a'), volumeMl('b')]
  if (a === null || b === null || inCup.a === 0 || inCup.b === 0) return null
  const short = needMl - a - b
  return short > AS_MEASURED_SHARE * needMl ? short : 0
}

interface Marks {
  spoiled: number | null
  stirStarted: number | null
  pourStarted: number | null
  heated: ReadonlySet<number>
}

function stepOf(
  targets: RunTargets,
  state: Omit<RunState, 'step'>,
  weighings: number,
  marks: Marks,
): RunStep {
  if (marks.spoiled !== null) return { kind: 'spoiled' }
  if (state.cureStartedAt !== null) return { kind: 'done' }
  const part = targets.parts[weighings]
  if (part) return weighStep(targets, part, state.inCup)
  if (state.stirEndedAt === null) {
    const topUp = marks.stirStarted === null ? topUpStep(targets, state.inCup) : null
    return topUp ?? { kind: 'stir', minutes: targets.stirMin, startedAt: marks.stirStarted }
  }
  if (state.pourEndedAt === null) {
    const restEnds = state.stirEndedAt + targets.restMin * MS_PER_MIN
    if (marks.pourStarted === null && targets.restMin > 0) return { kind: 'rest', until: restEnds }
    const left = targets.pours.flatMap((_, i) => (state.poured.includes(i) ? [] : [i]))
    return { kind: 'pour', startedAt: marks.pourStarted, minutes: targets.pourMin, left }
  }
  const index = targets.heatAfterMin.findIndex((_, i) => !marks.heated.has(i))
  if (index >= 0)
    return {
      kind: 'heat',
      index,
      dueAt: state.pourEndedAt + (targets.heatAfterMin[index] ?? 0) * MS_PER_MIN,
    }
  return { kind: 'cure' }
}

/**
 * What is poured next. The second part follows what was really poured of the first, so that the
 * ratio holds whatever went in.
 */
function weighStep(
  targets: RunTargets,
  part: RunTargets['parts'][number],
  inCup: RunState['inCup'],
): RunStep {
  const [first] = targets.parts
  const poured = first && first.part !== part.part ? inCup[first.part] : 0
  const follows = first && poured > 0 && first.ownAmount > 0 ? poured / first.ownAmount : 1
  const target = part.ownAmount * follows
  const addsUp = part.readTo !== part.ownAmount
  return {
    kind: 'weigh',
    part: part.part,
    target,
    readTo: follows === 1 ? part.readTo : addsUp ? poured + target : target,
    unit: part.unit,
    isTopUp: false,
  }
}

function topUpStep(targets: RunTargets, inCup: RunState['inCup']): RunStep | null {
  const checked = topUpOf(targets, inCup)
  if (!checked || checked.withinTolerance || !checked.add) return null
  const unit = targets.parts[0]?.unit ?? 'g'
  const target = (unit === 'ml' ? checked.add.volumeMl : checked.add.massG) ?? 0
  const addsUp = unit === 'ml' || targets.parts[1]?.readTo !== targets.parts[1]?.ownAmount
  const readTo = addsUp ? inCup.a + inCup.b + target : target
  return { kind: 'weigh', part: checked.add.part, target, readTo, unit, isTopUp: true }
}
