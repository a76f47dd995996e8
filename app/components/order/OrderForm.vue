<script setup lang="ts">
import { DateTime } from 'luxon'
import { MINUTES_PER_HOUR } from '~~/core/units'
import {
  newOrderSchema,
  ORDER_STATES,
  orderSchema,
  type OrderFields,
} from '~~/shared/schemas/orders'
import type { Order } from '~~/shared/types/orders'

/** Takes an order, or changes one. */
const { order = null, kind = 'commission' } = defineProps<{
  order?: Order | null
  /** What a new one is at first. */
  kind?: Order['kind']
}>()
const emit = defineEmits<{ saved: [order: Order] }>()
const orders = useOrderStore()
const workshop = useWorkshopStore()
const session = useSessionStore()
const { localNow } = useWhen()
void orders.loadCustomers()

const inTwoWeeks = () =>
  localNow()
    .plus({ days: 14 })
    .set({ hour: 16, minute: 0, second: 0, millisecond: 0 })
    .toUTC()
    .toISO() ?? ''
const blank = (): OrderFields => ({
  kind,
  title: '',
  customer: '',
  promisedAt: inTwoWeeks(),
  state: 'accepted',
  colours: '',
  wish: '',
  note: '',
  ownerId: null,
  lines: [{ recipeId: 0, quantity: 1, spares: 0 }],
})
const draftOf = (from: Order | null): OrderFields => {
  if (!from) return blank()
  const { id: _id, version: _version, ...fields } = JSON.parse(JSON.stringify(from)) as Order
  return {
    ...fields,
    lines: fields.lines
      .filter(({ mends }) => !mends)
      .map(({ id, recipeId, quantity, spares }) => ({ id, recipeId, quantity, spares })),
  }
}
const opened = ref<Order | null>(order)
const draft = ref<OrderFields>(draftOf(order))

/** The promise is typed and shown in the workshop's own time. */
const promised = computed(() =>
  DateTime.fromISO(draft.value.promisedAt, { zone: workshop.timeZone }),
)
const date = ref('')
const minute = ref(0)
function readPromise(): void {
  date.value = promised.value.toISODate() ?? ''
  minute.value = promised.value.hour * MINUTES_PER_HOUR + promised.value.minute
}
readPromise()
watch([date, minute], () => {
  const at = DateTime.fromISO(date.value, { zone: workshop.timeZone }).set({
    hour: Math.floor(minute.value / MINUTES_PER_HOUR),
    minute: minute.value % MINUTES_PER_HOUR,
  })
  draft.value.promisedAt = at.toUTC().toISO() ?? ''
})

const form = useForm({
  schema: order ? orderSchema : newOrderSchema,
  send: (value: OrderFields) =>
    opened.value
      ? orders.save(opened.value.id, { ...value, version: opened.value.version })
      : orders.create(value),
  done: (saved) => {
    isDone = opened.value === null
    kept.forget()
    take(saved)
    emit('saved', saved)
  },
})
const untouched = JSON.stringify(draft.value)
const isTouched = () =>
  (opened.value ? JSON.stringify(draftOf(opened.value)) : untouched) !== JSON.stringify(draft.value)
let isDone = false
useLeaving(() => isTouched() && !form.sending.value && !isDone)
const kept = useKeptDraft<OrderFields>({
  key: useRoute().path,
  draft,
  version: () => opened.value?.version ?? null,
  isTouched,
})
const { restored } = kept
kept.takeUp()
readPromise()
function dropDraft(): void {
  kept.forget()
  draft.value = opened.value ? draftOf(opened.value) : (JSON.parse(untouched) as OrderFields)
  readPromise()
}
const { savedBy, forget } = useOthersSaved<Order>({
  subject: 'order',
  opened: () => opened.value,
  isTouched,
  isSending: () => form.sending.value,
  read: async () => (opened.value ? orders.get(opened.value.id) : undefined),
  show: take,
})
/** Shows an order as it is now. */
function take(fresh: Order): void {
  opened.value = fresh
  draft.value = draftOf(fresh)
  readPromise()
  forget()
}
const submit = () =>
  form.submit(opened.value ? { ...draft.value, version: opened.value.version } : draft.value)

function keepMine(): void {
  const current = form.conflict.value as Order
  opened.value = current
  void submit()
}
function takeTheirs(): void {
  take(form.conflict.value as Order)
  form.reset()
}
const KINDS = [
  { value: 'commission', label: 'a commission' },
  { value: 'market', label: 'a market day' },
] as const
const STATES = ORDER_STATES.map((value) => ({ value, label: value }))
/** A guest's orders are their own; members say which guest's an order is. */
const owners = computed(() =>
  session.may('plan')
    ? [
        { value: 0, label: 'the workshop’s' },
        ...workshop.peopleThere
          .filter((person) => person.role === 'guest')
          .map(({ id, name }) => ({ value: id, label: `${name}’s own` })),
      ]
    : [],
)
</script>

<template>
  <form class="space-y-4" novalidate @submit.prevent="submit">
    <OthersSaved v-if="!form.conflict.value" :by="savedBy" />
    <DraftBack :shown="restored" @drop="dropDraft" />
    <ConflictNotice
      v-if="form.conflict.value && opened"
      :opened="opened"
      :current="form.conflict.value as Order"
      @keep-mine="keepMine"
      @take-theirs="takeTheirs"
    />
    <div class="grid gap-x-5 gap-y-3 sm:grid-cols-2">
      <FieldChoice
        v-model="draft.kind"
        label="This is"
        :options="KINDS"
        :error="form.errorAt('kind')"
      />
      <FieldChoice
        v-model="draft.state"
        label="State"
        :options="STATES"
        :error="form.errorAt('state')"
      />
      <FieldText v-model="draft.title" label="What" :error="form.errorAt('title')" />
      <FieldSearch
        v-if="draft.kind === 'commission'"
        v-model="draft.customer"
        label="For whom"
        :options="orders.customers"
        :error="form.errorAt('customer')"
      />
      <div class="grid grid-cols-[1fr_8rem] gap-3">
        <FieldDate v-model="date" label="Promised for" :error="form.errorAt('promisedAt')" />
        <ClockField v-model="minute" label="at" />
      </div>
      <FieldText v-model="draft.colours" label="Colours" :error="form.errorAt('colours')" />
      <FieldChoice
        v-if="owners.length > 1"
        :model-value="draft.ownerId ?? 0"
        label="Whose it is"
        :options="owners"
        :error="form.errorAt('ownerId')"
        @update:model-value="draft.ownerId = Number($event) || null"
      />
    </div>
    <OrderLineFields v-model="draft.lines" :error-at="form.errorAt" />
    <FieldText
      v-model="draft.wish"
      label="In their own words"
      :rows="3"
      :error="form.errorAt('wish')"
    />
    <FieldText v-model="draft.note" label="Note" :rows="3" :error="form.errorAt('note')" />
    <p v-if="form.failure.value && !form.conflict.value" role="alert" class="wrong">
      {{ form.failure.value }}
    </p>
    <button class="press" :disabled="form.sending.value">
      {{ order ? 'Save the order' : 'Take the order' }}
    </button>
  </form>
</template>
