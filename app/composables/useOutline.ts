import type { OutlineAnswer, OutlineRequest } from '~~/core/outline'
import type { Result } from '~~/core/result'
import { unlessStopped, useWorkerTask } from '~/composables/useWorkerTask'

/**
 * The outline of a drawing, worked out beside the page; what is asked anew stops what was asked
 * before.
 * @param request null while there is nothing to work out
 */
export function useOutline(request: () => OutlineRequest | null) {
  const { run, stop } = useWorkerTask()
  const measured = shallowRef<Result<OutlineAnswer> | null>(null)
  const working = ref(false)
  watch(request, async (asked) => {
    stop()
    measured.value = null
    working.value = asked !== null
    if (!asked) return
    try {
      await run<OutlineRequest, Result<OutlineAnswer>>({
        worker: () =>
          new Worker(new URL('../workers/outline.worker.ts', import.meta.url), { type: 'module' }),
        question: asked,
        hears: (answer) => {
          measured.value = answer
          working.value = false
          return true
        },
      })
    } catch (error) {
      unlessStopped(error)
    }
  })
  return { measured: computed(() => measured.value), working: readonly(working) }
}
