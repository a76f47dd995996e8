import type { Edge, Model } from './model'
import type { Windows } from './windows'

/**
 * Tasks that are placed together: tied by maximum lags, by what is held between them, or by a circle
 * of these.
 */
export interface Block {
  index: number
  job: number
  /** In the order of their earliest relative starts. */
  tasks: number[]
  /** Blocks that must be placed before this one, and those that must come after it. */
  after: number[]
  before: number[]
  /**
   * start(tasks[j]) ≥ start(tasks[i]) + distance[i · size + j]; −Infinity where nothing ties them.
   */
  distance: Float64Array
}

/**
 * Groups tasks into blocks and orders the blocks. Blocks are the strongly connected parts of the
 * graph in which minimum lags point forward, and maximum lags (two edges each) and holds both ways
 * (Tarjan 1972), so what is left between blocks is an order without circles. Lags to a task
 * that can start at one minute only tie nothing together: they already stand in the windows.
 * @param ties `lags` for the smallest blocks; `holds` for those that also hold all tasks between
 *   which a mould is held or a place kept
 */
export function blocksOf(model: Model, windows: Windows, ties: 'lags' | 'holds'): Block[] {
  const isFixed = model.tasks.map(
    ({ index }) => windows.settled && windows.earliest[index] === windows.latest[index],
  )
  const isFree = (edge: Edge) => !isFixed[edge.from] && !isFixed[edge.to]
  const [incoming, outgoing] = [model.incoming, model.outgoing].map((edges) =>
    edges.map((own) => own.filter(isFree)),
  ) as [Edge[][], Edge[][]]
  const neighbours = outgoing.map((own) => own.map((edge) => edge.to))
  if (ties === 'holds')
    model.holders.forEach((holders, until) => {
      for (const holder of holders) {
        neighbours[holder]?.push(until)
        neighbours[until]?.push(holder)
      }
    })
  const groups = stronglyConnected(neighbours)
  const blockOf = new Int32Array(model.tasks.length)
  groups.forEach((group, i) => group.forEach((task) => (blockOf[task] = i)))
  const blocks = groups.map((group, index): Block => {
    const far = new Map(
      group.map(
        (task) =>
          [task, distancesFrom(task, (other) => blockOf[other] === index, outgoing)] as const,
      ),
    )
    const depth = new Map(group.map((task) => [task, 0]))
    for (const distances of far.values())
      for (const [to, length] of distances) depth.set(to, Math.max(depth.get(to) ?? 0, length))
    const tasks = [...group].sort((x, y) => (depth.get(x) ?? 0) - (depth.get(y) ?? 0) || x - y)
    const distance = new Float64Array(group.length ** 2).fill(-Infinity)
    tasks.forEach((from, i) =>
      tasks.forEach(
        (to, j) =>
          (distance[i * tasks.length + j] =
            i === j ? -Infinity : (far.get(from)?.get(to) ?? -Infinity)),
      ),
    )
    const after = new Set(
      group.flatMap((task) => (incoming[task] ?? []).map((edge) => blockOf[edge.from]!)),
    )
    after.delete(index)
    return {
      index,
      job: model.tasks[group[0]!]?.job ?? 0,
      tasks,
      after: [...after],
      before: [],
      distance,
    }
  })
  for (const block of blocks)
    for (const other of block.after) blocks[other]?.before.push(block.index)
  return blocks
}

/** Longest paths inside a block, by relaxation; there is no circle to loop on. */
function distancesFrom(
  source: number,
  isInside: (task: number) => boolean,
  outgoing: readonly Edge[][],
): Map<number, number> {
  const far = new Map([[source, 0]])
  const queue = [source]
  for (let next = 0; next < queue.length; next++) {
    const at = queue[next]!
    for (const { to, weight } of outgoing[at] ?? []) {
      const length = (far.get(at) as number) + weight
      if (isInside(to) && length > (far.get(to) ?? -Infinity)) {
        far.set(to, length)
        queue.push(to)
      }
    }
  }
  return far
}

/** Strongly connected parts, each before those that point to it (Tarjan, without recursion). */
function stronglyConnected(neighbours: readonly number[][]): number[][] {
  const order = neighbours.map(() => -1)
  const low = neighbours.map(() => 0)
  const onStack = neighbours.map(() => false)
  const stack: number[] = []
  const groups: number[][] = []
  let counter = 0
  const open = (node: number, path: { node: number; next: number }[]) => {
    order[node] = low[node] = counter++
    stack.push(node)
    onStack[node] = true
    path.push({ node, next: 0 })
  }
  for (let root = 0; root < neighbours.length; root++) {
    if (order[root] !== -1) continue
    const path: { node: number; next: number }[] = []
    open(root, path)
    while (path.length > 0) {
      const frame = path[path.length - 1]!
      const next = neighbours[frame.node]?.[frame.next++]
      if (next !== undefined) {
        if (order[next] === -1) open(next, path)
        else if (onStack[next]) low[frame.node] = Math.min(low[frame.node]!, order[next]!)
        continue
      }
      path.pop()
      const parent = path[path.length - 1]
      if (parent) low[parent.node] = Math.min(low[parent.node]!, low[frame.node]!)
      if (low[frame.node] === order[frame.node]) {
        const group = stack.splice(stack.indexOf(frame.node))
        for (const member of group) onStack[member] = false
        groups.push(group)
      }
    }
  }
  return groups.reverse()
}
