<script setup lang="ts">
import { Plus, Trash2 } from '@lucide/vue'
import { STIRS, type Cup } from '~~/core/trade'

/** One cup of a layer: what it takes, what goes into it, and how it rests. */
const { errorAt, others, workMin, before } = defineProps<{
  errorAt: (path: string) => string | undefined
  /** The other cups of the layer, which may be poured into this one. */
  others: readonly Cup[]
  workMin: number | null
  /** The resin that the layer was of, where that was changed just now. */
  before: { resin: string; workMin: number } | null
}>()
const cup = defineModel<Cup>({ required: true })
const set = (changes: Partial<Cup>) => (cup.value = { ...cup.value, ...changes })
const OVER = [
  { value: null, label: 'part of the layer' },
  { value: 'set', label: 'on top, for each piece' },
  { value: 'batch', label: 'on top, once a pot' },
] as const
const STIR_OPTIONS = STIRS.map((value) => ({ value, label: STIR_WORDS[value] }))
const givers = computed(() => others.map(({ key, name }) => ({ value: key, label: name })))
const replaced = <T,>(list: readonly T[], at: number, changes: Partial<T>): T[] =>
  list.map((one, i) => (i === at ? { ...one, ...changes } : one))
const addGift = () =>
  set({
    from: [...cup.value.from, { cup: givers.value[0]?.value ?? '', share: { ml: 5 } }],
    ...(cup.value.part !== null && cup.value.pigments.length === 0 && { part: null }),
  })
const addFiller = () =>
  set({ fillers: [...cup.value.fillers, { name: 'sand', amount: { ml: 5 } }] })
const checked = (event: Event) => (event.target as HTMLInputElement).checked
</script>

<template>
  <div class="space-y-3 border-l-4 border-hair py-2 pl-3">
    <div class="grid gap-x-4 gap-y-2 sm:grid-cols-2">
      <FieldText
        :model-value="cup.name"
        label="Cup"
        :error="errorAt('name')"
        @update:model-value="set({ name: $event })"
      />
      <ShareFields
        :model-value="cup.part"
        label="takes"
        none="only from other cups"
        :error="
          errorAt('part.pct') ?? errorAt('part.ml') ?? errorAt('part') ?? errorAt('part.rest')
        "
        @update:model-value="set({ part: $event })"
      />
      <FieldChoice
        :model-value="cup.over"
        label="which is"
        :options="OVER"
        :error="errorAt('over')"
        @update:model-value="set({ over: $event })"
      />
    </div>
    <DoseFields
      :model-value="cup.pigments"
      :error-at="errorAt"
      @update:model-value="set({ pigments: $event })"
    />
    <FillerFields
      v-if="cup.fillers.length > 0"
      :model-value="cup.fillers"
      :error-at="(path) => errorAt(`fillers${path}`)"
      @update:model-value="set({ fillers: $event })"
    />
    <p v-if="errorAt('fillers')" class="wrong">{{ errorAt('fillers') }}</p>
    <fieldset v-if="cup.from.length > 0">
      <legend class="text-soft">Poured into it, in this order</legend>
      <div
        v-for="(gift, i) in cup.from"
        :key="i"
        class="mt-1 grid grid-cols-[1fr_1.4fr_auto] items-start gap-2"
      >
        <FieldChoice
          hide-label
          :model-value="gift.cup"
          label="From"
          :options="givers"
          :error="errorAt(`from[${i}].cup`)"
          @update:model-value="set({ from: replaced(cup.from, i, { cup: $event }) })"
        />
        <ShareFields
          hide-label
          :model-value="gift.share"
          label="of it"
          none="the rest"
          :error="errorAt(`from[${i}].share`) ?? errorAt(`from[${i}]`)"
          @update:model-value="
            set({ from: replaced(cup.from, i, { share: $event ?? { rest: true } }) })
          "
        />
        <button
          type="button"
          class="quiet slim"
          :aria-label="`Remove what is poured into it ${i + 1}`"
          @click="set({ from: cup.from.filter((_, j) => j !== i) })"
        >
          <Trash2 :size="16" />
        </button>
      </div>
    </fieldset>
    <p v-if="errorAt('from')" class="wrong">{{ errorAt('from') }}</p>
    <div class="flex flex-wrap items-center gap-x-5 gap-y-2">
      <button type="button" class="quiet slim inline-flex items-center gap-1" @click="addFiller">
        <Plus :size="16" /> sand, glass, flakes
      </button>
      <button
        type="button"
        class="quiet slim inline-flex items-center gap-1"
        :disabled="others.length === 0"
        @click="addGift"
      >
        <Plus :size="16" /> another cup into it
      </button>
      <FieldChoice
        v-if="cup.from.length > 0 || cup.pigments.length > 0"
        hide-label
        class="w-44"
        :model-value="cup.stir"
        label="Stirred"
        :options="STIR_OPTIONS"
        @update:model-value="set({ stir: $event })"
      />
      <label class="flex items-center gap-2"
        ><input
          type="checkbox"
          class="size-5 accent-ink"
          :checked="cup.isMixingCup"
          @change="set({ isMixingCup: checked($event) })"
        />stays in the mixing cup</label
      >
      <label class="flex items-center gap-2"
        ><input
          type="checkbox"
          class="size-5 accent-ink"
          :checked="cup.isOpen"
          @change="set({ isOpen: checked($event) })"
        />by eye: the bench decides</label
      >
    </div>
    <p v-if="errorAt('isMixingCup')" class="wrong">{{ errorAt('isMixingCup') }}</p>
    <RestFields
      optional
      :model-value="cup.rest"
      :work-min="workMin"
      :before="before"
      :error-at="(path) => errorAt(`rest.${path}`)"
      @update:model-value="set({ rest: $event })"
    />
  </div>
</template>
