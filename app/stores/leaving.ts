/** The question whether what was typed may be lost, and who waits for its answer. */
export const useLeavingStore = defineStore('leaving', () => {
  const answer = shallowRef<((goes: boolean) => void) | null>(null)

  /** @returns whether to go */
  const ask = (): Promise<boolean> =>
    new Promise((resolve) => {
      answer.value = resolve
    })
  function reply(goes: boolean): void {
    answer.value?.(goes)
    answer.value = null
  }
  return { asks: computed(() => answer.value !== null), ask, reply }
})
