/** @returns the first position at which two orders differ */
export function firstDifference(x: readonly number[], y: readonly number[]): number {
  let first = 0
  while (first < x.length && x[first] === y[first]) first++
  return first
}

/**
 * @returns the last position at which two orders of the same blocks differ; −1 where they do not,
 * or are not of the same blocks
 */
export function lastDifference(x: readonly number[], y: readonly number[]): number {
  let last = x.length === y.length ? x.length - 1 : -1
  while (last >= 0 && x[last] === y[last]) last--
  return last
}

/**
 * An order with some of its blocks moved to where their starts belong, after what begins no later.
 */
export function mergedByStart(
  order: readonly number[],
  blocks: readonly number[],
  startOf: (block: number) => number,
): number[] {
  const isMoved = new Set(blocks)
  const moved = [...blocks].sort((x, y) => startOf(x) - startOf(y))
  const backwards: number[] = []
  for (let i = order.length - 1; i >= 0; i--) {
    const block = order[i]!
    if (isMoved.has(block)) continue
    while (moved.length > 0 && startOf(moved.at(-1) as number) >= startOf(block))
      backwards.push(moved.pop() as number)
    backwards.push(block)
  }
  return backwards.concat(moved.reverse()).reverse()
}
