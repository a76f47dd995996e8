<script setup lang="ts">
import type { GuestBillOfMonth } from '~~/shared/types/guests'

/** What a guest took of the house in a month, line by line, at its rates. */
const { personId, month } = defineProps<{ personId: number; month: string }>()
const guests = useGuestStore()
const bill = shallowRef<GuestBillOfMonth | null>(null)
const { ready, failure, again } = useLoading(async () => {
  const [own, asked] = [personId, month]
  const answer = await guests.bill(own, asked)
  // Another may have been chosen meanwhile; its answer stands.
  if (own === personId && asked === month) bill.value = answer
})
watch([() => personId, () => month], () => again())
const WORDS = {
  area: { what: 'room on the racks', unit: 'm² for a day' },
  box: { what: 'the heated box', unit: 'h' },
  help: { what: 'help of others', unit: 'h' },
} as const
const wordsOf = ({ what, name, unit }: GuestBillOfMonth['lines'][number]) =>
  what === 'drawn' ? { what: name, unit } : WORDS[what]
</script>

<template>
  <LoadFailure v-if="failure" :message="failure" @retry="again" />
  <p v-else-if="!ready || !bill" class="text-soft" role="status">Adding it up …</p>
  <EmptyPlace v-else-if="bill.lines.length === 0" title="Nothing was taken in this month"
    >Room on the racks, the heated box, what is drawn from the stores and the time of others come on
    the bill as they happen.</EmptyPlace
  >
  <section v-else class="max-w-3xl overflow-x-auto" :aria-label="`Bill of ${bill.name}`">
    <table class="ledger">
      <thead>
        <tr>
          <th>what</th>
          <th class="figure">how much</th>
          <th />
          <th class="figure">each, {{ bill.currency }}</th>
          <th class="figure">together</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="line in bill.lines" :key="`${line.what} ${line.name} ${line.unit}`">
          <td>{{ wordsOf(line).what }}</td>
          <td class="figure">{{ writtenNumber(line.amount, line.what === 'drawn' ? 1 : 2) }}</td>
          <td class="text-soft">{{ wordsOf(line).unit }}</td>
          <td class="figure">
            <template v-if="line.each !== null">{{ written(line.each) }}</template>
            <span v-else class="text-hands">no price known</span>
          </td>
          <td class="figure">{{ written(line.sum) }}</td>
        </tr>
      </tbody>
      <tfoot>
        <tr class="font-semibold">
          <td colspan="4">{{ bill.isOver ? 'together' : 'together so far' }}</td>
          <td class="figure">{{ written(bill.total) }}</td>
        </tr>
      </tfoot>
    </table>
    <p class="mt-2 text-soft">
      At the rates of the house, without tax: whether and how it is taxed, local rules decide.
    </p>
  </section>
</template>
