/**
 * A calculation that remembers its answer for what is frozen, which nobody changes any more, nor what
 * stands in it; of anything else it works it out anew each time, since that may have changed. Nobody
 * may change an answer.
 */
export function remembered<R extends object, T>(work: (of: R) => T): (of: R) => T {
  const known = new WeakMap<R, { answer: T }>()
  return (of) => {
    if (!Object.isFrozen(of)) return work(of)
    const found = known.get(of) ?? { answer: work(of) }
    known.set(of, found)
    return found.answer
  }
}
