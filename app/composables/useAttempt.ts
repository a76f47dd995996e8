/** Something that is done at a press: what the server refuses is kept to be told beside it. */
export function useAttempt() {
  const busy = ref(false)
  const refused = ref('')
  async function attempt(act: () => Promise<unknown>): Promise<void> {
    busy.value = true
    refused.value = ''
    try {
      await act()
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error
      refused.value = error.problem.title
    } finally {
      busy.value = false
    }
  }
  return { busy: readonly(busy), refused: readonly(refused), attempt }
}
