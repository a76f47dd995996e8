<script setup lang="ts">
import {
  BASE_UNIT,
  fromBaseUnit,
  readNumber,
  mayBeThousands,
  ownUnitOf,
  readQuantity,
  withDecimalMark,
  type Quantity,
  type ReadQuantity,
  type ReadQuantityCode,
} from '~~/core/units'

/**
 * A labelled number with its unit, shown in the maker's own. It keeps what was typed, comma or
 * point, this unit or another of its kind, and hands on the number in the unit of the core; what is
 * no number is handed on as NaN, which no schema accepts, and is never guessed at.
 */
const {
  label,
  unit = '',
  error = undefined,
  optional = false,
  hideLabel = false,
} = defineProps<{
  label: string
  unit?: string
  error?: string
  optional?: boolean
  hideLabel?: boolean
}>()
const model = defineModel<number | undefined>({ required: true })
const workshop = useWorkshopStore()
const mark = computed(() => workshop.decimalMark)
const id = useId()
const DECIMALS = 6
const CONVERTED_DECIMALS = 4

/** Fields in the core's base units also take other units of the same kind. */
const quantity = computed(
  () => (Object.keys(BASE_UNIT) as Quantity[]).find((one) => BASE_UNIT[one] === unit) ?? null,
)
const ownUnit = computed(() => (quantity.value ? ownUnitOf(quantity.value, ownUnits()) : undefined))
const readText = (typed: string): ReadQuantity => {
  if (quantity.value) return readQuantity(typed, quantity.value, ownUnit.value)
  const read = readNumber(typed)
  return read.ok ? { ...read, unit: null } : read
}

const shownUnit = computed(() => ownUnit.value ?? unit)
/**
 * What the core holds is shown as it is; what is converted, to a ten-thousandth of the larger unit:
 * more digits than a rule or a scale has only hide those that count.
 */
const rounded = (value: number, decimals: number) =>
  withDecimalMark(String(Number(value.toFixed(decimals))), mark.value)
const written = (value: number | undefined) =>
  value === undefined || Number.isNaN(value)
    ? ''
    : ownUnit.value && ownUnit.value !== unit
      ? rounded(fromBaseUnit(value, ownUnit.value), CONVERTED_DECIMALS)
      : rounded(value, DECIMALS)
const text = ref(written(model.value))
const own = ref('')
/** What an amount in another unit was taken for. */
const taken = ref('')

const COMPLAINTS: Record<Exclude<ReadQuantityCode, 'EMPTY'>, (typed: string) => string> = {
  NOT_A_NUMBER: (typed) => `"${typed}" is not a number`,
  AMBIGUOUS_SEPARATOR: (typed) =>
    `"${typed}" has both a comma and a point; write the decimals with one of them`,
  UNKNOWN_UNIT: (typed) =>
    `the unit in "${typed}" is not known; ${shownUnit.value} is meant where none stands`,
  OTHER_QUANTITY: (typed) =>
    `"${typed}" measures something else; this is asked in ${shownUnit.value}`,
  AMBIGUOUS_OUNCE: () =>
    unit === 'g'
      ? 'an ounce can be a weight or a volume: write grams'
      : 'an ounce can be a weight or a volume: write US fl oz, imp fl oz or ml',
}
const TWO_WAYS = (typed: string) =>
  `“${typed.trim()}” can be a thousand and more or a few and a part; write the decimals with a comma, thousands without a point`
function read(typed: string): number | undefined {
  own.value = ''
  taken.value = ''
  if (mayBeThousands(typed, mark.value)) {
    own.value = TWO_WAYS(typed)
    return Number.NaN
  }
  const result = readText(typed)
  if (result.ok) {
    if (result.unit !== null && result.unit !== shownUnit.value)
      taken.value = `${result.unit}: ${written(result.value)} ${shownUnit.value}`
    return result.value
  }
  if (result.code === 'EMPTY') return optional ? undefined : Number.NaN
  own.value = COMPLAINTS[result.code](typed)
  return Number.NaN
}
function typed(value: string): void {
  text.value = value
  model.value = read(value)
}
watch(model, (value) => {
  const shown = readText(text.value)
  const same =
    value === undefined
      ? text.value.trim() === ''
      : Number.isNaN(value) || (shown.ok && Math.abs(shown.value - value) <= 1e-6 * Math.abs(value))
  if (!same) {
    text.value = written(value)
    own.value = ''
    taken.value = ''
  }
})
const complaint = computed(() => own.value || error)
</script>

<template>
  <div>
    <label :for="id" class="text-soft" :class="hideLabel ? 'sr-only' : ''">{{ label }}</label>
    <div class="flex items-center gap-2">
      <input
        :id="id"
        :value="text"
        inputmode="decimal"
        autocomplete="off"
        class="entry min-w-0 text-right"
        :aria-invalid="!!complaint"
        :aria-describedby="complaint ? `${id}-wrong` : undefined"
        @input="typed(($event.target as HTMLInputElement).value)"
      />
      <span v-if="unit" class="min-w-8 shrink-0 whitespace-nowrap text-soft">{{ shownUnit }}</span>
    </div>
    <p v-if="complaint" :id="`${id}-wrong`" class="wrong">{{ complaint }}</p>
    <p v-else-if="taken" class="text-sm text-soft">{{ taken }}</p>
  </div>
</template>
