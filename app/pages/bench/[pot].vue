<script setup lang="ts">
import { useEventListener, useWakeLock } from '@vueuse/core'
import { potTitle } from '~~/shared/potTitle'

definePageMeta({ layout: 'bare' })
const route = useRoute()
const bench = useBenchStore()
const plan = usePlanStore()
const session = useSessionStore()
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
const leave = () => navigateTo('/pots')
const at = useBenchRun({ potId, isHeld: () => doubt.value !== '', leave })
</script>

<template>
  <main
    class="grid min-h-screen grid-cols-[minmax(0,1fr)] grid-rows-[auto_1fr_auto] gap-3 p-4 sm:p-6"
  >
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
    <p v-else-if="!ready || !bench.run || !bench.state" class="text-soft" role="status">
      Fetching the pot …
    </p>
    <template v-else>
      <BenchHead :run="bench.run" :state="bench.state" :now="at.now" :at-it="at.atIt" />
      <div class="grid grid-cols-[minmax(0,1fr)] grid-rows-[1fr_auto] gap-3">
        <BenchStep :at="at" :run="bench.run" :state="bench.state" />
        <BenchCautions v-if="at.cautions.told.length > 0" :at="at" />
      </div>
      <BenchFoot :at="at" :run="bench.run" :state="bench.state" @leave="leave" />
    </template>
  </main>
</template>
