<script setup lang="ts">
import { Plus, Trash2 } from '@lucide/vue'
import { entryTitle } from '~~/core/recipe'
import { ASKS, type Asking, type Entry, type Keep, type Recipe } from '~~/core/trade'

/** What few entries of a course say: who alone does it, how long it is away, what it takes and keeps. */
const { errorAt, recipe } = defineProps<{
  errorAt: (path: string) => string | undefined
  recipe: Recipe
}>()
const entry = defineModel<Entry>({ required: true })
const workshop = useWorkshopStore()

const set = (changes: Partial<Entry>) => (entry.value = { ...entry.value, ...changes })
const num = (value: number | undefined) => value ?? Number.NaN
const replaced = <T,>(list: readonly T[], at: number, changes: Partial<T>): T[] =>
  list.map((one, i) => (i === at ? { ...one, ...changes } : one))
const without = <T,>(list: readonly T[], at: number): T[] => list.filter((_, i) => i !== at)

const people = computed(() => [
  { value: null as number | null, label: 'whoever can' },
  ...workshop.peopleThere.map(({ id, name }) => ({ value: id as number | null, label: name })),
])
const unitOf = (materialId: number) => workshop.materials.get(materialId)?.unit
const forms = computed(() =>
  workshop.offeredMoulds.map(({ id, name }) => ({ value: id as number | null, label: name })),
)
const at = computed(() => recipe.course.findIndex(({ key }) => key === entry.value.key))
const titled = (list: readonly Entry[]) =>
  list.map((one) => ({ value: one.key, label: entryTitle(one, recipe) }))
const earlier = computed(() => titled(recipe.course.slice(0, Math.max(0, at.value))))
const later = computed(() =>
  titled(recipe.course.slice(at.value + 1).filter((one) => one.at.length === 0)),
)
const PER = [
  { value: 'piece', label: 'each piece' },
  { value: 'batch', label: 'once' },
] as const
const KEEP_WHAT = [
  { value: 'form', label: 'a form' },
  { value: 'flat', label: 'a level place' },
] as const satisfies { value: Keep['what']; label: string }[]
const ASK_WORDS: Record<Asking['what'], string> = {
  'yes-no': 'yes or no',
  number: 'a number',
  touch: 'how it feels',
  face: 'which side is the face',
  photo: 'a photograph',
}
const ASK_OPTIONS = [
  { value: null as Asking['what'] | null, label: 'nothing' },
  ...ASKS.map((value) => ({ value: value as Asking['what'] | null, label: ASK_WORDS[value] })),
]
const setAsk = (what: Asking['what'] | null) =>
  set({
    asks:
      what === null ? null : { question: entry.value.name, unit: '', ...entry.value.asks, what },
  })
/** Mixing, pouring and passes are one maker's. */
const isHandWork = computed(() => !['mix', 'pour', 'pass'].includes(entry.value.kind))
function setHands(hands: number | undefined): void {
  const { hands: _before, ...others } = entry.value
  entry.value = { ...others, ...(hands !== 1 && { hands: num(hands) }) }
}
const HOUR = 60
const addUse = () =>
  set({
    uses: [
      ...entry.value.uses,
      { materialId: workshop.materialChoices[0]?.value ?? 0, amount: 1, per: 'piece' },
    ],
  })
const addKeep = () =>
  set({
    keeps: [
      ...entry.value.keeps,
      { what: 'flat', mouldId: null, until: later.value[0]?.value ?? '' },
    ],
  })
</script>

