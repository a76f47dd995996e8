<script setup lang="ts">
import type { BenchRun } from '~/composables/useBenchRun'
import { HEAT_QUESTIONS, TOOL_WORDS } from '~/composables/useBenchCautions'

/**
 * What must be said before a step. What stops it stands in the way until somebody says, by name, that
 * it is seen to.
 */
const { at } = defineProps<{ at: BenchRun }>()
const session = useSessionStore()
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
    <div
      v-for="{ code, text } in at.cautions.stops"
      :key="code"
      role="alert"
      class="mb-2 flex flex-wrap items-center gap-4 bg-hands-wash px-4 py-2 text-xl"
    >
      <p class="min-w-0 flex-1 basis-80 font-semibold">{{ text }}</p>
      <button type="button" class="quiet h-14 px-6" @click="at.acknowledge(code)">
        {{ session.person?.name }} has seen to it
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
