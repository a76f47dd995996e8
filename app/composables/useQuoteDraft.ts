import { priceOrder, type LineToPrice } from '~~/core/quote'
import { quoteTermsSchema, type QuoteFields } from '~~/shared/schemas/quotes'
import { money } from '~~/shared/schemas/fields'
import type { OrderPrices } from '~~/shared/types/quotes'

const GOOD_FOR_DAYS = 14

/** A quote while it is thought about: its figures follow every change, and a reload keeps it. */
export function useQuoteDraft(orderId: number, prices: () => OrderPrices) {
  const { localNow } = useWhen()
  const begun = (): Omit<QuoteFields, 'total'> => {
    const { now, terms, quotes } = prices()
    const before = new Map(quotes[0]?.figures.lines.map((line) => [line.lineId, line]))
    return {
      terms: { ...terms },
      lines: now.map(({ lineId }) => ({
        lineId,
        priceEach: before.get(lineId)?.priceEach ?? null,
        taxPct: before.get(lineId)?.taxPct ?? null,
      })),
      validUntil: localNow().plus({ days: GOOD_FOR_DAYS }).toISODate() ?? '',
      note: '',
    }
  }
  const draft = ref(begun())
  const untouched = ref(JSON.stringify(draft.value))
  const kept = useKeptDraft({
    // Typed for these pieces, before the next quote; for others it is not taken up.
    key: `quote ${orderId} of ${prices()
      .now.map(({ lineId }) => lineId)
      .join()}`,
    draft,
    version: () => prices().quotes.length,
    isTouched: () => JSON.stringify(draft.value) !== untouched.value,
  })
  kept.takeUp()
  function beginAgain(): void {
    kept.forget()
    draft.value = begun()
    untouched.value = JSON.stringify(draft.value)
  }
  const lines = computed(() =>
    prices().now.map(({ lineId, pieces, cost }): LineToPrice => {
      const { priceEach = null, taxPct = null } =
        draft.value.lines.find((line) => line.lineId === lineId) ?? {}
      const typed = priceEach?.trim() ? priceEach : null
      return { pieces, costPerGood: cost.costPerGood, priceEach: typed, taxPct }
    }),
  )
  /** Null while something of it is no number. */
  const answer = computed(() => {
    const isPrice = ({ priceEach }: LineToPrice) =>
      priceEach === null || money().isValidSync(priceEach)
    return quoteTermsSchema.isValidSync(draft.value.terms) && lines.value.every(isPrice)
      ? priceOrder(lines.value, draft.value.terms, prices().selling)
      : null
  })
  const priced = computed(() => (answer.value?.ok ? answer.value.value : null))
  return { draft, lines, answer, priced, beginAgain, restored: kept.restored }
}
