<script setup lang="ts">
import { formatDuration } from '~~/core/units'
import { promiseLetter } from '~/utils/letterDrafts'
import type { Order } from '~~/shared/types/orders'
import type { PromiseRow } from '~~/shared/types/promises'

/** Why an order comes after its promise, or cannot be made; nothing where the promise is kept. */
const { promise, order } = defineProps<{ promise: PromiseRow; order: Order }>()
const session = useSessionStore()
const workshop = useWorkshopStore()
const house = useHouseStore()
const writing = ref(false)
const letter = computed(() =>
  promiseLetter(order, workshop.workshop?.name ?? '', {
    promised: dayAndClock(order.promisedAt),
    ready: promise.readyAt ? dayAndClock(promise.readyAt) : 'later; we will write again',
    address: house.listOf('customers').find(({ name }) => name === order.customer)?.email ?? '',
  }),
)
/** Managers tell a customer. */
const canWrite = computed(() => order.kind === 'commission' && session.may('keep the house'))
async function write(): Promise<void> {
  await house.load('customers')
  writing.value = true
}
const { dayAndClock } = useWhen()
</script>

<template>
  <section
    v-if="promise.lateMin > 0 || !promise.readyAt"
    class="mb-4 border-l-4 border-hands bg-hands-wash px-4 py-2"
  >
    <p class="font-semibold">
      {{
        promise.readyAt
          ? `The plan has it ready ${dayAndClock(promise.readyAt)}, ${formatDuration(promise.lateMin)} after the promise.`
          : 'The plan finds no way to make this.'
      }}
    </p>
    <ul class="list-disc pl-5">
      <li v-for="reason in promise.because" :key="reason">{{ reason }}</li>
    </ul>
    <template v-if="canWrite">
      <button type="button" class="quiet slim mt-2" @click="write">
        Write to {{ order.customer }}
      </button>
      <LetterDialog :open="writing" :draft="letter" @close="writing = false" />
    </template>
  </section>
</template>