<template>
  <div class="col-span-full grid grid-cols-2 gap-x-4 gap-y-2 sm:grid-cols-4">
    <FieldPick
      class="col-span-2"
      label="Only by"
      :options="people"
      :model-value="entry.personId"
      :error="errorAt('personId')"
      @update:model-value="set({ personId: $event })"
    />
    <FieldNumber
      v-if="isHandWork"
      label="done by"
      unit="makers"
      :model-value="entry.hands ?? 1"
      :error="errorAt('hands')"
      @update:model-value="setHands"
    />
    <FieldNumber
      label="then away for"
      unit="min"
      :model-value="entry.awayMin"
      :error="errorAt('awayMin')"
      @update:model-value="set({ awayMin: num($event) })"
    />
    <label class="flex items-center gap-2 self-end"
      ><input
        type="checkbox"
        class="size-5 accent-ink"
        :checked="entry.isOptional"
        @change="set({ isOptional: ($event.target as HTMLInputElement).checked })"
      />only if needed</label
    >
    <FieldChoice
      class="col-span-2"
      label="Asks for"
      :options="ASK_OPTIONS"
      :model-value="entry.asks?.what ?? null"
      @update:model-value="setAsk($event)"
    />
    <FieldText
      v-if="entry.asks"
      :class="entry.asks.what === 'number' ? '' : 'col-span-2'"
      label="The question"
      :model-value="entry.asks.question"
      :error="errorAt('asks.question')"
      @update:model-value="set({ asks: { ...entry.asks, question: $event } })"
    />
    <FieldText
      v-if="entry.asks?.what === 'number'"
      label="in"
      :model-value="entry.asks.unit"
      @update:model-value="set({ asks: { ...entry.asks, unit: $event } })"
    />
    <div
      v-for="(wait, i) in entry.after"
      :key="`a${i}`"
      class="col-span-full grid max-w-xl grid-cols-[8rem_1fr_auto] items-end gap-2"
    >
      <FieldNumber
        label="at least"
        unit="min"
        :model-value="wait.leastMin"
        :error="errorAt(`after[${i}].leastMin`)"
        @update:model-value="set({ after: replaced(entry.after, i, { leastMin: num($event) }) })"
      />
      <FieldPick
        label="after"
        :options="earlier"
        :model-value="wait.of"
        :error="errorAt(`after[${i}].of`)"
        @update:model-value="set({ after: replaced(entry.after, i, { of: $event }) })"
      />
      <button
        type="button"
        class="quiet slim"
        :aria-label="`Remove wait ${i + 1}`"
        @click="set({ after: without(entry.after, i) })"
      >
        <Trash2 :size="16" />
      </button>
    </div>
    <div
      v-for="(use, i) in entry.uses"
      :key="`u${i}`"
      class="col-span-full grid max-w-xl grid-cols-[1fr_7rem_7rem_auto] items-end gap-2"
    >
      <FieldPick
        label="takes"
        :options="workshop.materialChoices"
        :model-value="use.materialId"
        :error="errorAt(`uses[${i}].materialId`)"
        @update:model-value="set({ uses: replaced(entry.uses, i, { materialId: $event }) })"
      />
      <FieldNumber
        label="so much"
        :unit="unitOf(use.materialId)"
        :model-value="use.amount"
        :error="errorAt(`uses[${i}].amount`)"
        @update:model-value="set({ uses: replaced(entry.uses, i, { amount: num($event) }) })"
      />
      <FieldChoice
        label="for"
        :options="PER"
        :model-value="use.per"
        @update:model-value="set({ uses: replaced(entry.uses, i, { per: $event }) })"
      />
      <button
        type="button"
        class="quiet slim"
        :aria-label="`Remove material ${i + 1}`"
        @click="set({ uses: without(entry.uses, i) })"
      >
        <Trash2 :size="16" />
      </button>
    </div>
    <div
      v-for="(keep, i) in entry.keeps"
      :key="`k${i}`"
      class="col-span-full grid max-w-xl grid-cols-[8rem_1fr_1fr_auto] items-end gap-2"
    >
      <FieldChoice
        label="keeps"
        :options="KEEP_WHAT"
        :model-value="keep.what"
        @update:model-value="
          set({
            keeps: replaced(entry.keeps, i, {
              what: $event,
              mouldId: $event === 'form' ? (forms[0]?.value ?? null) : null,
            }),
          })
        "
      />
      <FieldPick
        v-if="keep.what === 'form'"
        label="which"
        :options="forms"
        :model-value="keep.mouldId"
        :error="errorAt(`keeps[${i}].mouldId`)"
        @update:model-value="set({ keeps: replaced(entry.keeps, i, { mouldId: $event }) })"
      />
      <span v-else />
      <FieldPick
        label="until"
        :options="later"
        :model-value="keep.until"
        :error="errorAt(`keeps[${i}].until`)"
        @update:model-value="set({ keeps: replaced(entry.keeps, i, { until: $event }) })"
      />
      <button
        type="button"
        class="quiet slim"
        :aria-label="`Remove what it keeps ${i + 1}`"
        @click="set({ keeps: without(entry.keeps, i) })"
      >
        <Trash2 :size="16" />
      </button>
    </div>
    <div class="col-span-full flex flex-wrap gap-2">
      <button
        v-if="earlier.length > 0"
        type="button"
        class="quiet slim inline-flex items-center gap-1"
        @click="
          set({ after: [...entry.after, { of: earlier.at(-1)?.value ?? '', leastMin: HOUR }] })
        "
      >
        <Plus :size="16" /> comes so long after something
      </button>
      <button
        v-if="workshop.materialChoices.length > 0"
        type="button"
        class="quiet slim inline-flex items-center gap-1"
        @click="addUse"
      >
        <Plus :size="16" /> takes a material
      </button>
      <button
        v-if="later.length > 0"
        type="button"
        class="quiet slim inline-flex items-center gap-1"
        @click="addKeep"
      >
        <Plus :size="16" /> keeps a form or a place
      </button>
    </div>
  </div>
</template>
