/**
 * Loads what a screen needs, once, and says why when it cannot.
 * @returns whether it is ready, the sentence that says what failed, and a way to try again
 */
export function useLoading(load: () => Promise<unknown>) {
  const ready = ref(false)
  const failure = ref('')
  let latest = 0
  async function run(): Promise<void> {
    const mine = ++latest
    failure.value = ''
    try {
      await load()
      if (mine === latest) ready.value = true
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error
      if (mine === latest) failure.value = error.problem.title
    }
  }
  void run()
  return { ready: readonly(ready), failure: readonly(failure), again: run }
}
