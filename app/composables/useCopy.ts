import { cloned } from '~~/core/recipe'
import type { Ref } from 'vue'

/**
 * A draft as it stands, as plain data, read once for all who look at the whole of it at each keystroke.
 * What stands in its lists is read anew only where something in it has changed; nobody may change a copy.
 */
export function useCopy<T extends object>(draft: Readonly<Ref<T>>): ComputedRef<T> {
  const parts = new WeakMap<object, ComputedRef<unknown>>()
  function partOf(one: unknown): unknown {
    if (typeof one !== 'object' || one === null) return one
    const part = parts.get(one) ?? computed(() => cloned(one))
    parts.set(one, part)
    return part.value
  }
  return computed(
    () =>
      Object.fromEntries(
        Object.entries(draft.value).map(([field, value]: [string, unknown]) => [
          field,
          Array.isArray(value) ? value.map(partOf) : cloned(value),
        ]),
      ) as T,
  )
}
