<script setup lang="ts">
import type { Resin } from '~~/core/trade'
import { chooseResin, type ChooseResinRequest, type ResinChoice } from '~~/core/resin'
import { MINUTES_PER_DAY } from '~~/core/units'

/**
 * Every resin of the studio judged for one layer, best first, with what speaks for and against it.
 */
const { need, currency, resins } = defineProps<{
  need: ChooseResinRequest['need']
  currency: string
  resins: readonly Resin[]
}>()
const emit = defineEmits<{ choose: [resinId: number] }>()
const session = useSessionStore()
const heatC = ref<number | undefined>(undefined)
const hasWhite = ref(need.hasWhite ?? false)
const VERDICTS = {
  fits: { word: 'fits', stage: 'done' },
  'with-care': { word: 'with care', stage: 'waiting' },
  unfit: { word: 'does not fit', stage: 'gone' },
} as const
const MARKS = { for: '+', 'with-care': '~', against: '−' } as const

const judged = computed(() =>
  chooseResin({
    need: {
      ...need,
      hasWhite: hasWhite.value,
      ...(heatC.value !== undefined && Number.isFinite(heatC.value) && { heatC: heatC.value }),
    },
    currency,
    resins: resins.map((resin) => ({
      ...resin,
      id: String(resin.id),
      // Who may not see prices sees no cost; the order is then by fitness alone.
      kitPrice: resin.kitPrice ?? '0',
      leadMin: resin.leadDays * MINUTES_PER_DAY,
    })),
  }),
)
const choices = computed<(ResinChoice & { name: string })[]>(() =>
  judged.value.ok
    ? judged.value.value.choices.map((choice) => ({
        ...choice,
        name: resins.find((resin) => String(resin.id) === choice.id)?.name ?? '',
      }))
    : [],
)
</script>

<template>
  <div>
    <p class="text-soft">
      {{ figure(need.mixMl, 'ml', 0) }}, {{ figure(need.depthMm, 'mm', 1) }} deep,
      {{ writtenNumber(need.busyMin, 0) }} min from stirring to the last pour, at
      {{ figure(need.tempC, '°C', 1) }}.
    </p>
    <div class="mt-2 flex flex-wrap items-end gap-x-6 gap-y-2">
      <FieldNumber v-model="heatC" optional class="w-44" label="must bear" unit="°C" />
      <label class="flex items-center gap-2 pb-2"
        ><input v-model="hasWhite" type="checkbox" class="size-5 accent-ink" /> white in it</label
      >
    </div>
    <ol class="mt-3">
      <li v-for="choice in choices" :key="choice.id" class="border-b border-hair py-2">
        <div class="flex items-baseline gap-3">
          <span class="font-semibold">{{ choice.name }}</span><StateWord
            :word="VERDICTS[choice.verdict].word"
            :stage="VERDICTS[choice.verdict].stage"
          />
          <span v-if="session.may('see prices')" class="ml-auto"
            >{{ written(choice.cost) }} {{ currency }}</span
          >
          <button
            type="button"
            class="quiet slim"
            :aria-label="`Take ${choice.name}`"
            @click="emit('choose', Number(choice.id))"
          >
            Take it
          </button>
        </div>
        <ul class="mt-1 text-sm">
          <li
            v-for="reason in choice.reasons"
            :key="reason.text"
            :class="reason.speaks === 'for' ? 'text-soft' : ''"
          >
            <span class="inline-block w-4 font-semibold" aria-hidden="true">{{
              MARKS[reason.speaks]
            }}</span>{{ inOwnWords(reason.text) }}
          </li>
        </ul>
      </li>
    </ol>
  </div>
</template>
