<script setup lang="ts">
import { Plus, Trash2 } from '@lucide/vue'
import { MILESTONES, MILESTONE_WORDS, type Milestone, type Step } from '~~/core/batch'

/** The steps of work before the pour and after the cure, with the milestone each waits for. */
const { errorAt } = defineProps<{ errorAt: (path: string) => string | undefined }>()
const steps = defineModel<Step[]>({ required: true })
const set = (at: number, changes: Partial<Step>) => (steps.value = steps.value.map((step, i) => (i === at ? { ...step, ...changes } : step)))
const WAITS: { value: Milestone | null; label: string }[] = [{ value: null, label: 'nothing' }, ...MILESTONES.filter((name) => name !== 'work' && name !== 'tackTo').map((value) => ({ value, label: MILESTONE_WORDS[value] }))]
const PER = [{ value: 'piece', label: 'piece' }, { value: 'batch', label: 'batch' }] as const
const PHASES = [{ value: 'before', label: 'before' }, { value: 'after', label: 'after' }] as const
const SKILLS = [null, 'pour', 'finish', 'paint', 'pack'].map((value) => ({ value, label: value ?? 'anybody' }))
const STATIONS = [null, 'bench', 'pour table', 'sander', 'finishing bench'].map((value) => ({ value, label: value ?? 'anywhere' }))
const add = (phase: Step['phase']) => (steps.value = [...steps.value, { name: '', phase, waitsFor: phase === 'after' ? 'sand' : null, minutes: 5, per: 'piece', skill: null, stationKind: null, dust: false, demoulds: false }])
</script>

<template>
  <div>
    <div class="overflow-x-auto">
      <table class="ledger min-w-[58rem]">
        <thead><tr><th>step</th><th>the pour</th><th>waits until it</th><th>minutes</th><th>for each</th><th>skill</th><th>where</th><th>dust</th><th>frees the mould</th><th><span class="sr-only">remove</span></th></tr></thead>
        <tbody>
          <tr v-for="(step, i) in steps" :key="i">
            <td class="min-w-40"><FieldText hide-label :label="`Name of step ${i + 1}`" :model-value="step.name" :error="errorAt(`steps[${i}].name`)" @update:model-value="set(i, { name: $event })" /></td>
            <td><FieldChoice hide-label label="Before or after the pour" :options="PHASES" :model-value="step.phase" @update:model-value="set(i, { phase: $event })" /></td>
            <td><FieldChoice hide-label label="Waits until it" :options="WAITS" :model-value="step.waitsFor" @update:model-value="set(i, { waitsFor: $event })" /></td>
            <td class="w-20"><FieldNumber hide-label label="Minutes" :model-value="step.minutes" :error="errorAt(`steps[${i}].minutes`)" @update:model-value="set(i, { minutes: $event ?? Number.NaN })" /></td>
            <td><FieldChoice hide-label label="For each" :options="PER" :model-value="step.per" @update:model-value="set(i, { per: $event })" /></td>
            <td><FieldChoice hide-label label="Skill" :options="SKILLS" :model-value="step.skill" @update:model-value="set(i, { skill: $event })" /></td>
            <td><FieldChoice hide-label label="Where" :options="STATIONS" :model-value="step.stationKind" @update:model-value="set(i, { stationKind: $event })" /></td>
            <td><input type="checkbox" class="size-5 accent-ink" :checked="step.dust" :aria-label="`Step ${i + 1} makes dust`" @change="set(i, { dust: ($event.target as HTMLInputElement).checked })"></td>
            <td><input type="checkbox" class="size-5 accent-ink" :checked="step.demoulds" :aria-label="`Step ${i + 1} frees the mould`" @change="set(i, { demoulds: ($event.target as HTMLInputElement).checked })"></td>
            <td><button type="button" class="quiet slim" :aria-label="`Remove step ${i + 1}`" @click="steps = steps.filter((_, j) => j !== i)"><Trash2 :size="16" /></button></td>
          </tr>
        </tbody>
      </table>
    </div>
    <div class="mt-2 flex gap-2">
      <button type="button" class="quiet slim inline-flex items-center gap-1" @click="add('before')"><Plus :size="16" /> step before the pour</button>
      <button type="button" class="quiet slim inline-flex items-center gap-1" @click="add('after')"><Plus :size="16" /> step after the cure</button>
    </div>
  </div>
</template>
