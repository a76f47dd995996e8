<script setup lang="ts">
import type { PlanTerms } from '~~/shared/schemas/planTerms'
import type { PlanAsk } from '~~/shared/schemas/proposals'
import type { PlanQuestionView } from '~~/shared/types/plan'
import type { PromiseRow } from '~~/shared/types/promises'

/** Beside the plan: its promises, or what would come of something else. */
const { promises, terms, lines, question, busy } = defineProps<{
  promises: readonly PromiseRow[]
  terms: PlanTerms
  /** Order lines of which pieces are still to be made. */
  lines: readonly { id: number; title: string }[]
  question: PlanQuestionView | null
  busy: boolean
}>()
const emit = defineEmits<{ ask: [what: PlanAsk] }>()
const SIDES = [
  { key: 'promises', name: 'Promises' },
  { key: 'if', name: 'What if' },
] as const
const mayPlan = useSessionStore().may('plan')
const side = ref<(typeof SIDES)[number]['key']>('promises')
</script>

<template>
  <div>
    <div v-if="mayPlan" class="mb-2 flex gap-1" role="group" aria-label="Beside the plan">
      <button
        v-for="one in SIDES"
        :key="one.key"
        type="button"
        class="slim border-b-2 px-2"
        :class="side === one.key ? 'border-ink font-semibold' : 'border-transparent text-soft'"
        :aria-pressed="side === one.key"
        @click="side = one.key"
      >
        {{ one.name }}
      </button>
    </div>
    <PromiseList v-if="side === 'promises'" :promises="promises" />
    <div v-else class="space-y-6">
      <WhatIf :terms="terms" :lines="lines" :busy="busy" @ask="(what) => emit('ask', what)" />
      <HelpList v-if="question" :question="question" />
    </div>
  </div>
</template>
