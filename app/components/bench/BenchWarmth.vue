<script setup lang="ts">
/** How warm the bench is, since the cup's time hangs on it; corrected by who has a thermometer. */
const { bench } = defineProps<{ bench: { tempC: number; isMeasured: boolean } }>()
const emit = defineEmits<{ measured: [tempC: number] }>()
const open = ref(false)
const tempC = ref<number | undefined>(undefined)
const COLDEST_C = -40
const WARMEST_C = 120
const isRight = computed(
  () => tempC.value !== undefined && tempC.value >= COLDEST_C && tempC.value <= WARMEST_C,
)
function ask(): void {
  tempC.value = Math.round(bench.tempC * 10) / 10
  open.value = true
}
function tell(): void {
  if (tempC.value === undefined || !isRight.value) return
  emit('measured', tempC.value)
  open.value = false
}
</script>

<template>
  <p class="text-soft">
    bench at {{ figure(bench.tempC, '°C', 1) }}{{ bench.isMeasured ? '' : ', expected' }}
    <button type="button" class="quiet ml-1 h-14 px-4" @click="ask">It is …</button>
  </p>
  <AskDialog :open="open" title="How warm is the bench?" @close="open = false">
    <form class="space-y-4" novalidate @submit.prevent="tell">
      <FieldNumber
        v-model="tempC"
        label="Read on a thermometer"
        unit="°C"
        :error="isRight ? undefined : 'must be a temperature of a room'"
      />
      <p class="text-soft">The cup’s time and the cure of what lies in this room follow it.</p>
      <div class="flex gap-3">
        <button class="press">So warm it is</button>
        <button type="button" class="quiet" @click="open = false">Leave it</button>
      </div>
    </form>
  </AskDialog>
</template>
