<script setup lang="ts">
import { ArrowDown, ArrowUp, Trash2 } from '@lucide/vue'
import { tintOfCup } from '~~/core/pot'
import { entryTitle, freshKey, poursOfPiece } from '~~/core/recipe'
import {
  KINDS_OF_STEP,
  newPass,
  newPour,
  newStep,
  STEP_KINDS,
  type Entry,
  type Recipe,
  type StepKind,
} from '~~/core/trade'
import { entryMinutes, entrySummary } from '~/utils/entryWords'

/**
 * All work of a recipe in the order in which it is done, one line an entry; the fields of the
 * chosen one open in its place.
 */
const { errorAt, recipe, layerKey, placing } = defineProps<{
  errorAt: (path: string) => string | undefined
  recipe: Recipe
  /** The layer that is being worked on: new pours and passes are of it. */
  layerKey: string
  placing: boolean
}>()
const emit = defineEmits<{ placing: [on: boolean] }>()
const course = defineModel<Entry[]>({ required: true })
/** The key of the entry whose fields are open. */
const opened = defineModel<string | null>('opened', { required: true })
const workshop = useWorkshopStore()

const toggle = (key: string) => {
  opened.value = opened.value === key ? null : key
  emit('placing', false)
}
const set = (at: number, entry: Entry) =>
  (course.value = course.value.map((one, i) => (i === at ? entry : one)))
function move(at: number, by: 1 | -1): void {
  const [one, other] = [course.value[at], course.value[at + by]]
  if (!one || !other) return
  course.value = course.value.map((entry, i) => (i === at ? other : i === at + by ? one : entry))
}
function remove(at: number): void {
  const key = course.value[at]?.key
  course.value = course.value
    .filter((_, i) => i !== at)
    .map((entry) => ({ ...entry, within: entry.within.filter(({ of }) => of !== key) }))
  opened.value = null
}

type Addable = StepKind | 'pour' | 'pass'
const KINDS: { value: Addable | null; label: string }[] = [
  { value: 'pour', label: 'Pour' },
  { value: 'pass', label: 'Heat pass' },
  ...STEP_KINDS.map((value) => ({ value, label: KINDS_OF_STEP[value].name })),
]
const layer = computed(() => recipe.layers.find(({ key }) => key === layerKey))
function fresh(kind: Addable): Entry {
  const key = freshKey(
    course.value.map((entry) => entry.key),
    'e',
  )
  const cup = layer.value?.cups[0]?.key ?? ''
  if (kind === 'pour') return newPour(key, layerKey, { cup }, 1)
  if (kind === 'pass') return newPass(key, layerKey, [5])
  return newStep(kind, key, layerKey)
}
/** @param behind the place of the line behind which it goes; where it usually stands if absent */
function add(kind: Addable | null, behind?: number): void {
  if (kind === null) return
  const entry = fresh(kind)
  const place = behind === undefined ? usualPlace(kind) : behind + 1
  course.value = [...course.value.slice(0, place), entry, ...course.value.slice(place)]
  opened.value = entry.key
}
function usualPlace(kind: Addable): number {
  const lastOf = (kinds: string[]) =>
    course.value.findLastIndex((entry) => kinds.includes(entry.kind) && entry.layer === layerKey)
  if (kind === 'pour') return lastOf(['pour', 'mix']) + 1
  if (kind === 'pass') return lastOf(['pour', 'mix', 'pass']) + 1
  const { stands } = KINDS_OF_STEP[kind]
  if (stands === 'before') return Math.max(0, lastOf(['mix']))
  return stands === 'curing'
    ? course.value.findLastIndex((entry) => entry.layer === layerKey) + 1
    : course.value.length
}

