<script setup lang="ts">
import { ArrowDown, ArrowUp, Trash2 } from '@lucide/vue'
import {
  KINDS_OF_STEP,
  MILESTONES,
  MILESTONE_WORDS,
  newStep,
  STEP_KINDS,
  type Milestone,
  type Step,
  type StepKind,
} from '~~/core/trade'
import { formatDuration } from '~~/core/units'
import { cautionsFor } from '~/utils/cautions'

/**
 * The work before each pour, while each layer cures, and after the last, in the order in which it
 * is done.
 */
const { errorAt, layers } = defineProps<{
  errorAt: (path: string) => string | undefined
  layers: readonly string[]
}>()
const steps = defineModel<Step[]>({ required: true })
const opened = ref<number | null>(null)

const set = (at: number, changes: Partial<Step>) =>
  (steps.value = steps.value.map((step, i) => (i === at ? { ...step, ...changes } : step)))
const num = (value: number | undefined) => value ?? Number.NaN
const WAITS: { value: Milestone | null; label: string }[] = [
  { value: null, label: 'nothing' },
  ...MILESTONES.filter((name) => name !== 'work').map((value) => ({
    value,
    label: MILESTONE_WORDS[value],
  })),
]
const SKILLS = [null, 'pour', 'finish', 'paint', 'pack'].map((value) => ({
  value,
  label: value ?? 'anybody',
}))
const STATIONS = [null, 'bench', 'pour table', 'sander', 'finishing bench'].map((value) => ({
  value,
  label: value ?? 'anywhere',
}))
const KINDS = STEP_KINDS.map((value) => ({ value, label: KINDS_OF_STEP[value].name }))

/** Each stretch of the work, with the steps in it by their place in the list. */
const stretches = computed(() => {
  const of = (phase: Step['phase'], layer: number | null, name: string) => ({
    phase,
    layer: layer ?? 0,
    name,
    at: steps.value.flatMap((step, i) =>
      step.phase === phase && (layer === null || step.layer === layer) ? [i] : [],
    ),
  })
  return [
    ...layers.flatMap((layer, i) => [
      of('before', i, `before ${layer} is poured`),
      of('curing', i, `while ${layer} cures`),
    ]),
    of('after', null, 'after the last layer'),
  ]
})
const kindsFor = (phase: Step['phase']) =>
  KINDS.filter(({ value }) => KINDS_OF_STEP[value].usual.phase === phase || value === 'other')
function add(phase: Step['phase'], layer: number, kind: StepKind | null): void {
  if (kind === null) return
  const step = newStep(kind, layer)
  opened.value = steps.value.length
  steps.value = [
    ...steps.value,
    {
      ...step,
      phase,
      ...(phase === 'curing' && step.atMin.length === 0 && { atMin: [30] }),
      ...(phase === 'before' && step.kind === 'other' && { waitsFor: null }),
    },
  ]
}
function move(list: readonly number[], at: number, by: 1 | -1): void {
  const other = list[list.indexOf(at) + by]
  if (other === undefined) return
  const next = [...steps.value]
  ;[next[at], next[other]] = [next[other]!, next[at]!]
  steps.value = next
  opened.value = null
}
function remove(at: number): void {
  steps.value = steps.value.filter((_, i) => i !== at)
  opened.value = null
}
const summary = (step: Step) =>
  [
    step.phase === 'curing'
      ? `${step.atMin.length === 1 ? '' : `${step.atMin.length} times, `}${step.atMin.map((at) => formatDuration(at)).join(', ')} after the pour`
      : step.waitsFor
        ? `once it is ${MILESTONE_WORDS[step.waitsFor].replace(/^may be /, 'ready to be ')}`
        : '',
    step.dryMin > 0 ? `dries ${formatDuration(step.dryMin)}` : '',
    step.holdsMin === null
      ? ''
      : step.phase === 'curing'
        ? `within ${formatDuration(step.holdsMin)}`
        : `holds ${formatDuration(step.holdsMin)}`,
    step.skill ?? '',
    step.stationKind ?? '',
    step.dust ? 'dust' : '',
    step.demoulds ? 'frees the mould' : '',
    step.needs,
  ]
    .filter(Boolean)
    .join(' · ')
const complaintOf = (i: number) =>
  ['name', 'pieceMin', 'batchMin', 'dryMin', 'holdsMin', 'atMin', 'needs', 'layer', 'atMin[0]']
    .map((field) => errorAt(`steps[${i}].${field}`))
    .find(Boolean)
</script>

