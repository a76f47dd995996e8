import { settleNow } from '../shared/time/clock'
import { Sentence } from './lib/Sentence'

/** A Tuesday morning in the workshop, which everything that is checked, measured and pictured begins on. */
const WORKING_DAY = '2027-03-02T09:30:00Z'
const FIXED_AT: Record<string, string> = {
  test: WORKING_DAY,
  bench: WORKING_DAY,
  pictures: WORKING_DAY,
}

type Command = (args: readonly string[]) => Promise<number>

/** A command is loaded when it is asked for, and after the clock is set that it goes by. */
const COMMANDS: Record<string, () => Promise<Command>> = {
  demo: async () => (await import('./demo')).demoCommand,
  start: async () => (await import('./start')).startCommand,
  backup: async () => (await import('./backup')).backupCommand,
  restore: async () => (await import('./backup')).restoreCommand,
  password: async () => (await import('./password')).passwordCommand,
  certificate: async () => (await import('./certificate')).certificateCommand,
  test: async () => (await import('./test')).testCommand,
  pictures: async () => (await import('./pictures')).picturesCommand,
  bench: async () => (await import('./bench')).benchCommand,
}

const SYSTEM_SENTENCES: Record<string, string> = {
  ENOSPC: 'The disk is full; nothing was lost, free some room and try again.',
  EACCES: 'A file or folder cannot be written with these rights',
  EROFS: 'The disk is read-only',
}

/** One moment for this command and everything that it starts. */
function settleClock(fixedAt: string | undefined): void {
  const asked = process.env.VELVET_NOW ?? fixedAt ?? ''
  const settled = settleNow(asked, Date.now())
  if (settled === null)
    throw new Sentence(
      `VELVET_NOW takes an instant such as 2027-03-06T22:00:00Z (with = before it the clock stands still), or a shift such as P3D or -PT2H, not "${asked}".`,
    )
  process.env.VELVET_NOW = settled
}

const [name = '', ...args] = process.argv.slice(2)
try {
  settleClock(FIXED_AT[name])
  process.exitCode = await (await COMMANDS[name]!())(args)
} catch (error) {
  const { code, path } = error as NodeJS.ErrnoException
  const system = SYSTEM_SENTENCES[code ?? '']
  if (!(error instanceof Sentence) && !system) throw error
  process.stderr.write(
    `${error instanceof Sentence ? error.message : `${system}${path ? ` (${path})` : ''}`}\n`,
  )
  process.exitCode = 1
}
