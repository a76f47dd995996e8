import { parseArgs } from 'node:util'
import { Sentence } from './Sentence'

const DEFAULT_PORT = 4310

export interface ServeArgs {
  port: number
  reset: boolean
}

/** Reads `--port N` and `--reset`. @throws Sentence for anything else */
export function serveArgs(args: readonly string[], mayReset: boolean): ServeArgs {
  let values: { port?: string; reset?: boolean }
  try {
    values = parseArgs({
      args: [...args],
      options: { port: { type: 'string' }, ...(mayReset && { reset: { type: 'boolean' } }) },
    }).values as typeof values
  } catch (error) {
    throw new Sentence((error as Error).message)
  }
  const port = Number(values.port ?? DEFAULT_PORT)
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Sentence(`--port takes a number from 1 to 65535, not "${values.port}".`)
  return { port, reset: values.reset ?? false }
}
