import { ValidationError, type TestContext } from 'yup'
import type { Interval, PlanRequest } from '../../../core/plan'
import { exact, flag, list, named, notNegative, num, searchLimit, whole } from '../fields'
import { narrowed, schemaOf } from '../typed'

const id = () => named(200)
const maybeWhole = () => whole().nullable()

const shift = () =>
  narrowed<Interval>()(
    list(whole().required())
      .required()
      .length(2, 'must be a pair of minutes [from, to]')
      .test(
        'order',
        'must end after it starts',
        (value) => !Array.isArray(value) || value.length !== 2 || value[0]! < value[1]!,
      ),
  )

const task = () =>
  exact({
    id: id(),
    job: id(),
    durationMin: whole().required().min(0),
    attended: flag().required(),
    skill: id().optional().nullable(),
    station: id().optional().nullable(),
    place: exact({
      kind: id(),
      areaCm2: notNegative().required(),
      untilTask: id().optional().nullable(),
    }).nullable(),
    mould: exact({
      id: id(),
      count: maybeWhole().min(1),
      untilTask: id().optional().nullable(),
    }).nullable(),
    dust: flag().nullable(),
    openWet: flag().nullable(),
  }).required()

interface Loose {
  tasks: {
    id: string
    job: string
    mould?: { id: string; untilTask?: string | null } | null
    place?: { untilTask?: string | null } | null
  }[]
}

/** Every id stands once, and every id that is pointed to is there. */
function checkIds(value: PlanRequest | undefined, context: TestContext) {
  if (!value) return true
  const issues: { path: string; message: string }[] = []
  const idsOf = (name: 'makers' | 'stations' | 'places' | 'moulds' | 'jobs' | 'tasks') => {
    const entries: readonly { id?: unknown }[] = Array.isArray(value[name]) ? value[name] : []
    const seen = new Set<unknown>()
    entries.forEach((entry, i) => {
      const known = (entry as { id?: unknown } | null)?.id
      if (seen.has(known))
        issues.push({ path: `${name}[${i}].id`, message: `stands twice: "${String(known)}"` })
      seen.add(known)
    })
    return seen
  }
  for (const name of ['makers', 'stations', 'places'] as const) idsOf(name)
  const [moulds, jobs, tasks] = [idsOf('moulds'), idsOf('jobs'), idsOf('tasks')]
  const known = (ids: Set<unknown>, wanted: unknown, path: string, what: string) => {
    if (typeof wanted === 'string' && !ids.has(wanted))
      issues.push({ path, message: `no ${what} has the id "${wanted}"` })
  }
  const list = Array.isArray(value.tasks) ? (value.tasks as Loose['tasks']) : []
  list.forEach((one, i) => {
    known(jobs, one?.job, `tasks[${i}].job`, 'job')
    known(moulds, one?.mould?.id, `tasks[${i}].mould.id`, 'mould')
    known(tasks, one?.mould?.untilTask, `tasks[${i}].mould.untilTask`, 'task')
    known(tasks, one?.place?.untilTask, `tasks[${i}].place.untilTask`, 'task')
  })
  const lags = Array.isArray(value.lags) ? value.lags : []
  lags.forEach((lag, i) => {
    known(tasks, lag?.from, `lags[${i}].from`, 'task')
    known(tasks, lag?.to, `lags[${i}].to`, 'task')
  })
  return (
    issues.length === 0 ||
    new ValidationError(
      issues.map(({ path, message }) =>
        context.createError({ path: context.path ? `${context.path}.${path}` : path, message }),
      ),
    )
  )
}

export const planSchema = schemaOf<PlanRequest>()(
  exact({
    horizonMin: whole().required().min(0),
    makers: list(
      exact({
        id: id(),
        skills: list(named()).required(),
        shifts: list(shift()).required(),
      }).required(),
    ).required(),
    stations: list(exact({ id: id(), kind: id(), room: id() }).required()).required(),
    places: list(
      exact({ id: id(), kind: id(), room: id(), areaCm2: notNegative().required() }).required(),
    ).required(),
    moulds: list(exact({ id: id(), count: whole().required().min(0) }).required()).required(),
    jobs: list(
      exact({
        id: id(),
        releaseMin: maybeWhole(),
        dueMin: maybeWhole(),
        weight: num().min(0).nullable(),
      }).required(),
    ).required(),
    tasks: list(task()).required(),
    lags: list(
      exact({ from: id(), to: id(), minMin: maybeWhole(), maxMin: maybeWhole() }).required(),
    ).required(),
    limit: searchLimit(),
    seed: maybeWhole(),
  }).test('ids', checkIds),
)
