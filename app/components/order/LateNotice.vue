<script setup lang="ts">
import { formatDuration } from '~~/core/units'
import type { PromiseRow } from '~~/shared/types/promises'

/** Why an order comes after its promise, or cannot be made; nothing where the promise is kept. */
const { promise } = defineProps<{ promise: PromiseRow }>()
const { dayAndClock } = useWhen()
</script>

<template>
  <section
    v-if="promise.lateMin > 0 || !promise.readyAt"
    class="mb-4 border-l-4 border-hands bg-hands-wash px-4 py-2"
  >
    <p class="font-semibold">
      {{
        promise.readyAt
          ? `The plan has it ready ${dayAndClock(promise.readyAt)}, ${formatDuration(promise.lateMin)} after the promise.`
          : 'The plan finds no way to make this.'
      }}
    </p>
    <ul class="list-disc pl-5">
      <li v-for="reason in promise.because" :key="reason">{{ reason }}</li>
    </ul>
  </section>
</template>
