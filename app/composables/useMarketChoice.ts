import { dayRequest, type DayProduct, type MarketAnswer, type WhenWrong } from '~~/core/market'
import { watchDebounced } from '@vueuse/core'
import type { MarketFields, MarketGuess } from '~~/shared/schemas/markets'
import { marketSchema } from '~~/shared/schemas/markets'
import type { Market } from '~~/shared/types/markets'
import { unlessStopped, useWorkerTask } from '~/composables/useWorkerTask'
import type { MarketNews, MarketQuestion } from '~/workers/market.worker'

const FACTORS = [0.75, 1.25] as const

/** What to make for a market day, worked out anew with every change of what is thought of it. */
export function useMarketChoice(market: () => Market, draft: () => MarketFields) {
  const { run, stop } = useWorkerTask()
  const free = useFreeUntil(() => market().at)
  const answer = shallowRef<MarketAnswer | null>(null)
  const wrong = shallowRef<WhenWrong[]>([])
  const progress = ref<number | null>(null)
  const refused = ref('')

  const request = computed(() => {
    const fields = draft()
    const { version, products, taxPct, selling, orderId } = market()
    if (fields.guesses.length === 0 || !marketSchema.isValidSync({ ...fields, version }))
      return null
    const rowOf = new Map(products.map((product) => [product.recipeId, product]))
    return dayRequest(
      fields.guesses.flatMap((guess) => dayProduct(guess, rowOf.get(guess.recipeId))),
      {
        taxPct,
        selling,
        leftPct: fields.leftPct,
        tablePieces: fields.tablePieces,
        handsMin: fields.handsMin ?? free.handsMin.value,
        castings: free.castings(products, orderId),
      },
    )
  })

  async function work(): Promise<void> {
    const own = request.value
    if (own === null) return stop()
    refused.value = ''
    progress.value = 0
    await run<MarketQuestion, MarketNews>({
      worker: () =>
        new Worker(new URL('../workers/market.worker.ts', import.meta.url), { type: 'module' }),
      question: { request: JSON.parse(JSON.stringify(own)) as typeof own, factors: FACTORS },
      hears: (news) => {
        if (news.kind === 'answer') answer.value = news.answer
        if (news.kind === 'progress') progress.value = news.share
        if (news.kind === 'done') wrong.value = news.wrong
        if (news.kind === 'refused') {
          refused.value = news.message
          answer.value = null
        }
        const isOver = news.kind === 'done' || news.kind === 'refused'
        if (isOver) progress.value = null
        return isOver
      },
    }).catch(unlessStopped)
  }
  const key = computed(() => JSON.stringify(request.value))
  watchDebounced(key, work, { debounce: 250, immediate: true })
  return { answer, wrong, progress, refused, request, freeHandsMin: free.handsMin, stop }
}

const dayProduct = (
  { recipeId, price, few, likely, many, most, byPast }: MarketGuess,
  row: Market['products'][number] | undefined,
): DayProduct[] =>
  row
    ? [
        {
          id: String(recipeId),
          price,
          costPerGood: row.costPerGood,
          pieceMin: row.pieceMin,
          mould: row.mouldId === null ? null : mouldKey(row.mouldId),
          stock: row.stock,
          begun: row.begun,
          most,
          guess: { few, likely, many },
          past: byPast ? row.past : [],
        },
      ]
    : []
