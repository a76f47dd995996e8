<script setup lang="ts">
import { isColdBox, makerId, mouldId } from '~~/core/tasks'
import { EVENING_MIN, type Gain, type Help, type PromiseGain } from '~~/core/plan'
import { MS_PER_MIN, formatDuration } from '~~/core/units'
import type { PlanQuestionView } from '~~/shared/types/plan'

/**
 * What the workshop would gain by one more of each mould, a longer evening or a box that runs on,
 * tried out in the browser.
 */
const { question } = defineProps<{ question: PlanQuestionView }>()
const workshop = useWorkshopStore()
const { dayAndClock, clock } = useWhen()
const { load, ask, stop } = usePlanWorker()
const gains = shallowRef<Gain[] | null>(null)
const progress = ref<number | null>(null)
const SHOWN = 8
const MOST_NAMED = 3
const boxHasHours = computed(() => question.request.tasks.some((task) => isColdBox(task.id)))

watch(
  () => question,
  () => {
    stop()
    load(JSON.parse(JSON.stringify(question)) as PlanQuestionView)
    gains.value = null
    progress.value = null
  },
  { immediate: true },
)
async function find(): Promise<void> {
  progress.value = 0
  const found = await ask<'helps'>({ kind: 'helps' }, (done) => (progress.value = done))
    .catch(unlessStopped)
    .finally(() => (progress.value = null))
  if (found) gains.value = found
}
const at = (minute: number) =>
  new Date(Date.parse(question.originAt) + minute * MS_PER_MIN).toISOString()
function helpWords(help: Help): string {
  if (help.kind === 'mould')
    return `one more ${workshop.moulds.get(mouldId.row(help.mould))?.name ?? 'mould'}`
  const hours = `from ${dayAndClock(at(help.fromMin))} to ${clock(at(help.toMin))}`
  return help.kind === 'place'
    ? `the heated box runs on ${hours}`
    : `${workshop.people.get(makerId.row(help.maker))?.name ?? 'somebody'} stays ${hours}`
}
const byTime = (minutes: number) =>
  `${formatDuration(Math.abs(minutes))} ${minutes > 0 ? 'sooner' : 'later'}`
/** What each order gains or loses as a whole; or else its pieces. */
const promiseWords = ({ promise, soonerMin, meanSoonerMin }: PromiseGain) =>
  soonerMin === 0
    ? `pieces of “${promise}” ${byTime(meanSoonerMin)} in the mean`
    : `“${promise}” ${byTime(soonerMin)}`
</script>

<template>
  <section>
    <h2 class="mb-1">What would help</h2>
    <p class="text-soft">
      Tries one more of each mould, and everybody{{ boxHasHours ? ' and the heated box' : '' }}
      {{ formatDuration(EVENING_MIN) }} longer on the next days.
    </p>
    <template v-if="progress !== null">
      <progress
        class="mt-2 block h-2 w-full accent-ink"
        :value="progress"
        max="1"
        aria-label="How far it is"
      />
      <button type="button" class="quiet slim mt-2" @click="stop">Stop</button>
    </template>
    <button v-else type="button" class="quiet mt-2" @click="find">
      {{ gains ? 'Try again' : 'Find out' }}
    </button>
    <p v-if="gains?.length === 0" class="mt-2" role="status">
      None of these would make anything ready sooner.
    </p>
    <ol v-else-if="gains" class="mt-2">
      <li
        v-for="(gain, i) in gains.slice(0, SHOWN)"
        :key="i"
        class="border-b border-hair py-1.5 leading-snug"
      >
        <span class="font-semibold">{{ helpWords(gain.help) }}</span><br />
        <span class="text-soft">{{
          gain.promises.slice(0, MOST_NAMED).map(promiseWords).join(', ') ||
          'the sum of all, a little'
        }}</span>
      </li>
    </ol>
  </section>
</template>
