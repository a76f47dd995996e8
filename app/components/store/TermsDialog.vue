<script setup lang="ts">
import { buyingTermsSchema } from '~~/shared/schemas/purchases'
import type { BuyRow } from '~~/shared/types/purchases'

/** How a ware is bought, and how much of it is always to be there. */
const { row, suppliers } = defineProps<{ row: BuyRow; suppliers: string[] }>()
const emit = defineEmits<{ close: [] }>()
const purchases = usePurchaseStore()
const draft = reactive({
  supplier: row.terms.supplier,
  least: row.terms.least as number | undefined,
  packSize: row.terms.packSize ?? undefined,
  leadDays: row.terms.leadDays ?? undefined,
})
const form = useForm({
  schema: buyingTermsSchema,
  send: purchases.saveTerms,
  done: () => emit('close'),
})
const submit = () =>
  form.submit({
    ware: row.ware,
    supplier: draft.supplier,
    least: draft.least ?? NaN,
    packSize: draft.packSize ?? null,
    leadDays: draft.leadDays ?? null,
  })
</script>

<template>
  <AskDialog open :title="`How ${row.name} is bought`" @close="emit('close')">
    <form class="space-y-3" novalidate @submit.prevent="submit">
      <FieldSearch
        v-model="draft.supplier"
        label="from"
        :options="suppliers"
        :error="form.errorAt('supplier')"
      />
      <div class="grid grid-cols-2 gap-3">
        <FieldNumber
          v-model="draft.least"
          label="always to be there"
          :unit="row.unit"
          :error="form.errorAt('least')"
        />
        <FieldNumber
          v-if="row.ware.of === 'pigment'"
          v-model="draft.packSize"
          optional
          label="a pack has"
          unit="g"
          :error="form.errorAt('packSize')"
        />
        <FieldNumber
          v-model="draft.leadDays"
          optional
          :label="`comes after (${row.leadDays} where nothing stands)`"
          unit="working days"
          :error="form.errorAt('leadDays')"
        />
      </div>
      <p v-if="form.failure.value" role="alert" class="wrong">{{ form.failure.value }}</p>
      <div class="flex flex-wrap gap-3">
        <button class="press" :disabled="form.sending.value">Save</button>
        <button type="button" class="quiet" @click="emit('close')">Leave it</button>
      </div>
    </form>
  </AskDialog>
</template>
