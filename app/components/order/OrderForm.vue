<script setup lang="ts">
import { Plus, Trash2 } from '@lucide/vue'
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
const recipes = useRecipeStore()
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
/** Of a line as many as were asked for: without its spares. */
const asked = ({ quantity, spares = 0 }: OrderFields['lines'][number]) => quantity - (spares || 0)
function setSpares(line: OrderFields['lines'][number], spares: number): void {
  line.quantity = asked(line) + (spares || 0)
  line.spares = spares
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
/** Recipes that were put away are offered only where they are chosen already. */
const recipeOptions = computed(() =>
  recipes.recipes
    .filter(
      (recipe) => !recipe.archived || draft.value.lines.some((line) => line.recipeId === recipe.id),
    )
    .map((recipe) => ({ value: recipe.id, label: recipe.name })),
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
    <fieldset>
      <legend class="mb-1 font-semibold">Pieces</legend>
      <div
        v-for="(line, i) in draft.lines"
        :key="i"
        class="mb-2 grid grid-cols-[1fr_1fr_auto] items-start gap-3 sm:grid-cols-[1fr_7rem_6rem_auto]"
      >
        <FieldPick
          v-model="line.recipeId"
          class="max-sm:col-span-full"
          label="Recipe"
          :hide-label="i > 0"
          :options="recipeOptions"
          :error="form.errorAt(`lines[${i}].recipeId`)"
        />
        <FieldNumber
          :model-value="asked(line)"
          label="How many"
          :hide-label="i > 0"
          :error="form.errorAt(`lines[${i}].quantity`)"
          @update:model-value="line.quantity = ($event ?? Number.NaN) + (line.spares || 0)"
        />
        <FieldNumber
          :model-value="line.spares"
          label="Spares"
          :hide-label="i > 0"
          :error="form.errorAt(`lines[${i}].spares`)"
          @update:model-value="setSpares(line, $event ?? Number.NaN)"
        />
        <button
          type="button"
          class="quiet slim"
          :class="i > 0 ? 'mt-0.5' : 'mt-[1.6rem]'"
          :disabled="draft.lines.length === 1"
          :aria-label="`Remove line ${i + 1}`"
          @click="draft.lines.splice(i, 1)"
        >
          <Trash2 :size="17" />
        </button>
        <SpareProposal
          v-if="recipes.byId.has(line.recipeId) && asked(line) >= 1 && (line.spares ?? 0) >= 0"
          class="col-span-full"
          :recipe="recipes.byId.get(line.recipeId)!"
          :wanted="asked(line)"
          :spares="line.spares ?? 0"
          @take="setSpares(line, $event)"
        />
      </div>
      <button
        type="button"
        class="quiet slim inline-flex items-center gap-1"
        @click="draft.lines.push({ recipeId: 0, quantity: 1, spares: 0 })"
      >
        <Plus :size="17" /> another piece
      </button>
    </fieldset>
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
