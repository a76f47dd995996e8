<script setup lang="ts">
import { finishedSchema } from '~~/shared/schemas/markets'
import type { FinishedRow } from '~~/shared/types/markets'

/** Where finished pieces stand, and what is asked for one. */
const { row } = defineProps<{ row: FinishedRow }>()
const emit = defineEmits<{ close: []; changed: [rows: FinishedRow[]] }>()
const markets = useMarketStore()
const workshop = useWorkshopStore()
const draft = reactive({ stands: row.stands, price: row.price ?? '' })
const form = useForm({
  schema: finishedSchema,
  send: (fields) => markets.saveFinished(row.recipeId, fields),
  done: (fresh) => {
    emit('changed', fresh)
    emit('close')
  },
})
const submit = () =>
  form.submit({
    version: row.version,
    stands: draft.stands,
    price: draft.price.trim() === '' ? null : draft.price,
  })
</script>

<template>
  <AskDialog open :title="row.name" @close="emit('close')">
    <form class="space-y-3" novalidate @submit.prevent="submit">
      <FieldText v-model="draft.stands" label="where they stand" :error="form.errorAt('stands')" />
      <FieldMoney
        v-model="draft.price"
        :label="`asked for one, ${workshop.rules?.currency ?? ''}`"
        :error="form.errorAt('price')"
      />
      <p v-if="form.failure.value" role="alert" class="wrong">{{ form.failure.value }}</p>
      <div class="flex flex-wrap gap-3">
        <button class="press" :disabled="form.sending.value">Save</button>
        <button type="button" class="quiet" @click="emit('close')">Leave it</button>
      </div>
    </form>
  </AskDialog>
</template>
