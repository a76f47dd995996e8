<script setup lang="ts">
import { onKeyStroke, refAutoReset, useEventListener, useWakeLock } from '@vueuse/core'
import { MS_PER_MIN } from '~~/core/units'
import type { RunEvent } from '~~/core/run'
import { potTitle } from '~~/shared/potTitle'
import { STEP_WORDS } from '~~/shared/words'

definePageMeta({ layout: 'bare' })
const route = useRoute()
const bench = useBenchStore()
const plan = usePlanStore()
const session = useSessionStore()
const workshop = useWorkshopStore()
const now = useTicking(250)
const chime = useChime()
const potId = Number(route.params.pot)
const planned = computed(() => plan.potById.get(potId))
/** Why the run should not begin yet, for who knows better. */
const doubt = ref('')
const { ready, failure, again } = useLoading(async () => {
  await plan.load()
  await begin()
})
async function begin(soItIs = false): Promise<void> {
  doubt.value = ''
  try {
    await bench.start(potId, session.measureChoice, soItIs)
  } catch (error) {
    if (!(error instanceof ProblemError) || error.problem.code !== 'say-so') throw error
    doubt.value = error.problem.title
  }
}
onScopeDispose(() => bench.leave())
/** Nobody wakes a screen with resin on the glove. */
const { request: stayAwake, isSupported: canStayAwake } = useWakeLock()
onMounted(() => {
  // Some devices refuse it, as with an empty battery.
  if (canStayAwake.value) stayAwake('screen').catch(() => undefined)
})
/** What was touched does not keep the next key: that is for the main thing again. */
useEventListener('pointerup', () => {
  const held = document.activeElement
  if (held instanceof HTMLButtonElement) setTimeout(() => held.blur())
})
useHead({ title: () => `Pot ${bench.run?.letter ?? ''} · Velvet Batch` })

const run = computed(() => bench.run)
const step = computed(() => bench.state?.step ?? null)
const grain = computed(() => session.measureChoice.step)

/** Where the display or the level stands before the next part is poured. */
const addsUp = computed(
  () =>
    run.value?.targets.parts[1] !== undefined &&
    run.value.targets.parts[1].readTo !== run.value.targets.parts[1].ownAmount,
)
const before = computed(() =>
  addsUp.value && bench.state ? bench.state.inCup.a + bench.state.inCup.b : 0,
)
const shows = ref(0)
/** What the device can show of a target that follows what was poured before; others are so already. */
function onDevice(readTo: number): number {
  const isTold = run.value?.targets.parts.some((part) => part.readTo === readTo) ?? true
  const shown = isTold || grain.value <= 0 ? readTo : Math.round(readTo / grain.value) * grain.value
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
const until = computed(() => {
  const at = step.value
  if (!at) return null
  if (at.kind === 'stir')
    return at.startedAt === null ? null : at.startedAt + at.minutes * MS_PER_MIN
  if (at.kind === 'rest') return at.until
  if (at.kind === 'heat') return at.dueAt
  return null
})
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
  if (!event || isBouncing.value) return
  isBouncing.value = true
  await record(event)
}
async function record(event: RunEvent): Promise<void> {
  chime.done()
  await bench.record(event)
}
const canUndo = computed(
  () =>
    step.value !== null &&
    (step.value.kind !== 'weigh' || (bench.state?.inCup.a ?? 0) + (bench.state?.inCup.b ?? 0) > 0),
)
const undo = () => bench.record({ kind: 'undone', at: nowMs() })
const asking = ref<'give up' | 'hand over' | 'skip' | null>(null)
function answered(event: RunEvent): Promise<void> {
  asking.value = null
  return bench.record(event)
}
const spoil = (reason: string, fate: string) =>
  answered({ kind: 'spoiled', reason, fate, at: nowMs() })
const handOver = (personId: number) => answered({ kind: 'handedOver', personId, at: nowMs() })
const skip = (reason: string) =>
  step.value?.kind === 'heat'
    ? answered({ kind: 'skipped', index: step.value.index, reason, at: nowMs() })
    : undefined
/** Who is at it, where that is somebody else. */
const atIt = computed(() => {
  const id = bench.state?.handedTo ?? run.value?.personId ?? null
  return id === session.person?.id ? null : (workshop.people.get(id ?? 0)?.name ?? null)
})
const leave = () => navigateTo('/pots')

