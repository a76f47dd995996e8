<script setup lang="ts">
import { mix } from '~~/core/mix'
import { sharedPrice } from '~~/core/cost'
import { partCountedIn, type Ware } from '~~/core/stock'
import { money } from '~~/shared/schemas/fields'
import { newLotsSchema, type NewLot } from '~~/shared/schemas/stock'
import type { Purchase, PurchaseLine } from '~~/shared/types/purchases'

/**
 * What came into the stores: a kit as a bottle of each part, or a pack of something else; or what
 * came of a line of a purchase.
 */
const { of = null } = defineProps<{ of?: { purchase: Purchase; line: PurchaseLine } | null }>()
const emit = defineEmits<{ close: [] }>()
const stock = useStockStore()
const purchases = usePurchaseStore()
const resins = useResinStore()
const workshop = useWorkshopStore()
const { localNow } = useWhen()

type Choice =
  | { of: 'kit'; id: number; name: string }
  | { of: 'pigment' | 'material'; id: number; name: string; unit: string; packSize: number }
const choices = computed<Choice[]>(() => [
  ...resins.offered.map(({ id, name }) => ({ of: 'kit' as const, id, name })),
  ...workshop.pigmentsInUse.map(({ id, name }) => ({
    of: 'pigment' as const,
    id,
    name,
    unit: 'g',
    packSize: NaN,
  })),
  ...workshop.materialsInUse.map(({ id, name, unit, packSize }) => ({
    of: 'material' as const,
    id,
    name,
    unit,
    packSize,
  })),
])
const options = computed(() =>
  choices.value.map(({ of, name }, value) => ({
    value,
    label: of === 'kit' ? `kit of ${name}` : name,
  })),
)
const presetAt = choices.value.findIndex(
  ({ of: kind, id }) =>
    of?.line.ware.id === id && (kind === 'kit' ? 'resin' : kind) === of.line.ware.of,
)
const chosen = ref<number | null>(presetAt < 0 ? null : presetAt)
const what = computed(() => (chosen.value === null ? null : (choices.value[chosen.value] ?? null)))
const resin = computed(() =>
  what.value?.of === 'kit' ? resins.byId.get(what.value.id) : undefined,
)

const draft = reactive({
  kitMl: undefined as number | undefined,
  /** By part; of what is no resin the first alone. */
  sizes: [undefined, undefined] as (number | undefined)[],
  codes: ['', ''],
  price: of?.line.packPrice ?? '',
  supplier: of?.purchase.supplier ?? '',
  boughtOn: localNow().toISODate() ?? '',
  useBy: '',
  keepsDays: undefined as number | undefined,
  stands: '',
})
const PARTS = ['a', 'b'] as const
const units = computed(() => {
  const own = resin.value
  if (own) return PARTS.map((part) => partCountedIn(own, part).unit)
  return [what.value && 'unit' in what.value ? what.value.unit : '']
})
watch(
  what,
  (is) => {
    if (!is) return
    draft.kitMl = of?.line.packSize ?? resin.value?.kitMl
    draft.sizes = is.of === 'kit' ? draft.sizes : [of?.line.packSize ?? is.packSize, undefined]
    const letters = is.name
      .split(/[^\p{L}]+/u)
      .map((word) => word.charAt(0).toUpperCase())
      .join('')
    const stamp = localNow().toFormat('LLdd-HHmm')
    draft.codes =
      is.of === 'kit'
        ? [`${letters}-A-${stamp}`, `${letters}-B-${stamp}`]
        : [`${letters}-${stamp}`, '']
  },
  { immediate: true },
)
watch(
  [resin, () => draft.kitMl],
  ([own, ml]) => {
    if (!own || ml === undefined || !(ml > 0)) return
    const made = mix({ resin: own, need: { volumeMl: ml }, measure: { kind: 'exact' } })
    if (!made.ok) return
    draft.sizes = PARTS.map((part, i) => {
      const amount = made.value.exact[part]
      const size = units.value[i] === 'g' ? amount.massG : amount.volumeMl
      return size === null ? undefined : Math.round(size * 10) / 10
    })
  },
  { immediate: true },
)

