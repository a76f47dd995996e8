<script setup lang="ts">
import { Plus, Trash2 } from '@lucide/vue'
import { cupName, tintOfCup } from '~~/core/pot'
import { freshKey } from '~~/core/recipe'
import type { Cup, Layer } from '~~/core/trade'

/** The cups that a layer's mix is split into: one line each, its fields open on the one chosen. */
const { errorAt, layer, workMin, before } = defineProps<{
  errorAt: (path: string) => string | undefined
  layer: Layer
  workMin: number | null
  /** The resin that the layer was of, where that was changed just now. */
  before: { resin: string; workMin: number } | null
}>()
const cups = defineModel<Cup[]>({ required: true })
const workshop = useWorkshopStore()
const opened = ref<string | null>(null)

const set = (at: number, cup: Cup) =>
  (cups.value = cups.value.map((one, i) =>
    i === at ? cup : cup.isMixingCup ? { ...one, isMixingCup: false } : one,
  ))
function add(): void {
  const key = freshKey(
    cups.value.map((cup) => cup.key),
    'c',
  )
  const hasRest = cups.value.some(({ part }) => part !== null && 'rest' in part)
  cups.value = [
    // A cup that had the layer’s name keeps it beside the new one.
    ...cups.value.map((cup) => (cups.value.length === 1 ? { ...cup, name: layer.name } : cup)),
    {
      key,
      name: `cup ${cups.value.length + 1}`,
      part: hasRest ? { pct: 25 } : { rest: true },
      over: null,
      isMixingCup: false,
      isOpen: false,
      pigments: [],
      fillers: [],
      from: [],
      stir: 'through',
      rest: null,
    },
  ]
  opened.value = key
}
const nameOf = (pigmentId: number) => workshop.pigments.get(pigmentId)?.name ?? ''
const summary = (cup: Cup) =>
  [
    cup.over === 'set' ? 'on top' : cup.over === 'batch' ? 'on top, once a pot' : '',
    ...cup.from.map(
      ({ cup: key, share }) =>
        `${shareWords(share)} of ${cups.value.find((one) => one.key === key)?.name ?? ''}`,
    ),
    ...cup.pigments.map((one) => doseWords(one, nameOf(one.pigmentId))),
    ...cup.fillers.map(({ name }) => name),
    cup.pigments.length === 0 && cup.from.length === 0 ? 'clear' : '',
    cup.isMixingCup ? 'in the mixing cup' : '',
    cup.isOpen ? 'by eye' : '',
  ]
    .filter(Boolean)
    .join(' · ')
const cupError = (i: number) => (path: string) => errorAt(`cups[${i}].${path}`)
</script>

<template>
  <fieldset>
    <legend class="text-soft">Cups that the mix is split into</legend>
    <ol>
      <li v-for="(cup, i) in cups" :key="cup.key" class="border-b border-hair">
        <div class="grid grid-cols-[auto_minmax(0,1fr)_auto] items-center gap-2 py-1">
          <span
            class="size-5 border border-ink"
            :style="{ background: tintOfCup(cup, cups, workshop.pigments) }"
          />
          <button
            type="button"
            class="min-w-0 text-left leading-tight"
            :aria-expanded="opened === cup.key"
            @click="opened = opened === cup.key ? null : cup.key"
          >
            <span class="font-semibold">{{ cupName(cup, layer) }}</span>{{ ' ' }}
            <span>{{ shareWords(cup.part) }}</span><br /><span class="text-soft">{{
              summary(cup)
            }}</span>
          </button>
          <button
            type="button"
            class="quiet slim"
            :disabled="cups.length === 1"
            :aria-label="`Remove cup ${cup.name}`"
            @click="cups = cups.filter((_, j) => j !== i)"
          >
            <Trash2 :size="15" />
          </button>
        </div>
        <CupFields
          v-if="opened === cup.key"
          :model-value="cup"
          :others="cups.filter((one) => one.key !== cup.key)"
          :work-min="workMin"
          :before="before"
          :error-at="cupError(i)"
          @update:model-value="set(i, $event)"
        />
      </li>
    </ol>
    <p v-if="errorAt('cups')" role="alert" class="wrong">{{ errorAt('cups') }}</p>
    <button type="button" class="quiet slim mt-1 inline-flex items-center gap-1" @click="add">
      <Plus :size="16" /> cup
    </button>
  </fieldset>
</template>
