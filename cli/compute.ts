import { readFileSync } from 'node:fs'
import { createInterface } from 'node:readline'
import { parseArgs } from 'node:util'
import { mesh } from '../core/mesh'
import { invalid, issue, refuse, type Result } from '../core/result'
import { compute, resultBody } from '../server/services/compute/compute'

/** Refused requests end the command with this status. */
const REFUSED = 2

function computeText(operation: string, text: string, startedAt: number): Result<unknown> {
  let body: unknown
  try {
    body = JSON.parse(text)
  } catch {
    return invalid('', 'not-json')
  }
  return compute(operation, body, startedAt)
}

const print = (result: Result<unknown>) =>
  process.stdout.write(`${JSON.stringify(resultBody(result))}\n`)

async function readAll(): Promise<string> {
  const chunks: Buffer[] = []
  for await (const chunk of process.stdin) chunks.push(chunk as Buffer)
  return Buffer.concat(chunks).toString('utf8')
}

/** `velvet compute mesh --file cavity.stl [--samples N]`: the file takes the place of a request. */
function meshCommand(args: readonly string[]): number {
  let values: { file?: string; samples?: string }
  try {
    values = parseArgs({
      args: [...args],
      options: { file: { type: 'string' }, samples: { type: 'string' } },
    }).values
    if (values.file === undefined) throw new Error('--file is missing')
  } catch (error) {
    process.stderr.write(
      `Use: velvet compute mesh --file cavity.stl [--samples N] (${(error as Error).message})\n`,
    )
    return REFUSED
  }
  const result = meshOf(
    values.file,
    values.samples === undefined ? undefined : Number(values.samples),
  )
  print(result)
  return result.ok ? 0 : REFUSED
}

function meshOf(file: string, samples: number | undefined): Result<unknown> {
  let bytes: Uint8Array
  try {
    bytes = readFileSync(file)
  } catch (error) {
    const reason = (error as NodeJS.ErrnoException).code ?? 'unknown reason'
    return refuse('unreadable-mesh', issue('file', 'file-unreadable', { file, reason }))
  }
  return mesh(bytes, samples)
}

/**
 * `velvet compute OP [--lines]`: one request on standard input, or one a line; only JSON on
 * standard output.
 */
export async function computeCommand(args: readonly string[]): Promise<number> {
  const [operation = '', ...flags] = args
  if (operation === 'mesh') return meshCommand(flags)
  const unknown = flags.find((flag) => flag !== '--lines')
  if (operation === '' || unknown !== undefined) {
    process.stderr.write(
      `Use: velvet compute OP [--lines] < request.json${unknown ? ` ("${unknown}" is not known)` : ''}\n`,
    )
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
