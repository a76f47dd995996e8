<script setup lang="ts">
import type { BadLine } from '~~/shared/types/exchangeSheets'

/** Every line that cannot be taken, with what is wrong with it; the first of very many. */
const { bad } = defineProps<{ bad: readonly BadLine[] }>()
const AT_ONCE = 50
const shown = ref(AT_ONCE)
watch(
  () => bad,
  () => (shown.value = AT_ONCE),
)
</script>

<template>
  <section aria-labelledby="import-wrong">
    <h2 id="import-wrong" class="mb-1">Wrong lines</h2>
    <ul>
      <li
        v-for="{ line, problems } in bad.slice(0, shown)"
        :key="line"
        class="grid grid-cols-[6rem_1fr] gap-3 border-b border-hair py-1.5"
      >
        <span class="text-soft">line {{ line }}</span>
        <span
          ><span v-for="(problem, i) in problems" :key="i" class="block"
            ><strong v-if="problem.head">{{ problem.head }}</strong> {{ problem.why }}</span
          ></span
        >
      </li>
    </ul>
    <button
      v-if="bad.length > shown"
      type="button"
      class="quiet slim mt-2"
      @click="shown += AT_ONCE"
    >
      Show more of {{ bad.length }}
    </button>
  </section>
</template>
