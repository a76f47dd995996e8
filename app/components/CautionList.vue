<script setup lang="ts">
import type { CautionTopic } from '~~/core/trade'
import { cautionsFor } from '~/utils/cautions'

/** The usual cautions for what is about to be done. */
const { topics } = defineProps<{ topics: CautionTopic[] }>()
const lines = computed(() => cautionsFor(topics))
</script>

<template>
  <details class="border-l-2 border-soon pl-3">
    <summary class="font-semibold">Cautions</summary>
    <ul class="mt-1 list-disc space-y-0.5 pl-5">
      <li v-for="line in lines" :key="line">{{ line }}</li>
    </ul>
    <p class="mt-1 text-soft">
      Follow the product’s safety data sheet, local rules and the advice of licensed professionals;
      this tool replaces none of them.
    </p>
  </details>
</template>
