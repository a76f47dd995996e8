import type { Room } from '~~/core/plan'
import type { PlanQuestionView, PlanTaskRow } from '~~/shared/types/plan'
import type { PlanPin } from '~~/shared/schemas/planTerms'
import { objectionWords } from '~~/shared/words'
import { unlessStopped } from '~/composables/useWorkerTask'
import type { PlanTryAnswers } from '~/workers/plan.worker'
import { makerId } from '~~/core/tasks'
import { MS_PER_MIN } from '~~/core/units'

const STEP_MIN = 5

/** A task in somebody's hand: where it would begin, and with whom. */
export interface Carried {
  task: PlanTaskRow
  startMs: number
  personId: number | null
}
/** What would come of letting it go there; null while that is being found out. */
export type Verdict =
  | { possible: true; moved: { key: string; startMs: number; personId: number | null }[] }
  | { possible: false; words: string }
  | null

const makerIdOf = (personId: number | null) => (personId === null ? null : makerId.of(personId))

interface CarryingOptions {
  question: () => PlanQuestionView | null
  nameOf: (personId: number) => string
}

/**
 * Taking a task of the plan in hand, with what lights up and what would follow, tried out in the
 * browser.
 */
export function useCarrying({ question, nameOf }: CarryingOptions) {
  const { load, ask } = usePlanWorker()
  const { dayAndClock } = useWhen()
  const carried = shallowRef<Carried | null>(null)
  /** By person, where the task could begin there, in milliseconds since 1970. */
  const rooms = shallowRef<ReadonlyMap<number, Room>>(new Map())
  const verdict = shallowRef<Verdict>(null)
  let asking: Promise<void> | null = null

  watch(
    question,
    (loaded) => {
      if (loaded) load(JSON.parse(JSON.stringify(loaded)) as PlanQuestionView)
    },
    { immediate: true },
  )
  const originMs = () => Date.parse(question()?.originAt ?? '')
  const minuteOf = (ms: number) => Math.round((ms - originMs()) / MS_PER_MIN)
  const msOf = (minute: number) => originMs() + minute * MS_PER_MIN
  const atOf = (minute: number) => dayAndClock(new Date(msOf(minute)).toISOString())

  /** Who has the skill that a task needs. */
  function able(key: string): number[] {
    const asked = question()?.request.tasks.find((task) => task.id === key)
    return (question()?.request.makers ?? [])
      .filter((maker) => !asked?.skill || maker.skills.includes(asked.skill))
      .map((maker) => makerId.row(maker.id))
  }

  async function begin(task: PlanTaskRow): Promise<void> {
    const { request } = question() ?? {}
    if (!request || !task.attended) return
    carried.value = { task, startMs: Date.parse(task.startAt), personId: task.personId }
    verdict.value = null
    rooms.value = new Map()
    const found = await ask<'room'>({
      kind: 'room',
      task: task.key,
      makers: able(task.key).map(makerIdOf),
      span: [0, request.horizonMin],
    }).catch(unlessStopped)
    if (!found) return
    const inMs = ([from, to]: [number, number]): [number, number] => [msOf(from), msOf(to)]
    if (carried.value?.task.key === task.key)
      rooms.value = new Map(
        found.map(({ maker, room }) => [
          makerId.rowOrNull(maker) ?? 0,
          { free: room.free.map(inMs), possible: room.possible.map(inMs) },
        ]),
      )
  }
  function moveTo(startMs: number, personId: number | null): void {
    const own = carried.value
    if (!own) return
    const snapped = msOf(Math.round(minuteOf(startMs) / STEP_MIN) * STEP_MIN)
    if (snapped === own.startMs && personId === own.personId) return
    carried.value = { ...own, startMs: snapped, personId: personId ?? own.personId }
    verdict.value = null
    asking ??= find()
      .catch(unlessStopped)
      .finally(() => (asking = null))
  }
  const nudge = (minutes: number) => {
    if (carried.value) moveTo(carried.value.startMs + minutes * MS_PER_MIN, carried.value.personId)
  }

  /** Asks until the answer is about where the task is held now. */
  async function find(): Promise<void> {
    for (;;) {
      const own = carried.value
      if (!own) return
      const answer = await ask<'pinned'>({
        kind: 'pinned',
        pin: {
          task: own.task.key,
          startMin: minuteOf(own.startMs),
          maker: makerIdOf(own.personId),
        },
      })
      if (carried.value !== own) continue
      verdict.value = verdictOf(answer)
      return
    }
  }
  function verdictOf(answer: PlanTryAnswers['pinned']): Verdict {
    if ('crowded' in answer)
      return {
        possible: false,
        words: 'No plan was found with it there, beside what is pinned and about to begin.',
      }
    if ('moved' in answer)
      return {
        possible: true,
        moved: answer.moved.map((task) => ({
          key: task.id,
          startMs: msOf(task.startMin),
          personId: makerId.rowOrNull(task.maker),
        })),
      }
    const names = {
      task: (id: string | null) =>
        id ? `“${question()?.titles[id] ?? 'something begun already'}”` : 'the beginning',
      person: (maker: string) => nameOf(makerId.row(maker)),
      at: atOf,
    }
    return { possible: false, words: objectionWords(answer.objection, names) }
  }

  /** Lets it go: the pin that it makes there, or the sentence that says why it cannot lie there. */
  async function drop(): Promise<{ pin: PlanPin } | { refused: string } | null> {
    await asking
    const [own, found] = [carried.value, verdict.value]
    cancel()
    if (!own || !found) return null
    if (!found.possible) return { refused: found.words }
    return {
      pin: {
        taskKey: own.task.key,
        startAt: new Date(own.startMs).toISOString(),
        personId: own.personId,
      },
    }
  }
  function cancel(): void {
    carried.value = null
    verdict.value = null
    rooms.value = new Map()
  }
  return {
    carried: shallowReadonly(carried),
    rooms: shallowReadonly(rooms),
    verdict: shallowReadonly(verdict),
    able,
    begin,
    moveTo,
    nudge,
    drop,
    cancel,
  }
}
