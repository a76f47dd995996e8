<script setup lang="ts">
import { tintOfCup } from '~~/core/pot'
import { entryTitle, freshKey, poursOfPiece, withoutStrays } from '~~/core/recipe'
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
const { errorAt, wrongIn, recipe, layerKey, placing } = defineProps<{
  errorAt: (path: string) => string | undefined
  /** What is wrong within an entry, by its place. */
  wrongIn: (entry: number) => string | undefined
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
  course.value = withoutStrays(course.value.filter((_, i) => i !== at))
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
/** Where a new layer begins in the list: with its mix. */
const numberOf = computed(
  () =>
    new Map(recipe.course.filter(({ kind }) => kind === 'pour').map(({ key }, i) => [key, i + 1])),
)
</script>

<template>
  <div>
    <ol aria-label="The course of work">
      <li
        v-for="(entry, i) in recipe.course"
        :key="entry.key"
        class="border-b border-hair py-1"
        :class="entry.kind === 'mix' ? 'mt-2 border-t border-t-ink pt-2' : ''"
      >
        <CourseLine
          :title="entryTitle(entry, recipe)"
          :amount="mlOf.has(entry.key) ? figure(mlOf.get(entry.key)!, 'ml', 1) : ''"
          :minutes="entryMinutes(entry)"
          :summary="entrySummary(entry, recipe)"
          :tint="tintOfEntry(entry)"
          :number="numberOf.get(entry.key) ?? null"
          :opened="opened === entry.key"
          :first="i === 0"
          :last="i === course.length - 1"
          :lasting="entry.kind === 'mix'"
          @toggle="toggle(entry.key)"
          @move="move(i, $event)"
          @remove="remove(i)"
        />
        <p v-if="opened !== entry.key && wrongIn(i)" class="wrong">{{ wrongIn(i) }}</p>
        <EntryFields
          v-if="opened === entry.key"
          :model-value="course[i] ?? entry"
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
