<script setup lang="ts">
import type { MovementRow } from '~~/shared/types/stock'

const stock = useStockStore()
const resins = useResinStore()
const workshop = useWorkshopStore()
const rows = shallowRef<MovementRow[]>([])
const next = ref<string | null>(null)
async function more(): Promise<void> {
  const page = await stock.movements(next.value)
  rows.value = [...rows.value, ...page.rows]
  next.value = page.next
}
const { ready, failure, again } = useLoading(async () => {
  rows.value = []
  next.value = null
  await Promise.all([resins.load(), workshop.load(), more()])
})
const { busy, refused, attempt } = useAttempt()
const back = (id: number) =>
  attempt(async () => {
    await stock.takeBack(id, '')
    await again()
  })
</script>

<template>
  <div>
    <PlaceHead
      title="Ledger"
      note="What came into the stores and what went out, the newest first."
    />
    <StoreTabs />
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching the ledger …</p>
    <EmptyPlace v-else-if="rows.length === 0" title="Nothing has moved yet"
      >What comes in, what is poured and what is counted is written here.</EmptyPlace
    >
    <div v-else class="overflow-x-auto">
      <p v-if="refused" role="alert" class="wrong">{{ refused }}</p>
      <LedgerLines :rows="rows" named @back="back" />
      <button
        v-if="next"
        type="button"
        class="quiet slim mt-3"
        :disabled="busy"
        @click="attempt(more)"
      >
        Earlier
      </button>
    </div>
  </div>
</template>