<template>
  <div class="grid gap-x-8 lg:grid-cols-2">
    <section
      v-for="stretch in stretches"
      :key="stretch.name"
      class="mb-4 min-w-0"
      :aria-label="stretch.name"
    >
      <h3 class="border-b border-ink font-semibold">{{ stretch.name }}</h3>
      <ol>
        <li v-for="i in stretch.at" :key="i" class="border-b border-hair py-1">
          <div class="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-2">
            <button
              type="button"
              class="min-w-0 text-left leading-tight"
              :aria-expanded="opened === i"
              @click="opened = opened === i ? null : i"
            >
              <span class="font-semibold">{{ steps[i]!.name || 'without a name' }}</span>{{ ' ' }}
              <span class="text-soft"
                >{{ steps[i]!.pieceMin > 0 ? `${steps[i]!.pieceMin} min each` : ''
                }}{{ steps[i]!.pieceMin > 0 && steps[i]!.batchMin > 0 ? ', ' : ''
                }}{{ steps[i]!.batchMin > 0 ? `${steps[i]!.batchMin} min once` : '' }}<br />{{
                  summary(steps[i]!)
                }}</span
              >
            </button>
            <span class="flex gap-1">
              <button
                type="button"
                class="quiet slim"
                :disabled="stretch.at[0] === i"
                :aria-label="`${steps[i]!.name} earlier`"
                @click="move(stretch.at, i, -1)"
              >
                <ArrowUp :size="15" />
              </button>
              <button
                type="button"
                class="quiet slim"
                :disabled="stretch.at.at(-1) === i"
                :aria-label="`${steps[i]!.name} later`"
                @click="move(stretch.at, i, 1)"
              >
                <ArrowDown :size="15" />
              </button>
              <button
                type="button"
                class="quiet slim"
                :aria-label="`Remove ${steps[i]!.name}`"
                @click="remove(i)"
              >
                <Trash2 :size="15" />
              </button>
            </span>
          </div>
          <p v-if="complaintOf(i) && opened !== i" class="wrong">{{ complaintOf(i) }}</p>
          <div
            v-if="opened === i"
            class="sheet mt-1 mb-2 grid grid-cols-2 gap-x-4 gap-y-2 p-3 sm:grid-cols-4"
          >
            <FieldText
              class="col-span-2"
              label="Name of the step"
              :model-value="steps[i]!.name"
              :error="errorAt(`steps[${i}].name`)"
              @update:model-value="set(i, { name: $event })"
            />
            <FieldNumber
              label="each piece"
              unit="min"
              :model-value="steps[i]!.pieceMin"
              :error="errorAt(`steps[${i}].pieceMin`)"
              @update:model-value="set(i, { pieceMin: num($event) })"
            />
            <FieldNumber
              label="once"
              unit="min"
              :model-value="steps[i]!.batchMin"
              :error="errorAt(`steps[${i}].batchMin`)"
              @update:model-value="set(i, { batchMin: num($event) })"
            />
            <FieldText
              v-if="stretch.phase === 'curing'"
              class="col-span-2"
              label="minutes after the pour"
              :model-value="written(minuteList(steps[i]!.atMin))"
              :error="errorAt(`steps[${i}].atMin`) ?? errorAt(`steps[${i}].atMin[0]`)"
              @update:model-value="set(i, { atMin: readMinuteList($event) })"
            />
            <FieldChoice
              v-else
              class="col-span-2"
              label="Waits until it"
              :options="WAITS"
              :model-value="steps[i]!.waitsFor"
              @update:model-value="set(i, { waitsFor: $event })"
            />
            <FieldNumber
              label="dries for"
              unit="min"
              :model-value="steps[i]!.dryMin"
              :error="errorAt(`steps[${i}].dryMin`)"
              @update:model-value="set(i, { dryMin: num($event) })"
            />
            <FieldNumber
              optional
              :label="stretch.phase === 'curing' ? 'within' : 'holds for'"
              unit="min"
              :model-value="steps[i]!.holdsMin ?? undefined"
              :error="errorAt(`steps[${i}].holdsMin`)"
              @update:model-value="set(i, { holdsMin: $event ?? null })"
            />
            <FieldChoice
              label="Skill"
              :options="SKILLS"
              :model-value="steps[i]!.skill"
              @update:model-value="set(i, { skill: $event })"
            />
            <FieldChoice
              label="Where"
              :options="STATIONS"
              :model-value="steps[i]!.stationKind"
              @update:model-value="set(i, { stationKind: $event })"
            />
            <FieldText
              class="col-span-2"
              label="Needs"
              :model-value="steps[i]!.needs"
              :error="errorAt(`steps[${i}].needs`)"
              @update:model-value="set(i, { needs: $event })"
            />
            <label class="flex items-center gap-2"
              ><input
                type="checkbox"
                class="size-5 accent-ink"
                :checked="steps[i]!.dust"
                @change="set(i, { dust: ($event.target as HTMLInputElement).checked })"
              />
              makes dust</label
            >
            <label v-if="stretch.phase === 'after'" class="flex items-center gap-2"
              ><input
                type="checkbox"
                class="size-5 accent-ink"
                :checked="steps[i]!.demoulds"
                @change="set(i, { demoulds: ($event.target as HTMLInputElement).checked })"
              />
              frees the mould</label
            >
            <ul
              v-if="KINDS_OF_STEP[steps[i]!.kind].cautions.length > 0"
              class="col-span-full list-disc pl-5 text-soon"
            >
              <li
                v-for="caution in cautionsFor(KINDS_OF_STEP[steps[i]!.kind].cautions)"
                :key="caution"
              >
                {{ caution }}
              </li>
            </ul>
          </div>
        </li>
      </ol>
      <FieldPick
        :model-value="null"
        class="mt-1 max-w-sm"
        hide-label
        placeholder="add a step …"
        :label="`Add a step ${stretch.name}`"
        :options="kindsFor(stretch.phase)"
        @update:model-value="add(stretch.phase, stretch.layer, $event)"
      />
    </section>
  </div>
</template>
