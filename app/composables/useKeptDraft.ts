import { useDebounceFn, useEventListener } from '@vueuse/core'
import type { Ref } from 'vue'

interface UseKeptDraftOptions<T extends object> {
  /** Which form it is, as its address. */
  key: string
  draft: Ref<T>
  /** The version of the row that is edited; null for a new one. */
  version: () => number | null
  isTouched: () => boolean
}
interface Kept<T> {
  version: number | null
  draft: T
}
const PAUSE_MS = 300

/**
 * Keeps what is typed into a form in this tab, so that it is there again after a reload; what was
 * typed for another version of the row is let go.
 */
export function useKeptDraft<T extends object>({
  key,
  draft,
  version,
  isTouched,
}: UseKeptDraftOptions<T>) {
  // What one has typed is not for another who signs in at the same device.
  const name = `draft of ${useSessionStore().person?.id ?? 0} ${key}`
  const restored = ref(false)
  const copy = useCopy(draft)
  const forget = () => {
    restored.value = false
    sessionStorage.removeItem(name)
  }
  function keep(): void {
    if (!isTouched()) return sessionStorage.removeItem(name)
    const kept: Kept<T> = { version: version(), draft: copy.value }
    try {
      sessionStorage.setItem(name, JSON.stringify(kept))
    } catch {
      // What is too large to be kept, as a mesh, is asked for on leaving all the same.
      sessionStorage.removeItem(name)
    }
  }
  watch(copy, useDebounceFn(keep, PAUSE_MS))
  // Whoever leaves while they type finds the last word, too.
  useEventListener('pagehide', keep)

  /** Takes up what was typed before, if it was typed for the row as it is. */
  function takeUp(): void {
    const text = sessionStorage.getItem(name)
    if (text === null) return
    const kept = JSON.parse(text) as Kept<T>
    if (kept.version !== version()) return forget()
    draft.value = kept.draft
    restored.value = isTouched()
  }
  return { copy, restored: readonly(restored), takeUp, forget }
}
