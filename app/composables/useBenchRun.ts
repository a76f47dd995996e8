import { onKeyStroke, refAutoReset } from '@vueuse/core'
import { MS_PER_MIN } from '~~/core/units'
import { dueAt, type RunEvent } from '~~/core/run'

interface BenchRunOptions {
  potId: number
  /** Whether something is asked first, so that no key goes past it. */
  isHeld: () => boolean
  leave: () => unknown
}

/** The run at a bench: what it asks for, what the one big button does, and what else can be told. */
export function useBenchRun({ potId, isHeld, leave }: BenchRunOptions) {
  const store = useBenchStore()
  const plan = usePlanStore()
  const session = useSessionStore()
  const workshop = useWorkshopStore()
  const now = useTicking(250)
  const chime = useChime()

  const run = computed(() => store.run)
  const step = computed(() => store.state?.step ?? null)
  const cautions = useBenchCautions({
    state: () => store.state,
    targets: () => store.run?.targets ?? null,
  })
  const bottles = useBenchBottles(() => step.value)
  const grain = computed(() => session.measureChoice.step)

  /** Where the display or the level stands before the next part is poured. */
  const addsUp = computed(
    () =>
      run.value?.targets.parts[1] !== undefined &&
      run.value.targets.parts[1].readTo !== run.value.targets.parts[1].ownAmount,
  )
  const before = computed(() =>
    addsUp.value && store.state ? store.state.inCup.a + store.state.inCup.b : 0,
  )
  const shows = ref(0)
  /** What the device can show of a target that follows what was poured before; others are so already. */
  function onDevice(readTo: number): number {
    const isTold = run.value?.targets.parts.some((part) => part.readTo === readTo) ?? true
    const shown =
      isTold || grain.value <= 0 ? readTo : Math.round(readTo / grain.value) * grain.value
    return Math.round(shown * 1e6) / 1e6
  }
  watch(
    () =>
      step.value?.kind === 'weigh' ? `${step.value.part}${step.value.readTo}${before.value}` : '',
    () => {
      if (step.value?.kind === 'weigh') shows.value = onDevice(step.value.readTo)
    },
    { immediate: true },
  )

  const racks = computed(() => workshop.placesInUse.filter((place) => place.kind === 'rack'))
  const plannedRack = computed(
    () =>
      plan.plan?.tasks.find((task) => task.potId === potId && task.kind === 'cure')?.placeId ??
      racks.value[0]?.id ??
      0,
  )
  const placeId = ref(0)
  watch(plannedRack, (id) => (placeId.value = id), { immediate: true })

  /** The instant that the running clock counts to. */
  const until = computed(() => (step.value ? dueAt(step.value) : null))
  watch(
    () => until.value !== null && now.value >= until.value,
    (over, was) => {
      if (over && was === false) chime.ranOut()
    },
  )

  /** Stirring leaves the sides behind: they are scraped every minute. */
  const stirredMin = computed(() =>
    step.value?.kind === 'stir' && step.value.startedAt !== null
      ? Math.floor((now.value - step.value.startedAt) / MS_PER_MIN)
      : null,
  )
  watch(stirredMin, (minute, before) => {
    if (minute !== null && before !== null && minute > before) chime.done()
  })
  const SCRAPE_MS = 8000
  const isScraping = computed(
    () =>
      step.value?.kind === 'stir' &&
      step.value.startedAt !== null &&
      (stirredMin.value ?? 0) > 0 &&
      (now.value - step.value.startedAt) % MS_PER_MIN < SCRAPE_MS,
  )

  /** What each cup gets, once the stirring has begun. */
  const cups = computed(() =>
    (run.value?.targets.cups ?? []).filter(
      (cup, _i, all) => all.length > 1 || (cup.doses?.length ?? 0) > 0 || cup.fillers.length > 0,
    ),
  )
  /** The pours, where their order matters. */
  const pours = computed(() =>
    (run.value?.targets.pours.length ?? 0) > 1 ? (run.value?.targets.pours ?? []) : [],
  )

  const main = computed<{ label: string; event: () => RunEvent | null } | null>(() => {
    const at = step.value
    switch (at?.kind) {
      case 'weigh':
        return {
          label: 'It is in',
          event: () =>
            shows.value > before.value
              ? {
                  kind: 'weighed',
                  part: at.part,
                  amount: Math.round((shows.value - before.value) * 1e6) / 1e6,
                  ...(bottles.taken.value.length > 0 && {
                    lots: bottles.taken.value.map(({ id: lotId }) => ({ lotId })),
                  }),
                  at: nowMs(),
                }
              : null,
        }
      case 'stir':
        return at.startedAt === null
          ? { label: 'Stir now', event: () => ({ kind: 'stirStarted', at: nowMs() }) }
          : { label: 'Stirred, no streaks', event: () => ({ kind: 'stirEnded', at: nowMs() }) }
      case 'rest':
        return {
          label: now.value < at.until ? 'Pour already' : 'Pour now',
          event: () => ({ kind: 'pourStarted', at: nowMs() }),
        }
      case 'pour': {
        if (at.startedAt === null)
          return { label: 'Pour now', event: () => ({ kind: 'pourStarted', at: nowMs() }) }
        const [next] = pours.value.length > 0 ? at.left : []
        const pour = next === undefined ? undefined : pours.value[next]
        return next === undefined || !pour
          ? { label: 'All poured', event: () => ({ kind: 'pourEnded', at: nowMs() }) }
          : {
              label: `Poured: ${[pour.cup, pour.where].filter(Boolean).join(', ')}`,
              event: () => cupPoured(next),
            }
      }
      case 'heat':
        return {
          label: 'Heat pass done',
          event: () => ({ kind: 'heatPass', index: at.index, at: nowMs() }),
        }
      case 'cure':
        return {
          label: 'It lies there, cure begins',
          event: () => ({ kind: 'cureStarted', placeId: placeId.value, at: nowMs() }),
        }
      default:
        return null
    }
  })
  const cupPoured = (index: number): RunEvent => ({ kind: 'cupPoured', index, at: nowMs() })
  /** Whether pours are left that nobody has told: what is not needed is passed over. */
  const isPouring = computed(
    () =>
      step.value?.kind === 'pour' &&
      step.value.startedAt !== null &&
      pours.value.length > 0 &&
      step.value.left.length > 0,
  )
  /** A knuckle bounces: what comes sooner after the last is the same. */
  const BOUNCE_MS = 600
  const isBouncing = refAutoReset(false, BOUNCE_MS)
  async function act(): Promise<void> {
    const event = main.value?.event()
    if (!event || isBouncing.value || cautions.stops.value.length > 0) return
    isBouncing.value = true
    await record(event)
  }
  async function record(event: RunEvent): Promise<void> {
    chime.done()
    await store.record(event)
  }
  const canUndo = computed(
    () =>
      step.value !== null &&
      (step.value.kind !== 'weigh' ||
        (store.state?.inCup.a ?? 0) + (store.state?.inCup.b ?? 0) > 0),
  )
  const undo = () => store.record({ kind: 'undone', at: nowMs() })
  const asking = ref<
    'give up' | 'hand over' | 'skip' | 'ran short' | 'left over' | 'bottle' | null
  >(null)
  function ask(what: typeof asking.value): void {
    asking.value = what
  }
  function answered(event: RunEvent): Promise<void> {
    asking.value = null
    return store.record(event)
  }
  const spoil = (reason: string, fate: string) =>
    answered({ kind: 'spoiled', reason, fate, at: nowMs() })
  const handOver = (personId: number) => answered({ kind: 'handedOver', personId, at: nowMs() })
  const skip = (reason: string) =>
    step.value?.kind === 'heat'
      ? answered({ kind: 'skipped', index: step.value.index, reason, at: nowMs() })
      : undefined
  const acknowledge = (code: string) => store.record({ kind: 'acknowledged', code, at: nowMs() })
  const ranShort = (ml: number) => answered({ kind: 'ranShort', ml, at: nowMs() })
  const leftOver = (mouldId: number) => answered({ kind: 'leftOver', mouldId, at: nowMs() })
  /** Who is at it, where that is somebody else. */
  const atIt = computed(() => {
    const id = store.state?.handedTo ?? run.value?.personId ?? null
    return id === session.person?.id ? null : (workshop.people.get(id ?? 0)?.name ?? null)
  })

  onKeyStroke((event) => {
    if (asking.value || isHeld()) return
    if (event.target instanceof Element && event.target.closest('[role="dialog"]')) return
    if (event.repeat && event.key !== 'ArrowLeft' && event.key !== 'ArrowRight') return
    if (event.key === 'Escape') void leave()
    else if (event.key === 'u' || event.key === 'U') {
      if (canUndo.value) void undo()
    } else if (event.key === 'ArrowLeft')
      shows.value = Math.max(
        before.value,
        Math.round((shows.value - grain.value) / grain.value) * grain.value,
      )
    else if (event.key === 'ArrowRight')
      shows.value = Math.round((shows.value + grain.value) / grain.value) * grain.value
    else if (
      event.target instanceof HTMLButtonElement ||
      event.target instanceof HTMLAnchorElement ||
      (event.target instanceof HTMLElement && event.target.tagName === 'SUMMARY')
    )
      return
    else if (
      event.key.length === 1 ||
      event.key === 'Enter' ||
      event.key.startsWith('F') ||
      event.key.startsWith('Page')
    ) {
      event.preventDefault()
      void act()
    }
  })

  return reactive({
    run,
    state: computed(() => store.state),
    step,
    now,
    grain,
    before,
    shows,
    racks,
    plannedRack,
    placeId,
    until,
    isScraping,
    cups,
    pours,
    main,
    isPouring,
    isBouncing,
    canUndo,
    asking: readonly(asking),
    ask,
    atIt,
    act,
    record,
    poured: (index: number) => record(cupPoured(index)),
    undo,
    spoil,
    handOver,
    skip,
    bottles: reactive(bottles),
    cautions: reactive(cautions),
    acknowledge,
    ranShort,
    leftOver,
  })
}
export type BenchRun = ReturnType<typeof useBenchRun>
