import { openStream } from '~/live/stream'

/** Who is signed in hears what the others do. */
export default defineNuxtPlugin(() => {
  const session = useSessionStore()
  let close: (() => void) | null = null
  watch(
    () => session.person !== null && !session.expired,
    (isHere) => {
      close?.()
      close = isHere ? openStream() : null
    },
    { immediate: true },
  )
})
