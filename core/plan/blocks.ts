import type { Edge, Model } from './model'
import type { Windows } from './windows'

/** Tasks that must be placed together: tied by maximum lags, by a mould held between them, or by a circle of these. */
export interface Block {
  index: number
  job: number
  /** In the order of their earliest relative starts. */
  tasks: number[]
  /** Blocks that must be placed before this one. */
  after: number[]
  /** For each of its tasks, its distances to and from the other tasks of the block: start(to) ≥ start(from) + weight. */
  outgoing: Map<number, Edge[]>
  incoming: Map<number, Edge[]>
}

/**
 * Groups tasks into blocks and orders the blocks.
 * Blocks are the strongly connected parts of the graph in which minimum lags point forward, and maximum lags
 * (two edges each) and held moulds both ways (Tarjan 1972), so what is left between blocks is an order without circles.
 * Lags to a task that can start at one minute only tie nothing together: they already stand in the windows.
 */
export function blocksOf(model: Model, windows: Windows): Block[] {
  const isFixed = model.tasks.map(({ index }) => windows.settled && windows.earliest[index] === windows.latest[index])
  const ties = (edge: Edge) => !isFixed[edge.from] && !isFixed[edge.to]
  const [incoming, outgoing] = [model.incoming, model.outgoing].map((edges) => edges.map((own) => own.filter(ties))) as [Edge[][], Edge[][]]
  const neighbours = outgoing.map((own) => own.map((edge) => edge.to))
  for (const task of model.tasks) {
    if (!task.mould || task.mould.until === task.index) continue
    neighbours[task.index]?.push(task.mould.until)
    neighbours[task.mould.until]?.push(task.index)
  }
  const groups = stronglyConnected(neighbours)
  const blockOf = new Map(groups.flatMap((group, i) => group.map((task) => [task, i] as const)))
  return groups.map((group, index) => {
    const inside = new Set(group)
    const far = new Map(group.map((task) => [task, distancesFrom(task, inside, outgoing)] as const))
    const near = new Map(group.map((task): [number, Edge[]] => [task, []]))
    for (const edges of far.values()) for (const edge of edges) near.get(edge.to)?.push(edge)
    const depth = new Map(group.map((task) => [task, Math.max(0, ...(near.get(task) ?? []).map((edge) => edge.weight))]))
    const before = group.flatMap((task) => (incoming[task] ?? []).map((edge) => blockOf.get(edge.from) ?? index))
    return {
      index,
      job: model.tasks[group[0] as number]?.job ?? 0,
      tasks: [...group].sort((x, y) => (depth.get(x) ?? 0) - (depth.get(y) ?? 0) || x - y),
      after: [...new Set(before)].filter((other) => other !== index),
      outgoing: far,
      incoming: near,
    }
  })
}

/** Longest paths inside a block, by relaxation; there is no circle to loop on. */
function distancesFrom(source: number, inside: Set<number>, outgoing: readonly Edge[][]): Edge[] {
  const far = new Map([[source, 0]])
  const queue = [source]
  while (queue.length > 0) {
    const at = queue.shift() as number
    for (const { to, weight } of outgoing[at] ?? []) {
      const length = (far.get(at) as number) + weight
      if (inside.has(to) && length > (far.get(to) ?? -Infinity)) {
        far.set(to, length)
        queue.push(to)
      }
    }
  }
  return [...far].filter(([to]) => to !== source).map(([to, weight]) => ({ from: source, to, weight }))
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
      const frame = path[path.length - 1] as { node: number; next: number }
      const next = neighbours[frame.node]?.[frame.next++]
      if (next !== undefined) {
        if (order[next] === -1) open(next, path)
        else if (onStack[next]) low[frame.node] = Math.min(low[frame.node] as number, order[next] as number)
        continue
      }
      path.pop()
      const parent = path[path.length - 1]
      if (parent) low[parent.node] = Math.min(low[parent.node] as number, low[frame.node] as number)
      if (low[frame.node] === order[frame.node]) {
        const group = stack.splice(stack.indexOf(frame.node))
        for (const member of group) onStack[member] = false
        groups.push(group)
      }
    }
  }
  return groups.reverse()
}
