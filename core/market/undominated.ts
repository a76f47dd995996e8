/** Some products chosen, one after another. */
export interface Way {
  /** Of each capacity. */
  used: number[]
  value: number
  /** What it brings less than the best at the prices of room. */
  loss: number
  /** Of the product chosen last. */
  pieces: number
  before: Way | null
}

/**
 * Leaves out every way than which another uses no more and brings no less. With more than two
 * capacities only those that use the same are compared.
 */
export function undominated(ways: Way[]): Way[] {
  const [first] = ways
  if (!first) return ways
  const capacities = first.used.length
  ways.sort((x, y) => byUse(x.used, y.used) || y.value - x.value)
  if (capacities <= 1) return rising(ways)
  return capacities === 2 ? underStairs(ways) : ofEach(ways)
}

function byUse(x: readonly number[], y: readonly number[]): number {
  for (let k = 0; k < x.length; k++) {
    const order = (x[k] ?? 0) - (y[k] ?? 0)
    if (order !== 0) return order
  }
  return 0
}

/** In the order of what they use: each brings more than all before it. */
function rising(ways: readonly Way[]): Way[] {
  let most = -Infinity
  return ways.filter(({ value }) => value > most && ((most = value), true))
}

function ofEach(ways: readonly Way[]): Way[] {
  return ways.filter(({ used }, i) => {
    const before = ways[i - 1]
    return !before || used.some((use, k) => use !== before.used[k])
  })
}

/** The same with two capacities: the most value at each use of the second so far is kept in a tree. */
function underStairs(ways: readonly Way[]): Way[] {
  const second = [...new Set(ways.map(({ used }) => used[1] ?? 0))].sort((x, y) => x - y)
  const rank = new Map(second.map((use, i) => [use, i + 1]))
  const most = new Float64Array(second.length + 1).fill(-Infinity)
  return ways.filter(({ used, value }) => {
    const at = rank.get(used[1] ?? 0) ?? 0
    for (let i = at; i > 0; i -= i & -i) if ((most[i] ?? 0) >= value) return false
    for (let i = at; i <= second.length; i += i & -i) most[i] = Math.max(most[i] ?? 0, value)
    return true
  })
}
