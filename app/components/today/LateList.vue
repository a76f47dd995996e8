<script setup lang="ts">
import { formatDuration } from '~~/core/units'
import type { PromiseRow } from '~~/shared/types/promises'

/** Promises that the plan does not keep. */
defineProps<{ promises: readonly PromiseRow[] }>()
const { dayAndClock } = useWhen()
const stateOf = (promise: PromiseRow) =>
  promise.readyAt === null ? 'cannot be planned' : `late by ${formatDuration(promise.lateMin)}`
</script>

<template>
  <section>
    <h2 class="mb-1 text-hands">Promises that slip</h2>
    <ul>
      <li v-for="promise in promises" :key="promise.orderId" class="border-b border-hair py-1.5">
        <NuxtLink :to="`/orders/${promise.orderId}`" class="link font-semibold">{{
          promise.title
        }}</NuxtLink>{{ ' ' }}
        <span class="text-soft">promised {{ dayAndClock(promise.promisedAt) }}</span
        ><br /><StateWord :word="stateOf(promise)" stage="hands" />
      </li>
    </ul>
  </section>
</template>
