import type { Why } from '~~/core/why'

/** The derivation that is open beside the screen. */
export const useWhyStore = defineStore('why', () => {
  const shown = shallowRef<Why | null>(null)
  return {
    shown: readonly(shown),
    open: (why: Why) => (shown.value = why),
    close: () => (shown.value = null),
  }
})
