import type { Model } from './model'

/**
 * By task: the least minutes from its start to the end of its job, by waits alone; the lags hold no
 * circle to loop on.
 */
export function tailsOf(model: Model): Float64Array {
  const tail = Float64Array.from(model.tasks, (task) => task.duration)
  const queue = model.tasks.map((task) => task.index)
  const queued = new Uint8Array(model.tasks.length).fill(1)
  for (let next = 0; next < queue.length; next++) {
    const at = queue[next]!
    queued[at] = 0
    for (const { from, weight } of model.incoming[at]!) {
      const length = weight + tail[at]!
      if (model.tasks[from]?.job !== model.tasks[at]?.job || length <= tail[from]!) continue
      tail[from] = length
      if (queued[from]) continue
      queued[from] = 1
      queue.push(from)
    }
  }
  return tail
}
