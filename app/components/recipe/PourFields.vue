<script setup lang="ts">
import { Plus, Trash2 } from '@lucide/vue'
import { POUR_HOWS, type Cup, type Pouring } from '~~/core/trade'

/** How one pour is done: from which cup, how, where, how much, and when. */
const { errorAt, cups, placing } = defineProps<{
  errorAt: (path: string) => string | undefined
  /** Those of its layer. */
  cups: readonly Cup[]
  placing: boolean
}>()
const emit = defineEmits<{ placing: [on: boolean] }>()
const pour = defineModel<Pouring>({ required: true })
const workshop = useWorkshopStore()
const set = (changes: Partial<Pouring>) => (pour.value = { ...pour.value, ...changes })
const cupOptions = computed(() => cups.map(({ key, name }) => ({ value: key, label: name })))
const HOWS = POUR_HOWS.map((value) => ({ value, label: HOW_WORDS[value] }))
const pigmentOptions = computed(() =>
  workshop.pigmentsInUse.map((pigment) => ({ value: pigment.id, label: pigment.name })),
)
const setDrop = (at: number, changes: Partial<Pouring['drops'][number]>) =>
  set({ drops: pour.value.drops.map((one, i) => (i === at ? { ...one, ...changes } : one)) })
const addDrop = () =>
  set({ drops: [...pour.value.drops, { pigmentId: pigmentOptions.value[0]?.value ?? 0, n: 1 }] })
</script>

<template>
  <div class="col-span-full grid grid-cols-2 gap-x-4 gap-y-2 sm:grid-cols-4">
    <FieldChoice
      :model-value="pour.cup"
      label="From the cup"
      :options="cupOptions"
      :error="errorAt('pour.cup')"
      @update:model-value="set({ cup: $event })"
    />
    <FieldChoice
      :model-value="pour.how"
      label="As"
      :options="HOWS"
      @update:model-value="set({ how: $event })"
    />
    <ShareFields
      class="col-span-2"
      :model-value="pour.share"
      label="of it"
      none="an equal part"
      :error="errorAt('pour.share') ?? errorAt('pour.share.pct') ?? errorAt('pour.share.ml')"
      @update:model-value="set({ share: $event })"
    />
    <FieldText
      class="col-span-2"
      :model-value="pour.where"
      label="Where, in a word"
      :error="errorAt('pour.where')"
      @update:model-value="set({ where: $event })"
    />
    <FieldNumber
      :model-value="pour.sinceStirMin"
      label="not before, since stirring"
      unit="min"
      :error="errorAt('pour.sinceStirMin')"
      @update:model-value="set({ sinceStirMin: $event ?? NaN })"
    />
    <div class="flex flex-wrap items-end gap-2">
      <button
        type="button"
        class="quiet slim"
        :aria-pressed="placing"
        @click="emit('placing', !placing)"
      >
        {{ placing ? 'press the face where it goes' : 'place it on the face' }}
      </button>
      <button v-if="pour.mark" type="button" class="quiet slim" @click="set({ mark: null })">
        no place
      </button>
    </div>
    <div class="col-span-full">
      <div
        v-for="(drop, i) in pour.drops"
        :key="i"
        class="mt-1 grid max-w-md grid-cols-[1fr_6rem_auto] gap-2"
      >
        <FieldPick
          hide-label
          :model-value="drop.pigmentId"
          label="Dropped in just before"
          :options="pigmentOptions"
          :error="errorAt(`pour.drops[${i}].pigmentId`)"
          @update:model-value="setDrop(i, { pigmentId: $event })"
        />
        <FieldNumber
          hide-label
          :model-value="drop.n"
          label="drops"
          unit="drops"
          :error="errorAt(`pour.drops[${i}].n`)"
          @update:model-value="setDrop(i, { n: $event ?? NaN })"
        />
        <button
          type="button"
          class="quiet slim"
          :aria-label="`Remove drops ${i + 1}`"
          @click="set({ drops: pour.drops.filter((_, j) => j !== i) })"
        >
          <Trash2 :size="16" />
        </button>
      </div>
      <button type="button" class="quiet slim mt-1 inline-flex items-center gap-1" @click="addDrop">
        <Plus :size="16" /> darken the cup by drops first
      </button>
    </div>
  </div>
</template>
