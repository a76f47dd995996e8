<script setup lang="ts">
import { TOLD_WORDS } from '~/utils/workWords'

/** What was told last, and the way back from it. */
const work = useWorkStore()
const { busy, refused, attempt } = useAttempt()
const words = computed(() =>
  work.last ? `“${work.last.task.title}” ${TOLD_WORDS[work.last.kind]}.` : '',
)
const takeBack = () =>
  attempt(async () => {
    if (work.last) await work.takeBack(work.last.task)
  })
onBeforeUnmount(() => work.forget())
</script>

<template>
  <p v-if="words" role="status" class="mb-2 flex items-center gap-3">
    {{ words
    }}<button type="button" class="quiet slim" :disabled="busy" @click="takeBack">Take back</button
    ><span v-if="refused" role="alert" class="wrong">{{ refused }}</span>
  </p>
</template>
