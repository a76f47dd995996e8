/** A deep copy of plain data, of whatever holds it: nothing in it is shared with what it came from. */
export function cloned<T>(value: T): T {
  if (Array.isArray(value)) return value.map((one: unknown) => cloned(one)) as T
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value).map(([key, own]) => [key, cloned(own as unknown)]),
  ) as T
}
