import type { Subject } from '~~/shared/events'
import { onHappened } from '~/live/happened'

interface UseOthersSavedOptions<Row extends { id: number; version: number }> {
  subject: Subject
  /** What the form has open; null for something new. */
  opened: () => Row | null
  /** Whether somebody has typed in it. */
  isTouched: () => boolean
  /** Whether it is being saved: then what happens is its own doing, or is told by the answer. */
  isSending: () => boolean
  /** Reads the row as it is now. */
  read: () => Promise<Row | undefined>
  show: (row: Row) => void
}

/**
 * Whether somebody saved what a form has open. A form that nobody has typed in shows it at once; one
 * in work is told, and stays as it is.
 */
export function useOthersSaved<Row extends { id: number; version: number }>({
  subject,
  opened,
  isTouched,
  isSending,
  read,
  show,
}: UseOthersSavedOptions<Row>) {
  /** Who it was; empty where nobody did. */
  const savedBy = ref('')
  async function look(by: string | null): Promise<void> {
    const row = await read()
    const own = opened()
    if (!row || !own || row.id !== own.id || row.version <= own.version || isSending()) return
    if (isTouched()) savedBy.value = by ?? 'Somebody'
    else show(row)
  }
  const { off } = onHappened((event) => {
    if (event.subject !== subject || event.id !== opened()?.id) return
    look(event.by).catch((error: unknown) => {
      // What cannot be read now is told when it is saved.
      if (!(error instanceof ProblemError)) throw error
    })
  })
  onScopeDispose(off)
  return { savedBy: readonly(savedBy), forget: () => (savedBy.value = '') }
}
