<script setup lang="ts">
import type { PlanView } from '~~/shared/types/plan'

/** Whose plan it is, what it keeps, and what can be asked of it as a whole. */
const { plan, late, busy, ready } = defineProps<{
  plan: PlanView | null
  /** How many promises it cannot keep. */
  late: number
  busy: boolean
  ready: boolean
}>()
const emit = defineEmits<{
  restore: [direction: 'undo' | 'redo']
  refresh: [plan: PlanView]
  afresh: []
}>()
const { short } = useWhen()
const mayPlan = useSessionStore().may('plan')
const kept = computed(() =>
  late === 0
    ? mayPlan
      ? 'Every promise is kept.'
      : 'What you promised is kept.'
    : `${late} of ${plan?.promises.length} promises cannot be kept.`,
)
const note = computed(() =>
  plan
    ? `Made ${short(plan.madeAt)} by ${plan.madeBy}. ${kept.value}`
    : 'Who, what, where and when.',
)
</script>

<template>
  <PlaceHead title="Plan" :note="note">
    <template v-if="plan">
      <button
        v-if="mayPlan"
        type="button"
        class="quiet"
        :disabled="busy || !plan.canUndo"
        @click="emit('restore', 'undo')"
      >
        Undo
      </button>
      <button
        v-if="mayPlan"
        type="button"
        class="quiet"
        :disabled="busy || !plan.canRedo"
        @click="emit('restore', 'redo')"
      >
        Redo
      </button>
      <NuxtLink to="/plan/load" class="quiet">Load</NuxtLink>
      <NuxtLink to="/plan/week" class="quiet">Week</NuxtLink>
      <button
        v-if="mayPlan"
        type="button"
        class="quiet"
        :disabled="busy"
        @click="emit('refresh', plan)"
      >
        Bring up to date
      </button>
    </template>
    <button
      v-if="ready && mayPlan"
      type="button"
      class="press"
      :disabled="busy"
      @click="emit('afresh')"
    >
      {{ busy ? 'Planning …' : 'Plan from now' }}
    </button>
  </PlaceHead>
</template>
