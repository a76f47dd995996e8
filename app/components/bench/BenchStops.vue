<script setup lang="ts">
import type { BenchRun } from '~/composables/useBenchRun'

/** What stands in the way of the next step until somebody says, by name, that it is seen to. */
const { at } = defineProps<{ at: BenchRun }>()
const session = useSessionStore()
</script>

<template>
  <div
    v-for="{ code, text } in at.cautions.stops"
    :key="code"
    role="alert"
    class="flex flex-wrap items-center gap-x-4 gap-y-2 bg-hands-wash px-4 py-2 text-xl"
  >
    <p class="min-w-0 flex-1 basis-80 font-semibold">{{ text }}</p>
    <button type="button" class="quiet h-14 px-6" @click="at.acknowledge(code)">
      {{ session.person?.name }} has seen to it
    </button>
  </div>
</template>
