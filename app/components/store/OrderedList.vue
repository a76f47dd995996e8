<script setup lang="ts">
import type { Purchase, PurchaseLine } from '~~/shared/types/purchases'

/** What is ordered and not all here; what came of it is put in line by line. */
const { purchases, nameOf } = defineProps<{
  purchases: readonly Purchase[]
  nameOf: (line: PurchaseLine) => string
}>()
const session = useSessionStore()
const store = usePurchaseStore()
const { day, local, localNow } = useWhen()
const came = shallowRef<{ purchase: Purchase; line: PurchaseLine } | null>(null)
const isLate = ({ dueOn }: Purchase) => local(dueOn).endOf('day') < localNow()
const { refused, attempt } = useAttempt()
</script>

<template>
  <section v-if="purchases.length > 0" class="mb-6">
    <h2 class="mb-1">Ordered</h2>
    <p v-if="refused" role="alert" class="wrong">{{ refused }}</p>
    <article
      v-for="purchase in purchases"
      :key="purchase.id"
      class="border-t border-hair py-2"
      :aria-label="`Ordered from ${purchase.supplier}`"
    >
      <div class="flex flex-wrap items-baseline gap-x-4">
        <h3 class="font-semibold">{{ purchase.supplier }}</h3>
        <span :class="isLate(purchase) ? 'font-semibold text-hands' : 'text-soft'"
          >{{ isLate(purchase) ? 'late: it was due' : 'due' }} {{ day(purchase.dueOn) }}</span
        >
        <span class="text-soft"
          >ordered {{ day(purchase.orderedAt) }} by {{ purchase.orderedBy }}</span
        >
        <span v-if="purchase.note" class="text-soft">{{ purchase.note }}</span>
        <a
          :href="`/api/stock/purchases/${purchase.id}/table`"
          class="quiet slim ml-auto"
          :aria-label="`Order from ${purchase.supplier} as a table`"
          >As a table</a
        >
        <button
          v-if="session.may('change the stores')"
          type="button"
          class="quiet slim"
          @click="attempt(() => store.close(purchase))"
        >
          The rest will not come
        </button>
      </div>
      <ul>
        <li
          v-for="line in purchase.lines"
          :key="line.id"
          class="flex flex-wrap items-center gap-x-4 py-1"
        >
          <span class="min-w-64">{{ line.packs }} × {{ nameOf(line) }}</span>
          <span class="text-soft">{{
            line.received >= line.packs ? 'all here' : `${line.received} here`
          }}</span>
          <button
            v-if="session.may('change the stores') && line.received < line.packs"
            type="button"
            class="quiet slim"
            @click="came = { purchase, line }"
          >
            One came
          </button>
        </li>
      </ul>
    </article>
    <ReceiveDialog v-if="came" :of="came" @close="came = null" />
  </section>
</template>
