<script setup lang="ts">
import type { PlanQuestionView } from '~~/shared/types/plan'

/** What had a time while something cures, and has lost its sense since nobody is there then. */
const { lost } = defineProps<{ lost: PlanQuestionView['lost'] }>()
const { dayAndClock } = useWhen()
</script>

<template>
  <section v-if="lost.length > 0" class="mb-4" role="status">
    <h2 class="mb-1 text-base">Not planned any more</h2>
    <ul class="space-y-1">
      <li v-for="(one, i) in lost" :key="i" class="border-l-4 border-soon pl-3">
        <strong>{{ one.title }}</strong><template v-if="one.of"> for {{ one.of }}</template
        >, {{ dayAndClock(one.dueAt) }}: nobody is there while it makes sense.
      </li>
    </ul>
  </section>
</template>
