import type { GatherFields } from '~~/shared/schemas/forms'
import type { PlanView, Pot } from '~~/shared/types'

/** The plan that holds now and the pots it lines up. */
export const usePlanStore = defineStore('plan', () => {
  const api = useApi()
  const plan = shallowRef<PlanView | null>(null)
  const pots = shallowRef<Pot[]>([])
  const loaded = ref(false)
  const planning = ref(false)
  const potById = computed(() => new Map(pots.value.map((pot) => [pot.id, pot])))

  async function load(): Promise<void> {
    const [current, open] = await Promise.all([api.get<PlanView | null>('/api/plan'), api.get<Pot[]>('/api/pots')])
    plan.value = current
    pots.value = open
    loaded.value = true
  }
  /** Pours layers from other pots; the plan follows. */
  async function gather(fields: GatherFields): Promise<void> {
    planning.value = true
    try {
      plan.value = await api.post<PlanView>('/api/pots/gather', fields)
    } finally {
      planning.value = false
      pots.value = await api.get<Pot[]>('/api/pots')
    }
  }
  async function replan(): Promise<void> {
    planning.value = true
    try {
      plan.value = await api.post<PlanView>('/api/plan')
      pots.value = await api.get<Pot[]>('/api/pots')
    } finally {
      planning.value = false
    }
  }
  return { plan: readonly(plan), pots: computed<readonly Pot[]>(() => pots.value), potById, loaded: readonly(loaded), planning: readonly(planning), load, replan, gather }
})
