import { bringsOf } from '../../core/market/brings'
import type { MarketRequest } from '../../core/market'

/** The solver counts in whole numbers: hundredths of a cent. */
export const MODEL_UNITS = 10_000

/**
 * A market request as a MiniZinc model, for a constraint solver to be measured beside our choice:
 * what each product brings by its number stands in a table, and every capacity is a sum.
 */
export function marketModel({ products, capacities }: MarketRequest): string {
  const lines: string[] = []
  const values = products.map((product, i) => {
    const table = bringsOf(product).brings.map((value) => Math.round(value * MODEL_UNITS))
    lines.push(`var ${product.least ?? 0}..${product.most}: q${i};`)
    return `[${table.join(',')}][q${i}+1]`
  })
  for (const [id, room] of Object.entries(capacities)) {
    const used = products.flatMap(({ uses }, i) => (uses?.[id] ? [`${uses[id]} * q${i}`] : []))
    if (used.length > 0) lines.push(`constraint ${used.join(' + ')} <= ${room};`)
  }
  lines.push(
    `var int: brings = ${values.join(' + ')};`,
    'solve maximize brings;',
    'output ["\\(brings)"];',
  )
  return lines.join('\n')
}
