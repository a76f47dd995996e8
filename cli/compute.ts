import { createInterface } from 'node:readline'
import { refuse, type Result } from '../core/result'
import { compute, resultBody } from '../server/services/compute'

/** Refused requests end the command with this status. */
const REFUSED = 2

function computeText(operation: string, text: string, startedAt: number): Result<unknown> {
  let body: unknown
  try {
    body = JSON.parse(text)
  } catch {
    return refuse('invalid-input', { path: '', message: 'is not JSON' })
  }
  return compute(operation, body, startedAt)
}

const print = (result: Result<unknown>) => process.stdout.write(`${JSON.stringify(resultBody(result))}\n`)

async function readAll(): Promise<string> {
  const chunks: Buffer[] = []
  for await (const chunk of process.stdin) chunks.push(chunk as Buffer)
  return Buffer.concat(chunks).toString('utf8')
}

/** `velvet compute OP [--lines]`: one request on standard input, or one a line; only JSON on standard output. */
export async function computeCommand(args: readonly string[]): Promise<number> {
  const [operation = '', ...flags] = args
  const unknown = flags.find((flag) => flag !== '--lines')
  if (operation === '' || unknown !== undefined) {
    process.stderr.write(`Use: velvet compute OP [--lines] < request.json${unknown ? ` ("${unknown}" is not known)` : ''}\n`)
    return REFUSED
  }
  if (!flags.includes('--lines')) {
    const text = await readAll()
    const result = computeText(operation, text, performance.now())
    print(result)
    return result.ok ? 0 : REFUSED
  }
  for await (const line of createInterface({ input: process.stdin, crlfDelay: Infinity })) {
    if (line.trim() !== '') print(computeText(operation, line, performance.now()))
  }
  return 0
}
