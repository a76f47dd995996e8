<script setup lang="ts">
import type { PromiseRow } from '~~/shared/types/promises'
import { formatDuration } from '~~/core/units'

/** How a promise fares, in a few words. */
const { promise } = defineProps<{ promise: PromiseRow }>()
const { dayAndClock } = useWhen()
</script>

<template>
  <StateWord v-if="promise.readyAt === null" word="cannot be planned" stage="hands" />
  <span v-else-if="promise.isMade">all made</span>
  <span v-else-if="promise.lateMin > 0"
    ><StateWord :word="`late by ${formatDuration(promise.lateMin)}`" stage="hands" /><br /><span
      class="text-soft"
      >ready {{ dayAndClock(promise.readyAt) }}</span
    ></span
  >
  <span v-else
    >ready {{ dayAndClock(promise.readyAt) }}<br /><span class="text-soft"
      >{{ formatDuration(-promise.lateMin) }} to spare</span
    ></span
  >
</template>