onKeyStroke((event) => {
  if (asking.value || doubt.value) return
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
/** What is done with a pot, in order. */
const TRACK = ['weigh', 'stir', 'rest', 'pour', 'heat', 'cure'] as const
const reached = computed(() => TRACK.findIndex((kind) => kind === step.value?.kind))
</script>

<template>
  <main class="grid min-h-screen grid-rows-[auto_1fr_auto] gap-3 p-4 sm:p-6">
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <section
      v-else-if="doubt"
      role="alert"
      class="row-start-2 max-w-[40ch] space-y-6 place-self-center text-2xl"
    >
      <p v-if="planned" class="flex items-center gap-4 font-semibold">
        <PotMark :letter="planned.letter" :tint="planned.tint" /> {{ potTitle(planned) }}
      </p>
      <p>{{ doubt }}</p>
      <div class="flex flex-wrap gap-3">
        <button type="button" class="press" @click="leave">Leave it</button>
        <button type="button" class="quiet" @click="begin(true)">It is poured: begin</button>
      </div>
    </section>
    <p v-else-if="!ready || !run || !bench.state || !step" class="text-soft" role="status">
      Fetching the pot …
    </p>
    <template v-else>
      <header class="flex items-start gap-5">
        <PotMark :letter="run.letter" :tint="run.tint" large />
        <div class="min-w-0 flex-1">
          <h1 class="text-[clamp(1.4rem,3vw,2.3rem)]">{{ run.title }}</h1>
          <p class="text-lg text-soft">
            {{ run.pieces }} {{ run.pieces === 1 ? 'piece' : 'pieces' }}, {{ run.resinName }},
            {{ figure(run.targets.needMl, 'ml', 0) }}{{ atIt ? `; ${atIt} is at it` : '' }}
          </p>
          <ol class="mt-2 flex flex-wrap gap-x-5 text-soft" aria-label="Steps of this run">
            <li
              v-for="(kind, i) in TRACK"
              :key="kind"
              :class="
                i === reached
                  ? 'font-semibold text-ink underline underline-offset-8 decoration-2'
                  : ''
              "
              :aria-current="i === reached ? 'step' : undefined"
            >
              {{ STEP_WORDS[kind] }}
            </li>
          </ol>
        </div>
        <div class="text-right">
          <RunningClocks :except="potId" class="mb-2" />
          <p v-if="bench.state.workableUntil && !bench.state.pourEndedAt" class="text-lg">
            <span class="text-soft">cup workable for</span
            ><BenchClock class="text-4xl" :until="bench.state.workableUntil" :now="now" />
          </p>
          <BenchWarmth
            v-if="bench.state.bench && !bench.state.pourEndedAt"
            :bench="bench.state.bench"
            @measured="bench.record({ kind: 'measured', tempC: $event, at: nowMs() })"
          />
          <p v-if="bench.offline" role="status" class="text-hands">
            no network: {{ bench.waiting.length }} kept on this device
          </p>
          <div v-if="bench.refused.length > 0" role="alert" class="max-w-[36ch] text-lg text-hands">
            <p v-for="entry in bench.refused" :key="entry.seq">{{ entry.refused }}</p>
            <button type="button" class="quiet slim mt-1" @click="bench.understood()">
              Understood
            </button>
          </div>
        </div>
      </header>
      <section
        class="grid content-center justify-items-center gap-[3vh] text-center"
        aria-live="polite"
      >
        <WeighStep
          v-if="step.kind === 'weigh'"
          v-model="shows"
          :step="step"
          :grain="grain"
          :before="before"
        />
        <template v-else-if="step.kind === 'stir'">
          <p class="text-[clamp(1.4rem,3.4vw,2.6rem)]">
            Stir slowly for {{ writtenNumber(step.minutes, 0) }} minutes; scrape sides, bottom and
            stick every minute
          </p>
          <p v-if="isScraping" role="status" class="bg-hands-wash px-6 text-[clamp(2rem,5vw,4rem)]">
            Scrape now: sides, bottom, stick
          </p>
          <BenchClock
            v-if="until"
            class="text-[clamp(5rem,17vw,13rem)]"
            :until="until"
            :now="now"
          />
        </template>
        <template v-else-if="step.kind === 'rest'"
          ><p class="text-[clamp(1.4rem,3.4vw,2.6rem)]">Let it rest; the cup begins to feel warm</p>
          <BenchClock class="text-[clamp(5rem,17vw,13rem)]" :until="step.until" :now="now"
        /></template>
        <template v-else-if="step.kind === 'pour'"
          ><p class="text-[clamp(1.8rem,5vw,4rem)]">
            {{
              step.startedAt
                ? `Pour ${run.pieces} ${run.pieces === 1 ? 'piece' : 'pieces'}, ${pours.length > 0 ? 'in this order' : 'narrow parts first'}`
                : 'Ready to pour'
            }}
          </p></template
        >
        <template v-else-if="step.kind === 'heat'"
          ><p class="text-[clamp(1.4rem,3.4vw,2.6rem)]">
            Heat pass {{ step.index + 1 }} of {{ run.targets.heatAfterMin.length }}: keep it moving
          </p>
          <BenchClock class="text-[clamp(5rem,17vw,13rem)]" :until="step.dueAt" :now="now"
        /></template>
        <template v-else-if="step.kind === 'cure'">
          <p class="text-[clamp(1.4rem,3.4vw,2.6rem)]">Where do the pieces lie?</p>
          <div class="flex flex-wrap justify-center gap-3" role="group" aria-label="Rack">
            <button
              v-for="rack in racks"
              :key="rack.id"
              type="button"
              class="h-24 min-w-44 border-2 px-5 text-xl"
              :class="placeId === rack.id ? 'border-ink bg-act text-act-ink' : 'border-firm'"
              :aria-pressed="placeId === rack.id"
              @click="placeId = rack.id"
            >
              {{ rack.name
              }}<span v-if="rack.id === plannedRack" class="block text-base opacity-80"
                >as planned</span
              >
            </button>
          </div>
        </template>
        <template v-else-if="step.kind === 'done'"
          ><p class="text-[clamp(1.8rem,5vw,4rem)]">Pot {{ run.letter }} is poured and curing.</p>
          <NuxtLink to="/racks" class="press text-xl">See it on the racks</NuxtLink></template
        >
        <template v-else
          ><p class="text-[clamp(1.8rem,5vw,4rem)]">Pot {{ run.letter }} was given up.</p>
          <p class="max-w-prose text-lg text-soft">
            Let it cure where it can do no harm; another pot waits for its pieces.
          </p></template
        >
        <SplitList
          v-if="cups.length > 0 && (step.kind === 'stir' || step.kind === 'rest')"
          :cups="cups"
        />
        <PourList
          v-if="pours.length > 0 && (step.kind === 'rest' || step.kind === 'pour')"
          :pours="pours"
          :done="bench.state.poured"
          :tellable="isPouring"
          large
          aria-label="Pours, in order"
          @poured="record(cupPoured($event))"
        />
        <p
          v-if="bench.state.shortMl && ['stir', 'rest', 'pour'].includes(step.kind)"
          role="alert"
          class="max-w-3xl border-l-4 border-hands bg-hands-wash px-4 py-2 text-xl"
        >
          The mix is {{ figure(bench.state.shortMl, 'ml', 0) }} short of the
          {{ figure(run.targets.needMl, 'ml', 0) }} that this pot needs. Take back and weigh both
          parts again, or pour piece by piece and mix the rest as a pot of its own.
        </p>
        <p
          v-if="
            bench.state.ratioErrorPct !== null &&
            step.kind !== 'weigh' &&
            !['done', 'spoiled'].includes(step.kind)
          "
          class="text-xl text-soft"
        >
          the mix is {{ writtenNumber(Math.abs(bench.state.ratioErrorPct), 2) }} % off the ratio,
          within {{ writtenNumber(run.targets.resin.tolerancePct, 1) }} %
        </p>
      </section>
      <!-- What is done next stays in sight, however much there is to read above it. -->
      <footer
        class="sticky bottom-0 z-10 -mx-4 space-y-3 bg-ground px-4 pt-2 pb-1 sm:-mx-6 sm:px-6"
      >
        <button
          v-if="main"
          type="button"
          class="press h-[clamp(5rem,14vh,9rem)] w-full text-[clamp(1.6rem,4vw,3rem)]"
          :disabled="isBouncing"
          @click="act()"
        >
          {{ main.label }}
        </button>
        <div class="flex flex-wrap items-center gap-3">
          <button type="button" class="quiet h-14 px-6" :disabled="!canUndo" @click="undo">
            Take back (U)
          </button>
          <button
            v-if="isPouring"
            type="button"
            class="quiet h-14 px-6"
            @click="record({ kind: 'pourEnded', at: nowMs() })"
          >
            All poured
          </button>
          <button
            v-if="step.kind !== 'done' && step.kind !== 'spoiled'"
            type="button"
            class="quiet h-14 px-6"
            @click="asking = 'give up'"
          >
            Give this pot up
          </button>
          <button
            v-if="step.kind !== 'done' && step.kind !== 'spoiled'"
            type="button"
            class="quiet h-14 px-6"
            @click="asking = 'hand over'"
          >
            Hand over
          </button>
          <button
            v-if="step.kind === 'heat'"
            type="button"
            class="quiet h-14 px-6"
            @click="asking = 'skip'"
          >
            Leave this pass out
          </button>
          <CautionList
            class="flex-1"
            :topics="step.kind === 'heat' ? ['heat'] : ['liquid', 'cup']"
          />
          <button type="button" class="quiet h-14 px-6" @click="leave">Leave (Esc)</button>
        </div>
      </footer>
      <GiveUp :open="asking === 'give up'" @close="asking = null" @give-up="spoil" />
      <HandOver
        :open="asking === 'hand over'"
        :person-id="bench.state.handedTo ?? run.personId"
        @close="asking = null"
        @over="handOver"
      />
      <SkipPass :open="asking === 'skip'" @close="asking = null" @skip="skip" />
    </template>
  </main>
</template>
