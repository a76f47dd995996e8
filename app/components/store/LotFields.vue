<script setup lang="ts">
import { lotSchema } from '~~/shared/schemas/stock'
import type { LotRow } from '~~/shared/types/stock'

/** What stands on a bottle, as it was when this was opened; what is in it only the ledger changes. */
const { lot } = defineProps<{ lot: LotRow }>()
const stock = useStockStore()
const workshop = useWorkshopStore()
const session = useSessionStore()

const draftOf = ({ code, size, price, supplier, boughtOn, useBy, keepsDays, stands }: LotRow) => ({
  code,
  size,
  supplier,
  keepsDays,
  stands,
  price: price ?? '',
  boughtOn: boughtOn ?? '',
  useBy: useBy ?? '',
})
const opened = shallowRef(lot)
const draft = ref(draftOf(lot))
const saved = ref(false)
function show(row: LotRow): void {
  opened.value = row
  draft.value = draftOf(row)
}
const form = useForm({
  schema: lotSchema,
  send: (fields) => stock.save(lot.id, fields),
  done: (row) => {
    saved.value = true
    show(row)
  },
})
const submit = () =>
  form.submit({
    ...draft.value,
    price: draft.value.price.trim() === '' ? null : draft.value.price,
    boughtOn: draft.value.boughtOn || null,
    useBy: draft.value.useBy || null,
    version: opened.value.version,
  })
function keepMine(): void {
  opened.value = form.conflict.value as LotRow
  void submit()
}
function takeTheirs(): void {
  show(form.conflict.value as LotRow)
  form.reset()
}
</script>

<template>
  <form class="space-y-3" novalidate @submit.prevent="submit">
    <h2>What stands on it</h2>
    <ConflictNotice
      v-if="form.conflict.value"
      :opened="opened"
      :current="form.conflict.value as LotRow"
      @keep-mine="keepMine"
      @take-theirs="takeTheirs"
    />
    <div class="grid grid-cols-2 gap-3">
      <FieldText v-model="draft.code" label="code" :error="form.errorAt('code')" />
      <FieldNumber
        :model-value="draft.size"
        label="holds when full"
        :unit="lot.unit"
        :error="form.errorAt('size')"
        @update:model-value="draft.size = $event ?? NaN"
      />
      <FieldMoney
        v-if="session.may('see prices')"
        v-model="draft.price"
        :fixed="!session.may('change prices')"
        :label="`paid, ${workshop.rules?.currency ?? ''}`"
        :error="form.errorAt('price')"
      />
      <FieldText v-model="draft.supplier" label="from" :error="form.errorAt('supplier')" />
      <FieldDate
        v-model="draft.boughtOn"
        optional
        label="came on"
        :error="form.errorAt('boughtOn')"
      />
      <FieldDate v-model="draft.useBy" optional label="use by" :error="form.errorAt('useBy')" />
      <FieldNumber
        :model-value="draft.keepsDays ?? undefined"
        optional
        label="once open it keeps"
        unit="days"
        :error="form.errorAt('keepsDays')"
        @update:model-value="draft.keepsDays = $event ?? null"
      />
      <FieldText v-model="draft.stands" label="where it stands" :error="form.errorAt('stands')" />
    </div>
    <p v-if="form.failure.value && !form.conflict.value" role="alert" class="wrong">
      {{ form.failure.value }}
    </p>
    <button v-if="session.may('change the stores')" class="quiet" :disabled="form.sending.value">
      Save what stands on it
    </button>
    <span v-if="saved" role="status" class="ml-3">Saved.</span>
  </form>
</template>
