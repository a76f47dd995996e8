<script setup lang="ts">
/** A guest's own bill. */
const session = useSessionStore()
const LAST = useWhen().lastMonths(24)
const month = ref(LAST[0]!.value)
const print = () => window.print()
</script>

<template>
  <div>
    <PlaceHead title="My bill" note="What I took of the house in a month, at its rates.">
      <button type="button" class="quiet" @click="print">Print</button>
    </PlaceHead>
    <EmptyPlace v-if="session.person?.role !== 'guest'" title="Only guests have a bill"
      >Members of the workshop do not pay for room or help.</EmptyPlace
    >
    <template v-else>
      <FieldChoice v-model="month" class="mb-4 max-w-xs" label="month" :options="LAST" />
      <GuestBill :person-id="session.person.id" :month="month" />
    </template>
  </div>
</template>
