<script setup lang="ts">
import { workSchema } from '~~/shared/schemas/work'
import type { PlanTaskRow } from '~~/shared/types/plan'
import { MS_PER_HOUR } from '~~/core/units'

/** Asks what there is to say of a task that is done, skipped or put off. */
const { task, kind } = defineProps<{ task: PlanTaskRow; kind: 'done' | 'skipped' | 'put off' }>()
const emit = defineEmits<{ close: [] }>()
const work = useWorkStore()
const workshop = useWorkshopStore()
const session = useSessionStore()
const { local } = useWhen()

const TITLES = {
  done: `${task.title}: done`,
  skipped: `Skip “${task.title}”?`,
  'put off': `“${task.title}”: not now`,
}
const asks = computed(() => (kind === 'done' ? (task.does?.asks ?? null) : null))
const WORDS = {
  'yes-no': ['yes', 'no'],
  touch: ['it is', 'not yet'],
} as const
const choices = computed(() => {
  const what = asks.value?.what
  return what === 'yes-no' || what === 'touch' ? WORDS[what] : null
})
const people = computed(() =>
  workshop.peopleThere.map(({ id, name }) => ({ value: id, label: name })),
)
/** The days of the week begin at an hour at which nobody has begun. */
const EARLY_HOUR = 5
const laterBy = (days: number) =>
  local(new Date(nowMs()).toISOString())
    .plus({ days })
    .startOf('day')
    .set({ hour: EARLY_HOUR })
    .toUTC()
    .toISO() ?? ''
const untils = computed(() => [
  { value: new Date(nowMs() + MS_PER_HOUR).toISOString(), label: 'for an hour' },
  { value: new Date(nowMs() + 3 * MS_PER_HOUR).toISOString(), label: 'for three hours' },
  { value: laterBy(1), label: 'until tomorrow' },
  { value: laterBy(2), label: 'until the day after tomorrow' },
  { value: laterBy(7), label: 'for a week' },
])

const draft = reactive({
  personId: task.told?.personId ?? session.person?.id ?? 0,
  tookMin: undefined as number | undefined,
  answer: '',
  amount: undefined as number | undefined,
  reason: '',
  until: 2,
})
const form = useForm({
  schema: workSchema,
  send: async ({ events: [event], soItIs }) => {
    const file = photo.value?.files?.[0]
    if (file && file !== pinnedFile) await pinned.pin({ orderId: task.orderId }, file)
    pinnedFile = file
    if (event) await work.send(task, event, soItIs)
  },
  done: () => emit('close'),
})
/** A photograph is pinned to the order; that there is one is the answer. */
const photo = useTemplateRef<HTMLInputElement>('photo')
const pinned = usePinnedStore()
/** It hangs there already where what is told of it was refused. */
let pinnedFile: File | undefined
const submit = (soItIs = false) => {
  const hasPhoto = (photo.value?.files?.length ?? 0) > 0
  const event = work.eventOf(task, {
    kind,
    personId: draft.personId,
    tookMin: draft.tookMin ?? null,
    answer: hasPhoto ? 'photograph pinned to the order' : draft.answer,
    amount: draft.amount ?? null,
    reason: draft.reason.trim(),
    untilAt: kind === 'put off' ? (untils.value[draft.until]?.value ?? null) : null,
  })
  return event && form.submit({ events: [event], soItIs })
}
const errorAt = (field: string) => form.errorAt(`events[0].${field}`)
</script>

<template>
  <AskDialog open :title="TITLES[kind]" @close="emit('close')">
    <form class="space-y-4" novalidate @submit.prevent="submit()">
      <fieldset v-if="asks && choices">
        <legend class="text-soft">{{ asks.question }}</legend>
        <label
          v-for="choice in choices"
          :key="choice"
          class="mr-6 inline-flex min-h-11 items-center gap-2"
          ><input
            v-model="draft.answer"
            type="radio"
            name="answer"
            class="size-5 accent-ink"
            :value="choice"
          />{{ choice }}</label
        >
        <p v-if="errorAt('answer')" class="wrong">{{ errorAt('answer') }}</p>
      </fieldset>
      <FieldNumber
        v-else-if="asks?.what === 'number'"
        v-model="draft.amount"
        :label="asks.question"
        :unit="asks.unit"
        :error="errorAt('amount')"
      />
      <label v-else-if="asks?.what === 'photo'" class="block"
        ><span class="text-soft">{{ asks.question }}</span
        ><input ref="photo" type="file" accept="image/*" capture="environment" class="entry" /><span
          v-if="errorAt('answer')"
          class="wrong block"
          >{{ errorAt('answer') }}</span
        ></label
      >
      <FieldText
        v-else-if="asks"
        v-model="draft.answer"
        :label="asks.question"
        :error="errorAt('answer')"
      />
      <FieldChoice
        v-if="kind === 'put off'"
        v-model="draft.until"
        label="Not before"
        :options="untils.map(({ label }, value) => ({ value, label }))"
        :error="errorAt('untilAt')"
      />
      <div v-if="kind === 'done'" class="grid grid-cols-[minmax(0,1fr)_9rem] gap-3">
        <FieldChoice
          v-model="draft.personId"
          label="Done by"
          :options="people"
          :error="errorAt('personId')"
        />
        <FieldNumber
          v-model="draft.tookMin"
          optional
          label="it took"
          unit="min"
          :error="errorAt('tookMin')"
        />
      </div>
      <FieldText
        v-model="draft.reason"
        :label="kind === 'done' ? 'anything to note' : 'why'"
        :error="errorAt('reason')"
      />
      <p v-if="form.failure.value" role="alert" class="wrong">{{ form.failure.value }}</p>
      <div class="flex flex-wrap gap-3">
        <button class="press" :disabled="form.sending.value">
          {{ kind === 'done' ? 'It is done' : kind === 'skipped' ? 'Skip it' : 'Put it off' }}
        </button>
        <button
          v-if="form.doubted.value"
          type="button"
          class="quiet"
          :disabled="form.sending.value"
          @click="submit(true)"
        >
          It is so all the same
        </button>
        <button type="button" class="quiet" @click="emit('close')">Leave it</button>
      </div>
    </form>
  </AskDialog>
</template>
