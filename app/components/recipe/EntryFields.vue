<script setup lang="ts">
import { Plus, Trash2 } from '@lucide/vue'
import { entryTitle } from '~~/core/recipe'
import {
  KINDS_OF_STEP,
  AWAITED,
  awaitedWords,
  TOOLS,
  type Entry,
  type Awaited,
  type Recipe,
} from '~~/core/trade'
import { cautionsFor } from '~/utils/cautions'

/** All that can be said of one entry of the course. */
const { errorAt, recipe, placing } = defineProps<{
  errorAt: (path: string) => string | undefined
  recipe: Recipe
  placing: boolean
}>()
const emit = defineEmits<{ placing: [on: boolean] }>()
const entry = defineModel<Entry>({ required: true })
const set = (changes: Partial<Entry>) => (entry.value = { ...entry.value, ...changes })
const num = (value: number | undefined) => value ?? Number.NaN

const WAITS: { value: Awaited | null; label: string }[] = [
  { value: null, label: 'nothing' },
  ...AWAITED.map((value) => ({ value, label: awaitedWords(value) })),
]
const SKILLS = [null, 'pour', 'finish', 'paint', 'pack'].map((value) => ({
  value,
  label: value ?? 'anybody',
}))
const STATIONS = [null, 'bench', 'pour table', 'sander', 'finishing bench'].map((value) => ({
  value,
  label: value ?? 'anywhere',
}))
const TOOL_OPTIONS = TOOLS.map((value) => ({ value, label: TOOL_WORDS[value] }))
const SETTINGS = [
  { value: 'low', label: 'low' },
  { value: 'high', label: 'high' },
] as const
const layer = computed(() => recipe.layers.find(({ key }) => key === entry.value.layer))
const layerOptions = computed(() =>
  recipe.layers.map(({ key, name }) => ({ value: key as string | null, label: name })),
)
const isWork = computed(() => !['mix', 'pour', 'pass'].includes(entry.value.kind))
/** What stands before it in the course, for windows to be counted from. */
const earlier = computed(() => {
  const at = recipe.course.findIndex(({ key }) => key === entry.value.key)
  return recipe.course
    .slice(0, Math.max(0, at))
    .map((one) => ({ value: one.key, label: entryTitle(one, recipe) }))
})
const setWithin = (at: number, changes: Partial<Entry['within'][number]>) =>
  set({ within: entry.value.within.map((one, i) => (i === at ? { ...one, ...changes } : one)) })
const HOUR = 60
const addWithin = () =>
  set({
    within: [...entry.value.within, { of: earlier.value.at(-1)?.value ?? '', mostMin: HOUR }],
  })
const { personId, hands, awayMin, isOptional, asks, after, uses, keeps } = entry.value
/** Whether it says what few entries say; then that is seen at once. */
const showsMore = ref(
  personId !== null ||
    hands !== undefined ||
    awayMin > 0 ||
    isOptional ||
    asks !== null ||
    after.length + uses.length + keeps.length > 0,
)
const checked = (event: Event) => (event.target as HTMLInputElement).checked
const cautions = computed(() =>
  isWork.value
    ? cautionsFor(KINDS_OF_STEP[entry.value.kind as keyof typeof KINDS_OF_STEP].cautions)
    : [],
)
</script>

