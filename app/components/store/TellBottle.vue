<script setup lang="ts">
import { TOLD_KINDS, type ToldKind } from '~~/core/stock'
import { movementsSchema } from '~~/shared/schemas/stock'
import type { LotRow } from '~~/shared/types/stock'
import { TELL_WORDS } from '~/utils/movementWords'

/** Tells what happened to a bottle beside what work takes. */
const { lot } = defineProps<{ lot: LotRow }>()
const emit = defineEmits<{ told: [] }>()
const stock = useStockStore()
const kind = ref<ToldKind>('counted')
const amount = ref<number | undefined>(undefined)
const note = ref('')
/** Kept as long as the same is told, so that pressing twice tells it once. */
let key = crypto.randomUUID()
const kinds = TOLD_KINDS.map((value) => ({ value, label: TELL_WORDS[value].choice }))
const form = useForm({
  schema: movementsSchema,
  send: ({ movements }) => stock.tell(movements),
  done: () => {
    key = crypto.randomUUID()
    amount.value = undefined
    note.value = ''
    emit('told')
  },
})
const submit = () =>
  form.submit({
    movements: [
      { key, lotId: lot.id, kind: kind.value, amount: amount.value ?? NaN, note: note.value },
    ],
  })
const errorAt = (field: string) => form.errorAt(`movements[0].${field}`)
</script>

<template>
  <form class="space-y-3" novalidate @submit.prevent="submit">
    <h2>What happened to it?</h2>
    <div class="grid grid-cols-2 gap-3">
      <FieldChoice v-model="kind" label="what" :options="kinds" />
      <FieldNumber
        v-model="amount"
        :label="TELL_WORDS[kind].asks"
        :unit="lot.unit"
        :error="errorAt('amount')"
      />
    </div>
    <FieldText v-model="note" label="why, or what there is to say" :error="errorAt('note')" />
    <p v-if="form.failure.value" role="alert" class="wrong">{{ form.failure.value }}</p>
    <button class="press" :disabled="form.sending.value">Note it</button>
  </form>
</template>
