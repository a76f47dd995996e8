/**
 * An order with some blocks moved next to another, their own order kept.
 * @param side `before` or `after` the target: only those that stand on its far side move;
 *   `anywhere`: all move before it
 */
export function movedTo(
  order: readonly number[],
  blocks: readonly number[],
  target: number,
  side: 'before' | 'after' | 'anywhere',
): number[] {
  const at = order.indexOf(target)
  const wanted = new Set(blocks.filter((block) => block !== target))
  const moving = order.filter(
    (block, i) =>
      wanted.has(block) && (side === 'anywhere' || (side === 'after' ? i < at : i > at)),
  )
  const isMoving = new Set(moving)
  return order.flatMap((block) => {
    if (isMoving.has(block)) return []
    if (block !== target) return [block]
    return side === 'after' ? [block, ...moving] : [...moving, block]
  })
}
