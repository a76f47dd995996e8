<script setup lang="ts">
import type { BenchRun } from '~/composables/useBenchRun'
import { HEAT_QUESTIONS } from '~/composables/useBenchCautions'
import { TOOL_WORDS } from '~/utils/pourWords'

/** What must be said before a step, and what only hands know that decides it. */
const { at } = defineProps<{ at: BenchRun }>()
const told = computed(() => at.cautions.told)
const questions = computed(() => at.cautions.questions)
const answers = computed(() => at.cautions.answers)
const ORDER = { stop: 'font-semibold', warn: '', note: 'text-soft' } as const
</script>

<template>
  <section aria-label="Cautions" class="border-l-2 border-soon pl-3">
    <div
      v-if="questions.length > 0"
      class="mb-2 flex flex-wrap items-center gap-2"
      role="group"
      aria-label="Before the heat"
    >
      <span>In the hand</span>
      <button
        v-for="(word, name) in TOOL_WORDS"
        :key="name"
        type="button"
        class="h-12 border px-4"
        :class="name === at.cautions.tool ? 'border-ink bg-act text-act-ink' : 'border-firm'"
        :aria-pressed="name === at.cautions.tool"
        @click="at.cautions.take(name)"
      >
        {{ word }}
      </button>
      <span class="ml-3">and is there</span>
      <button
        v-for="name in questions"
        :key="name"
        type="button"
        class="h-12 border px-4"
        :class="answers[name] ? 'border-ink bg-act text-act-ink' : 'border-firm'"
        :aria-pressed="answers[name] ?? false"
        @click="at.cautions.answer(name)"
      >
        {{ HEAT_QUESTIONS[name] }}
      </button>
    </div>
    <details>
      <summary class="font-semibold">
        Cautions: {{ told.find(({ level }) => level !== 'note')?.text ?? told[0]?.text }}
      </summary>
      <ul class="mt-1 list-disc space-y-0.5 pl-5">
        <li v-for="{ code, level, text } in told" :key="code" :class="ORDER[level]">{{ text }}</li>
      </ul>
    </details>
  </section>
</template>
