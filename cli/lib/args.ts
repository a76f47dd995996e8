import { isIP } from 'node:net'
import { parseArgs } from 'node:util'
import { Sentence } from './Sentence'

const DEFAULT_PORT = 4310
const LOOPBACK = '127.0.0.1'

export interface ServeArgs {
  port: number
  reset: boolean
}

export interface StartArgs {
  port: number
  /** The address on which it listens: loopback, one of this machine's, or 0.0.0.0 for all. */
  host: string
  /** The folder of an own database; null where nobody chose one. */
  data: string | null
  /** Files with the certificate and its key, both or none. */
  tls: { cert: string; key: string } | null
}

type Options = Record<string, { type: 'string' | 'boolean' }>

function read<V>(args: readonly string[], options: Options): V {
  try {
    return parseArgs({ args: [...args], options }).values as V
  } catch (error) {
    throw new Sentence((error as Error).message)
  }
}

function portOf(typed: string | undefined): number {
  const port = Number(typed ?? DEFAULT_PORT)
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Sentence(`--port takes a number from 1 to 65535, not "${typed}".`)
  return port
}

/** Reads `--port N` and `--reset`. @throws Sentence for anything else */
export function serveArgs(args: readonly string[], mayReset: boolean): ServeArgs {
  const values = read<{ port?: string; reset?: boolean }>(args, {
    port: { type: 'string' },
    ...(mayReset && { reset: { type: 'boolean' as const } }),
  })
  return { port: portOf(values.port), reset: values.reset ?? false }
}

/**
 * Reads one word and `--data FOLDER`.
 * @param missing what to say where the word is not there
 * @throws Sentence for anything else
 */
export function wordArgs(
  args: readonly string[],
  missing: string,
): { word: string; data: string | null } {
  let parsed
  try {
    parsed = parseArgs({
      args: [...args],
      options: { data: { type: 'string' } },
      allowPositionals: true,
    })
  } catch (error) {
    throw new Sentence((error as Error).message)
  }
  const [word, ...more] = parsed.positionals
  if (word === undefined || more.length > 0) throw new Sentence(missing)
  return { word, data: parsed.values.data ?? null }
}

/**
 * Reads `--port N`, `--host ADDRESS`, `--data FOLDER`, `--tls-cert FILE` and `--tls-key FILE`.
 * @throws Sentence for anything else
 */
export function startArgs(args: readonly string[]): StartArgs {
  const text = { type: 'string' } as const
  const values = read<Record<string, string | undefined>>(args, {
    port: text,
    host: text,
    data: text,
    'tls-cert': text,
    'tls-key': text,
  })
  const { host = LOOPBACK, 'tls-cert': cert, 'tls-key': key } = values
  if (isIP(host) === 0)
    throw new Sentence(
      `--host takes an address of this machine such as 192.168.1.20, or 0.0.0.0 for all of them, not "${host}".`,
    )
  if ((cert === undefined) !== (key === undefined))
    throw new Sentence('--tls-cert and --tls-key go together: a certificate and its key.')
  return {
    port: portOf(values.port),
    host,
    data: values.data ?? null,
    tls: cert !== undefined && key !== undefined ? { cert, key } : null,
  }
}
