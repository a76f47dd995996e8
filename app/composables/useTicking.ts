/** The present moment, ticking; milliseconds since 1970. */
export function useTicking(everyMs: number) {
  const now = ref(nowMs())
  const timer = setInterval(() => (now.value = nowMs()), everyMs)
  onScopeDispose(() => clearInterval(timer))
  return readonly(now)
}