const mlOf = computed(
  () =>
    new Map(
      recipe.layers.flatMap((_, i) =>
        (poursOfPiece(recipe, i)?.pours ?? []).map(({ entry, ml }) => [entry, ml] as const),
      ),
    ),
)
const tintOfEntry = ({ layer: key, pour, mix }: Entry) => {
  const own = recipe.layers.find((one) => one.key === key)
  const cup = own?.cups.find((one) => one.key === pour?.cup)
  if (own && cup) return tintOfCup(cup, own.cups, workshop.pigments)
  return mix ? 'var(--sheet)' : null
}
const FIELDS = [
  'name',
  'kind',
  'layer',
  'pieceMin',
  'batchMin',
  'dryMin',
  'lateMin',
  'at',
  'at[0]',
  'needs',
  'mix.stirMin',
  'pour.cup',
  'pour.share',
  'pour.share.pct',
  'pour.share.ml',
  'pour.where',
  'pour.sinceStirMin',
]
const complaintOf = (i: number) =>
  [
    ...FIELDS,
    ...(course.value[i]?.within ?? []).flatMap((_, j) => [
      `within[${j}].mostMin`,
      `within[${j}].of`,
    ]),
  ]
    .map((field) => errorAt(`course[${i}].${field}`))
    .find(Boolean)
/** Where a new layer begins in the list: with its mix. */
const numberOf = computed(
  () =>
    new Map(course.value.filter(({ kind }) => kind === 'pour').map(({ key }, i) => [key, i + 1])),
)
</script>

<template>
  <div>
    <ol aria-label="The course of work">
      <li
        v-for="(entry, i) in course"
        :key="entry.key"
        class="border-b border-hair py-1"
        :class="entry.kind === 'mix' ? 'mt-2 border-t border-t-ink pt-2' : ''"
      >
        <div class="grid grid-cols-[1.6rem_minmax(0,1fr)_auto] items-center gap-2">
          <span
            v-if="tintOfEntry(entry)"
            class="grid size-6 place-items-center border border-ink text-sm"
            :style="{
              background: tintOfEntry(entry) ?? undefined,
              color: entry.pour ? readableOn(tintOfEntry(entry) ?? '#fff') : undefined,
            }"
            >{{ numberOf.get(entry.key) ?? '' }}</span><span v-else />
          <button
            type="button"
            class="min-w-0 text-left leading-tight"
            :aria-expanded="opened === entry.key"
            @click="toggle(entry.key)"
          >
            <span class="font-semibold">{{ entryTitle(entry, recipe) || 'without a name' }}</span>{{
              ' '
            }}
            <span v-if="mlOf.has(entry.key)">{{ figure(mlOf.get(entry.key)!, 'ml', 1) }}</span>{{
              ' '
            }}
            <span class="text-soft">{{ entryMinutes(entry) }}</span><br /><span class="text-soft">{{
              entrySummary(entry, recipe)
            }}</span>
          </button>
          <span class="flex gap-1">
            <button
              type="button"
              class="quiet slim"
              :disabled="i === 0"
              :aria-label="`${entryTitle(entry, recipe)} earlier`"
              @click="move(i, -1)"
            >
              <ArrowUp :size="15" />
            </button>
            <button
              type="button"
              class="quiet slim"
              :disabled="i === course.length - 1"
              :aria-label="`${entryTitle(entry, recipe)} later`"
              @click="move(i, 1)"
            >
              <ArrowDown :size="15" />
            </button>
            <button
              type="button"
              class="quiet slim"
              :disabled="entry.kind === 'mix'"
              :aria-label="`Remove ${entryTitle(entry, recipe)}`"
              @click="remove(i)"
            >
              <Trash2 :size="15" />
            </button>
          </span>
        </div>
        <p v-if="complaintOf(i) && opened !== entry.key" class="wrong">{{ complaintOf(i) }}</p>
        <EntryFields
          v-if="opened === entry.key"
          :model-value="entry"
          :recipe="recipe"
          :placing="placing"
          :error-at="(path) => errorAt(`course[${i}].${path}`)"
          @update:model-value="set(i, $event)"
          @placing="emit('placing', $event)"
        />
        <FieldPick
          v-if="opened === entry.key"
          :model-value="null"
          class="mb-2 max-w-xs"
          hide-label
          placeholder="add behind this …"
          label="Add behind this"
          :options="KINDS"
          @update:model-value="add($event, i)"
        />
      </li>
    </ol>
    <p v-if="errorAt('course')" class="wrong">{{ errorAt('course') }}</p>
    <FieldPick
      :model-value="null"
      class="mt-2 max-w-sm"
      hide-label
      placeholder="add to the course …"
      label="Add to the course"
      :options="KINDS"
      @update:model-value="add($event)"
    />
  </div>
</template>