const form = useForm({
  schema: newLotsSchema,
  send: ({ lots }) => (of ? purchases.receive({ lineId: of.line.id, lots }) : stock.receive(lots)),
  done: () => emit('close'),
})
const wares = computed<Ware[]>(() =>
  what.value === null
    ? []
    : what.value.of === 'kit'
      ? PARTS.map((part) => ({ of: 'resin', id: what.value?.id ?? 0, part }))
      : [{ of: what.value.of, id: what.value.id }],
)
/** What a kit costs is shared by its bottles; what is no sum is handed on for the schema to refuse. */
const prices = computed(() => {
  const { price } = draft
  if (price.trim() === '') return wares.value.map(() => null)
  return money().isValidSync(price)
    ? sharedPrice(price, wares.value.length, workshop.rules?.currency ?? '')
    : wares.value.map(() => price)
})
const submit = () =>
  form.submit({
    lots: wares.value.map((ware, i): NewLot => ({
      ware,
      code: draft.codes[i] ?? '',
      size: draft.sizes[i] ?? NaN,
      price: prices.value[i] ?? null,
      supplier: draft.supplier,
      boughtOn: draft.boughtOn || null,
      useBy: draft.useBy || null,
      keepsDays: draft.keepsDays ?? null,
      stands: draft.stands,
    })),
  })
const errorAt = (field: string, i = 0) => form.errorAt(`lots[${i}].${field}`)
</script>

<template>
  <AskDialog open title="What came?" @close="emit('close')">
    <form class="space-y-3" novalidate @submit.prevent="submit">
      <p v-if="of && chosen !== null" class="font-semibold">{{ options[chosen]?.label }}</p>
      <FieldPick v-else v-model="chosen" label="what" :options="options" />
      <template v-if="what">
        <FieldNumber
          v-if="resin"
          v-model="draft.kitMl"
          label="a kit that makes"
          unit="ml"
          :error="errorAt('size')"
        />
        <div v-for="(ware, i) in wares" :key="i" class="grid grid-cols-2 gap-3">
          <FieldText
            v-model="draft.codes[i]!"
            :label="
              ware.of === 'resin'
                ? `part ${ware.part.toUpperCase()}: code on the bottle`
                : 'code on the pack'
            "
            :error="errorAt('code', i)"
          />
          <FieldNumber
            v-model="draft.sizes[i]"
            label="holds"
            :unit="units[i] ?? ''"
            :error="errorAt('size', i)"
          />
        </div>
        <div class="grid grid-cols-2 gap-3">
          <FieldMoney
            v-model="draft.price"
            :label="`paid, ${workshop.rules?.currency ?? ''}`"
            :error="errorAt('price')"
          />
          <FieldText v-model="draft.supplier" label="from" :error="errorAt('supplier')" />
          <FieldDate v-model="draft.boughtOn" label="came on" :error="errorAt('boughtOn')" />
          <FieldDate v-model="draft.useBy" optional label="use by" :error="errorAt('useBy')" />
          <FieldNumber
            v-model="draft.keepsDays"
            optional
            label="once open it keeps"
            unit="days"
            :error="errorAt('keepsDays')"
          />
          <FieldText v-model="draft.stands" label="where it stands" :error="errorAt('stands')" />
        </div>
      </template>
      <p v-if="form.failure.value" role="alert" class="wrong">{{ form.failure.value }}</p>
      <div class="flex flex-wrap gap-3">
        <button class="press" :disabled="!what || form.sending.value">Put it in</button>
        <button type="button" class="quiet" @click="emit('close')">Leave it</button>
      </div>
    </form>
  </AskDialog>
</template>
