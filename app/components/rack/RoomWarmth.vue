<script setup lang="ts">
import { readingSchema } from '~~/shared/schemas/climate'

/** How warm rooms and heated boxes are as they were measured last, and a field to say it anew. */
const climate = useClimateStore()
const { short } = useWhen()
const { ready, failure, again } = useLoading(() => climate.load())
const said = ref('')
const draft = reactive<{ at: number; tempC: number | undefined; humidityPct: number | undefined }>({
  at: 0,
  tempC: undefined,
  humidityPct: undefined,
})
const wheres = computed(() => climate.wheres)
const form = useForm({
  schema: readingSchema,
  send: (reading) => climate.note(reading),
  done: () => {
    said.value = `Noted for ${wheres.value[draft.at]?.name ?? ''}; the times of what lies there follow.`
    draft.tempC = undefined
    draft.humidityPct = undefined
  },
})
function note(): void {
  const where = wheres.value[draft.at]
  said.value = ''
  if (where)
    void form.submit({
      roomId: where.roomId,
      placeId: where.placeId,
      tempC: draft.tempC,
      humidityPct: draft.humidityPct ?? null,
      at: new Date(nowMs()).toISOString(),
    })
}
const places = computed(() => wheres.value.map(({ name }, value) => ({ value, label: name })))
const sourceWords = { hand: 'by hand', sensor: 'sensor', box: 'its own thermometer' } as const
</script>

<template>
  <section aria-label="How warm it is">
    <h2 class="mb-1">How warm it is</h2>
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching temperatures …</p>
    <template v-else>
      <ul>
        <li
          v-for="{ name, expectedC, last } in wheres"
          :key="name"
          class="flex flex-wrap justify-between gap-x-3 border-b border-hair py-1"
        >
          <span class="font-semibold">{{ name }}</span>
          <span v-if="last"
            >{{ figure(last.tempC, '°C', 1)
            }}<template v-if="last.humidityPct !== null"
              >, {{ figure(last.humidityPct, '%', 0) }} damp</template
            >{{ ' ' }}
            <span class="text-soft"
              >{{ short(last.at) }}, {{ sourceWords[last.source] }}</span
            ></span
          ><span v-else class="text-soft">{{ figure(expectedC, '°C', 1) }}, expected</span>
        </li>
      </ul>
      <form class="mt-2 flex flex-wrap items-end gap-3" novalidate @submit.prevent="note">
        <FieldChoice v-model="draft.at" class="w-40" label="Read in" :options="places" />
        <FieldNumber
          v-model="draft.tempC"
          class="w-24"
          label="It is"
          unit="°C"
          :error="form.errorAt('tempC')"
        />
        <FieldNumber
          v-model="draft.humidityPct"
          class="w-24"
          optional
          label="Damp"
          unit="%"
          :error="form.errorAt('humidityPct')"
        />
        <button class="quiet" :disabled="form.sending.value">Note it</button>
      </form>
      <p v-if="form.failure.value" role="alert" class="wrong mt-1">{{ form.failure.value }}</p>
      <p v-if="said" role="status" class="mt-1 text-soft">{{ said }}</p>
    </template>
  </section>
</template>
