<script setup lang="ts">
const workshop = useWorkshopStore()
const { ready, failure, again } = useLoading(() => workshop.load())
const LAST = useWhen().lastMonths(24)
const month = ref(LAST[0]!.value)
const guests = computed(() =>
  (workshop.workshop?.people ?? []).filter(({ role }) => role === 'guest'),
)
const chosen = ref<number | null>(null)
const personId = computed(() => chosen.value ?? guests.value[0]?.id ?? null)
const options = computed(() =>
  guests.value.map(({ id, name, hasLeft }) => ({
    value: id,
    label: hasLeft ? `${name}, has left` : name,
  })),
)
const print = () => window.print()
</script>

<template>
  <div>
    <PlaceHead title="Guests" note="What they took of the house in a month, at its rates.">
      <button v-if="personId !== null" type="button" class="quiet" @click="print">Print</button>
    </PlaceHead>
    <PriceTabs />
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching the guests …</p>
    <EmptyPlace v-else-if="personId === null" title="Nobody is a guest here"
      >A guest makes pieces of their own in this workshop; they are taken in under House,
      People.</EmptyPlace
    >
    <template v-else>
      <div class="mb-4 grid max-w-2xl grid-cols-2 gap-3">
        <FieldChoice
          :model-value="personId"
          label="guest"
          :options="options"
          @update:model-value="chosen = Number($event)"
        />
        <FieldChoice v-model="month" label="month" :options="LAST" />
      </div>
      <GuestBill :person-id="personId" :month="month" />
    </template>
  </div>
</template>
