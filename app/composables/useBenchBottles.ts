import type { RunStep } from '~~/core/run'

/** The bottles that are poured from at the bench: as proposed, or as somebody says. */
export function useBenchBottles(step: () => RunStep | null) {
  const bench = useBenchStore()
  /** The bottle that somebody put first; null while nobody has. */
  const first = ref<number | null>(null)
  const weighing = computed(() => {
    const at = step()
    return at?.kind === 'weigh' ? at : null
  })
  watch(
    () => weighing.value?.part,
    () => (first.value = null),
  )
  const offered = computed(() => bench.bottles.filter(({ part }) => part === weighing.value?.part))
  /** In the order in which they are taken, as many as the target needs. */
  const taken = computed(() => {
    const at = weighing.value
    if (!at) return []
    const order = [...offered.value].sort(
      (x, y) => Number(y.id === first.value) - Number(x.id === first.value),
    )
    let missing = at.target
    return order.filter(({ left, unit }, i) => {
      if (i > 0 && missing <= 0) return false
      // What is counted otherwise than it is measured is taken to be enough.
      missing -= unit === at.unit ? Math.max(0, left) : at.target
      return true
    })
  })
  const choose = (id: number) => (first.value = id)
  /** The bottle with a code, as it is scanned or typed. @returns whether there is one */
  function chooseByCode(code: string): boolean {
    const found = offered.value.find((one) => one.code.toLowerCase() === code.trim().toLowerCase())
    if (found) choose(found.id)
    return found !== undefined
  }
  return { offered, taken, choose, chooseByCode }
}
