import { createEventHook } from '@vueuse/core'
import type { PlanView } from '~~/shared/types/plan'
import type { Problem } from '~~/shared/types/exchange'
import type { RunView } from '~~/shared/types/runs'
import { nextBatch, type Entry, type Outgoing } from '~/outbox/entry'
import { addEntry, listEntries, putEntries, removeEntries } from '~/outbox/kept'

const RETRY_MS = 3000
const NOT_SIGNED_IN = 401
const TOO_MANY = 429
/** Without an answer, or with one that another time may be another: it is sent again. */
const isUnanswered = (status: number) =>
  status === 0 || status >= 500 || status === NOT_SIGNED_IN || status === TOO_MANY

type Answer = { kind: 'run'; view: RunView } | { kind: 'work'; plan: PlanView | null }

/**
 * What was done at this device and is not yet with the server: one queue for all pages and tabs, kept
 * on the device first, sent in order and as often as needed, since everything carries a key of its
 * own. What the server will never take stays until somebody has seen why.
 */
export const useOutboxStore = defineStore('outbox', () => {
  const api = useApi()
  const session = useSessionStore()
  const entries = shallowRef<readonly Entry[]>([])
  const state = ref<'reached' | 'unreachable' | 'signed out'>('reached')
  const answers = createEventHook<Answer>()
  const tabs = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('outbox')
  let sending = false
  let retry: ReturnType<typeof setTimeout> | undefined

  const waiting = computed(() => entries.value.filter((entry) => entry.refused === null))
  const refused = computed(() => entries.value.filter((entry) => entry.refused !== null))

  async function read(): Promise<void> {
    entries.value = await listEntries()
  }
  async function changed(): Promise<void> {
    await read()
    tabs?.postMessage('changed')
  }
  if (tabs) tabs.onmessage = () => void read()

  /** Keeps what was done; it is sent at once where the server can be reached. */
  async function add(what: Outgoing, words: string): Promise<void> {
    await addEntry({ personId: session.person?.id ?? 0, words, what, refused: null })
    await changed()
    await deliver()
  }
  /** Reads what this device has kept, and goes on sending it. */
  async function begin(): Promise<void> {
    await read()
    await deliver()
  }
  async function deliver(): Promise<void> {
    if (sending) return
    sending = true
    clearTimeout(retry)
    try {
      await alone(sendAll)
    } finally {
      sending = false
    }
    if (waiting.value.length > 0) retry = setTimeout(() => void deliver(), RETRY_MS)
  }
  /** Only one of a device's tabs sends at a time. */
  async function alone(work: () => Promise<void>): Promise<void> {
    const locks = typeof navigator === 'undefined' ? undefined : navigator.locks
    if (!locks) return work()
    await locks.request('velvet-outbox', { ifAvailable: true }, async (lock) =>
      lock ? work() : read(),
    )
  }
  async function sendAll(): Promise<void> {
    for (;;) {
      await read()
      // What one has done is never told as done by who has signed in since.
      const own = waiting.value.filter((entry) => entry.personId === session.person?.id)
      const batch = nextBatch(own)
      if (batch.length === 0) return
      try {
        const answer = await send(batch)
        await removeEntries(batch.map(({ seq }) => seq))
        state.value = 'reached'
        await answers.trigger(answer)
        await changed()
      } catch (error) {
        if (!(error instanceof ProblemError)) throw error
        const { status } = error.problem
        if (isUnanswered(status)) {
          state.value = status === NOT_SIGNED_IN ? 'signed out' : 'unreachable'
          return
        }
        state.value = 'reached'
        await putAside(batch, error.problem)
      }
    }
  }
  async function send(batch: readonly Entry[]): Promise<Answer> {
    const runId = batch[0]?.what.kind === 'run' ? batch[0].what.runId : null
    const events = batch.map(({ what }) => what.event)
    return runId === null
      ? {
          kind: 'work',
          plan: await api.post<PlanView | null>('/api/work', { events, soItIs: false }),
        }
      : { kind: 'run', view: await api.post<RunView>(`/api/runs/${runId}/events`, { events }) }
  }
  /** What the server will never take is told, and does not hold up what was done after it. */
  async function putAside(
    batch: readonly Entry[],
    { title, issues, current }: Problem,
  ): Promise<void> {
    const named = issues.flatMap(({ path }) => /^events\[(\d+)\]/.exec(path)?.[1] ?? [])
    const wrong =
      named.length > 0 ? [...new Set(named)].flatMap((index) => batch[Number(index)] ?? []) : batch
    await putEntries(wrong.map((entry) => ({ ...entry, refused: title })))
    if (current && batch[0]?.what.kind === 'run')
      await answers.trigger({ kind: 'run', view: current as RunView })
    await changed()
  }
  /** Somebody has seen what was refused. */
  async function understood(seen: readonly Entry[] = refused.value): Promise<void> {
    await removeEntries(seen.map(({ seq }) => seq))
    await changed()
  }
  return {
    entries: computed(() => entries.value),
    waiting,
    refused,
    state: readonly(state),
    onAnswer: answers.on,
    add,
    begin,
    deliver,
    understood,
  }
})
