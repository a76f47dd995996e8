import { demoCommand } from './demo'
import { Sentence } from './lib/Sentence'
import { startCommand } from './start'

type Command = (args: readonly string[]) => Promise<number>

/** Commands that only developers use are loaded only when they are asked for. */
const COMMANDS: Record<string, () => Promise<Command>> = {
  demo: () => Promise.resolve(demoCommand),
  start: () => Promise.resolve(startCommand),
  test: async () => (await import('./test')).testCommand,
  pictures: async () => (await import('./pictures')).picturesCommand,
  bench: async () => (await import('./bench')).benchCommand,
}

const SYSTEM_SENTENCES: Record<string, string> = {
  ENOSPC: 'The disk is full; nothing was lost, free some room and try again.',
  EACCES: 'A file or folder cannot be written with these rights',
  EROFS: 'The disk is read-only',
}

const [name = '', ...args] = process.argv.slice(2)
try {
  process.exitCode = await (await (COMMANDS[name] as () => Promise<Command>)())(args)
} catch (error) {
  const { code, path } = error as NodeJS.ErrnoException
  const system = SYSTEM_SENTENCES[code ?? '']
  if (!(error instanceof Sentence) && !system) throw error
  process.stderr.write(
    `${error instanceof Sentence ? error.message : `${system}${path ? ` (${path})` : ''}`}\n`,
  )
  process.exitCode = 1
}