<template>
  <div class="sheet mt-1 mb-2 grid grid-cols-2 gap-x-4 gap-y-2 p-3 sm:grid-cols-4">
    <FieldText
      v-if="isWork || entry.kind === 'pass'"
      class="col-span-2"
      :label="isWork ? 'Name of the step' : 'Name, as for some of the pieces'"
      :model-value="entry.name"
      :error="errorAt('name')"
      @update:model-value="set({ name: $event })"
    />
    <template v-if="entry.mix">
      <FieldNumber
        label="stir"
        unit="min"
        :model-value="entry.mix.stirMin"
        :error="errorAt('mix.stirMin')"
        @update:model-value="set({ mix: { ...entry.mix, stirMin: num($event) } })"
      />
      <label class="flex items-center gap-2 self-end"
        ><input
          type="checkbox"
          class="size-5 accent-ink"
          :checked="entry.mix.secondCup"
          @change="set({ mix: { ...entry.mix, secondCup: checked($event) } })"
        />second clean cup</label
      >
    </template>
    <PourFields
      v-if="entry.pour"
      :model-value="entry.pour"
      :cups="layer?.cups ?? []"
      :placing="placing"
      :error-at="errorAt"
      @update:model-value="set({ pour: $event })"
      @placing="emit('placing', $event)"
    />
    <template v-if="entry.pass">
      <FieldChoice
        label="With"
        :options="TOOL_OPTIONS"
        :model-value="entry.pass.tool"
        @update:model-value="set({ pass: { ...entry.pass, tool: $event } })"
      />
      <FieldChoice
        label="Set"
        :options="SETTINGS"
        :model-value="entry.pass.setting"
        @update:model-value="set({ pass: { ...entry.pass, setting: $event } })"
      />
    </template>
    <template v-if="entry.kind !== 'mix' && entry.kind !== 'pass'">
      <FieldNumber
        label="each piece"
        unit="min"
        :model-value="entry.pieceMin"
        :error="errorAt('pieceMin')"
        @update:model-value="set({ pieceMin: num($event) })"
      />
      <FieldNumber
        label="once"
        unit="min"
        :model-value="entry.batchMin"
        :error="errorAt('batchMin')"
        @update:model-value="set({ batchMin: num($event) })"
      />
    </template>
    <template v-if="entry.kind !== 'mix' && entry.kind !== 'pour'">
      <FieldText
        class="col-span-2"
        label="while it cures: minutes after the pour"
        :model-value="written(minuteList(entry.at))"
        :error="errorAt('at') ?? errorAt('at[0]')"
        @update:model-value="set({ at: readMinuteList($event) })"
      />
      <FieldChoice
        v-if="entry.at.length > 0"
        label="of the layer"
        :options="layerOptions"
        :model-value="entry.layer"
        :error="errorAt('layer')"
        @update:model-value="set({ layer: $event })"
      />
      <FieldNumber
        v-if="entry.at.length > 0"
        optional
        label="at most late"
        unit="min"
        :model-value="entry.lateMin ?? undefined"
        :error="errorAt('lateMin')"
        @update:model-value="set({ lateMin: $event ?? null })"
      />
    </template>
    <template v-if="isWork">
      <FieldChoice
        v-if="entry.at.length === 0"
        class="col-span-2"
        label="Waits until it"
        :options="WAITS"
        :model-value="entry.waitsFor"
        :error="errorAt('waitsFor')"
        @update:model-value="set({ waitsFor: $event })"
      />
      <FieldNumber
        label="dries for"
        unit="min"
        :model-value="entry.dryMin"
        :error="errorAt('dryMin')"
        @update:model-value="set({ dryMin: num($event) })"
      />
      <FieldChoice
        label="Skill"
        :options="SKILLS"
        :model-value="entry.skill"
        @update:model-value="set({ skill: $event })"
      />
      <FieldChoice
        label="Where"
        :options="STATIONS"
        :model-value="entry.stationKind"
        @update:model-value="set({ stationKind: $event })"
      />
      <FieldText
        class="col-span-2"
        label="Needs"
        :model-value="entry.needs"
        :error="errorAt('needs')"
        @update:model-value="set({ needs: $event })"
      />
      <label class="flex items-center gap-2 self-end"
        ><input
          type="checkbox"
          class="size-5 accent-ink"
          :checked="entry.dust"
          @change="set({ dust: checked($event) })"
        />makes dust</label
      >
      <label class="flex items-center gap-2 self-end"
        ><input
          type="checkbox"
          class="size-5 accent-ink"
          :checked="entry.demoulds"
          @change="set({ demoulds: checked($event) })"
        />frees the mould</label
      >
    </template>
    <div v-if="earlier.length > 0 || entry.within.length > 0" class="col-span-full">
      <div
        v-for="(window, i) in entry.within"
        :key="i"
        class="mt-1 grid max-w-xl grid-cols-[8rem_1fr_auto] items-start gap-2"
      >
        <FieldNumber
          label="at most"
          unit="min"
          :model-value="window.mostMin"
          :error="errorAt(`within[${i}].mostMin`)"
          @update:model-value="setWithin(i, { mostMin: num($event) })"
        />
        <FieldPick
          label="after"
          :model-value="window.of"
          :options="earlier"
          :error="errorAt(`within[${i}].of`)"
          @update:model-value="setWithin(i, { of: $event })"
        />
        <button
          type="button"
          class="quiet slim self-end"
          :aria-label="`Remove window ${i + 1}`"
          @click="set({ within: entry.within.filter((_, j) => j !== i) })"
        >
          <Trash2 :size="16" />
        </button>
      </div>
      <button
        type="button"
        class="quiet slim mt-1 inline-flex items-center gap-1"
        @click="addWithin"
      >
        <Plus :size="16" /> must follow something within a time
      </button>
    </div>
    <template v-if="isWork">
      <EntryMore
        v-if="showsMore"
        :model-value="entry"
        :recipe="recipe"
        :error-at="errorAt"
        @update:model-value="entry = $event"
      />
      <button v-else type="button" class="quiet slim justify-self-start" @click="showsMore = true">
        more …
      </button>
    </template>
    <ul v-if="cautions.length > 0" class="col-span-full list-disc pl-5 text-soon">
      <li v-for="caution in cautions" :key="caution">{{ caution }}</li>
    </ul>
  </div>
</template>
