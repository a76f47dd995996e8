/** The present moment, ticking; milliseconds since 1970. */
export function useTicking(everyMs: number) {
  const now = ref(Date.now())
  const timer = setInterval(() => (now.value = Date.now()), everyMs)
  onScopeDispose(() => clearInterval(timer))
  return readonly(now)
}
