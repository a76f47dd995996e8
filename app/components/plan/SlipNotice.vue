<script setup lang="ts">
/** Promises that would slip if the plan followed what has happened: somebody decides. */
const emit = defineEmits<{ look: [proposalId: number] }>()
const plan = usePlanStore()
const slip = computed(() => (plan.proposal ? null : (plan.plan?.slip ?? null)))
const titles = computed(() =>
  (plan.plan?.promises ?? [])
    .filter(({ orderId }) => slip.value?.orderIds.includes(orderId))
    .map(({ title }) => `“${title}”`),
)
</script>

<template>
  <p
    v-if="slip"
    role="alert"
    class="mb-3 flex flex-wrap items-center gap-3 border-l-4 border-hands bg-hands-wash px-4 py-2"
  >
    <span class="min-w-0 flex-1"
      >By what has been done and what runs late, {{ titles.join(', ') }}
      {{ titles.length === 1 ? 'slips' : 'slip' }}. The plan waits for somebody to look.</span
    >
    <button type="button" class="press slim" @click="emit('look', slip.proposalId)">
      Look at the plan that follows
    </button>
  </p>
</template>
