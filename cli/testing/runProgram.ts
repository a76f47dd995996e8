import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { ROOT } from '../lib/paths'

/** Where what a program says goes. */
export type Say = (text: string) => void

/**
 * Runs one of the project's programs, such as `jest`, or a file by its path.
 * @param say hears all that it writes
 * @param signal ends it
 * @returns whether it ended well
 */
export function runProgram(
  program: string,
  args: readonly string[],
  { say, env = {}, signal }: { say: Say; env?: NodeJS.ProcessEnv; signal?: AbortSignal },
): Promise<boolean> {
  const file = program.includes('/') ? program : join(ROOT, 'node_modules/.bin', program)
  return new Promise((resolve) => {
    const child = spawn(file, args, {
      cwd: ROOT,
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, ...env },
      signal,
      detached: false,
    })
    for (const stream of [child.stdout, child.stderr])
      stream.on('data', (chunk: Buffer) => say(chunk.toString()))
    child.once('error', () => resolve(false))
    child.once('close', (code) => resolve(code === 0))
  })
}
