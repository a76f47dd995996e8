import { useEventListener } from '@vueuse/core'

/**
 * Asks before a page is left with something typed that is not saved: on the way to another page by a
 * dialog, on closing or reloading by the browser's own question.
 * @param isTouched whether something would be lost
 */
export function useLeaving(isTouched: () => boolean): void {
  const leaving = useLeavingStore()
  useEventListener(window, 'beforeunload', (event) => {
    if (isTouched()) event.preventDefault()
  })
  onBeforeRouteLeave(async () => (isTouched() ? leaving.ask() : true))
}
