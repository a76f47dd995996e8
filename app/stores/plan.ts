import { keepLive } from '~/live/happened'
import { withWaiting } from '~/outbox/withWaiting'
import type { GatherFields } from '~~/shared/schemas/pots'
import type { PlanQuestionView, PlanView } from '~~/shared/types/plan'
import type { Pot } from '~~/shared/types/pots'
import type { PlanAsk } from '~~/shared/schemas/proposals'
import type { Proposal } from '~~/shared/types/proposals'

/** How long to wait between two looks at a proposal that is being worked out. */
const LOOK_EVERY_MS = 150

/** The plan that holds now, the pots it lines up, and what is proposed instead. */
export const usePlanStore = defineStore('plan', () => {
  const api = useApi()
  const plan = shallowRef<PlanView | null>(null)
  const pots = shallowRef<Pot[]>([])
  const loaded = ref(false)
  const planning = ref(false)
  const outbox = useOutboxStore()
  const told = computed(() =>
    outbox.waiting.flatMap(({ what }) => (what.kind === 'work' ? [what.event] : [])),
  )
  const proposal = shallowRef<Proposal | null>(null)
  const question = shallowRef<PlanQuestionView | null>(null)
  const potById = computed(() => new Map(pots.value.map((pot) => [pot.id, pot])))

  async function load(): Promise<void> {
    const [current, open] = await Promise.all([
      api.get<PlanView | null>('/api/plan'),
      api.get<Pot[]>('/api/pots'),
    ])
    plan.value = current
    pots.value = open
    loaded.value = true
  }
  async function loadQuestion(): Promise<void> {
    question.value = await api.get<PlanQuestionView | null>('/api/plan/question')
  }
  /** Takes over a plan that now holds, with the pots it lines up. */
  async function hold(next: PlanView): Promise<void> {
    plan.value = next
    proposal.value = null
    pots.value = await api.get<Pot[]>('/api/pots')
  }
  /** The plan that holds, as it stands now. */
  function see(next: PlanView | null): void {
    plan.value = next
  }
  async function whilePlanning(work: () => Promise<void>): Promise<void> {
    planning.value = true
    try {
      await work()
    } finally {
      planning.value = false
    }
  }
  /** Pours layers from other pots; the plan follows. */
  const gather = (fields: GatherFields) =>
    whilePlanning(async () => {
      try {
        plan.value = await api.post<PlanView>('/api/pots/gather', fields)
      } finally {
        pots.value = await api.get<Pot[]>('/api/pots')
      }
    })
  /** The first plan of all: there is nothing to compare it with. */
  const begin = () => whilePlanning(async () => hold(await api.post<PlanView>('/api/plan')))

  /**
   * Has a change worked out and waits for it; whoever asks again meanwhile lets the one before go.
   */
  const ask = (what: PlanAsk) =>
    whilePlanning(async () => {
      await discard()
      const asked = await api.post<Proposal>('/api/plan/proposals', what)
      proposal.value = asked
      while (isOpen(proposal.value) && proposal.value?.id === asked.id) {
        await new Promise((resolve) => setTimeout(resolve, LOOK_EVERY_MS))
        if (proposal.value?.id !== asked.id) return
        const seen: Proposal = await api.get<Proposal>(`/api/plan/proposals/${asked.id}`)
        if (proposal.value?.id === asked.id) proposal.value = seen
      }
    })
  /** Stops what is being worked out, or lets go what is not wanted. */
  async function discard(): Promise<void> {
    const open = proposal.value
    proposal.value = null
    if (open && open.state !== 'accepted' && !open.follows)
      await api.remove(`/api/plan/proposals/${open.id}`)
  }
  /** Looks at what is proposed already. */
  async function look(id: number): Promise<void> {
    proposal.value = await api.get<Proposal>(`/api/plan/proposals/${id}`)
  }
  const accept = () =>
    whilePlanning(async () => {
      if (proposal.value)
        await hold(await api.post<PlanView>(`/api/plan/proposals/${proposal.value.id}/accept`))
    })
  const restore = (direction: 'undo' | 'redo') =>
    whilePlanning(async () => {
      if (plan.value)
        await hold(
          await api.post<PlanView>('/api/plan/restore', { planId: plan.value.id, direction }),
        )
    })
  const readPots = async () => {
    pots.value = await api.get<Pot[]>('/api/pots')
  }
  keepLive(
    ({ subject }) => subject === 'plan' || subject === 'work',
    () => loaded.value && !planning.value,
    load,
  )
  keepLive(
    ({ subject, kind }) => subject === 'pots' || (subject === 'run' && kind !== 'gone on'),
    () => loaded.value && !planning.value,
    readPots,
  )
  return {
    plan: computed(() => plan.value && withWaiting(plan.value, told.value)),
    pots: computed<readonly Pot[]>(() => pots.value),
    potById,
    loaded: readonly(loaded),
    planning: readonly(planning),
    proposal: computed(() => proposal.value),
    question: computed(() => question.value),
    load,
    loadQuestion,
    gather,
    begin,
    ask,
    discard,
    look,
    accept,
    restore,
    hold,
    see,
  }
})

const isOpen = (proposal: Proposal | null) =>
  proposal?.state === 'waiting' || proposal?.state === 'running'
