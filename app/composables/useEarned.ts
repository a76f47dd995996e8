import { together } from '~~/core/earnings'
import type { EarnedLine } from '~~/shared/types/earned'

/** By what lines are set together. */
export const EARNED_BY = ['order', 'recipe', 'month', 'customer'] as const
export type EarnedByWhat = (typeof EARNED_BY)[number]

/** What was made in some months, set together by orders, recipes, months or customers. */
export function useEarned(
  lines: () => readonly EarnedLine[],
  by: () => EarnedByWhat,
  currency: () => string,
) {
  const { local } = useWhen()
  const nameOf = (line: EarnedLine): string => {
    switch (by()) {
      case 'order':
        return line.order
      case 'recipe':
        return line.recipe
      case 'month':
        return local(line.promisedAt).toFormat('LLLL yyyy')
      case 'customer':
        return line.kind === 'market' ? 'markets' : line.customer || 'the workshop'
    }
  }
  const keyOf = (line: EarnedLine) =>
    by() === 'order'
      ? String(line.orderId)
      : by() === 'recipe'
        ? String(line.recipeId)
        : nameOf(line)
  const groups = computed(() => {
    const grouped = new Map<string, EarnedLine[]>()
    for (const line of lines())
      grouped.set(keyOf(line), [...(grouped.get(keyOf(line)) ?? []), line])
    const all = [...grouped].map(([key, own]) => ({
      key,
      name: own[0] ? nameOf(own[0]) : '',
      orderId: by() === 'order' ? (own[0]?.orderId ?? null) : null,
      ...together(own, currency()),
    }))
    // Orders and months stand as they were promised, the rest by what it left.
    return by() === 'recipe' || by() === 'customer'
      ? all.sort((x, y) => Number(y.earned?.leaves ?? 0) - Number(x.earned?.leaves ?? 0))
      : all
  })
  const all = computed(() => together(lines(), currency()))
  return { groups, all }
}
