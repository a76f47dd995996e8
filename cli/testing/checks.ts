import { writeTypes } from '../lib/build'
import { ROOT } from '../lib/paths'
import { asOutcome, NOTHING } from './outcome'
import { runProgram } from './runProgram'
import type { Part } from './runParts'

/** Type-only circles count too: they tie rooms together all the same. */
const CIRCLES = [
  ...['--circular', '--no-spinner', '--extensions', 'ts,vue'],
  ...['--ts-config', 'tsconfig.paths.json'],
  ...['app', 'cli', 'core', 'db', 'demo', 'server', 'shared'],
]
/** What was found before is looked at again only where something changed. */
export const TYPES = [
  ...['--noEmit', '-p', 'tsconfig.check.json'],
  ...['--incremental', '--tsBuildInfoFile', '.velvet/types.tsbuildinfo'],
]

const PREPARED = 'Nuxt’s own types'

/** What nearly all else reads: while it is written nothing else may run that does. */
export const prepared: Part = {
  name: PREPARED,
  lanes: 2,
  run: async () => {
    await writeTypes(ROOT)
    return NOTHING
  },
}

/** A part that one program tells, by how it ends. */
const part = (name: string, program: string, args: readonly string[], after?: string[]): Part => ({
  name,
  after,
  run: async (say) => asOutcome(await runProgram(program, args, { say })),
})

/** What can be told without running anything. */
export const CHECKS: readonly Part[] = [
  part('types', 'vue-tsc', TYPES, [PREPARED]),
  part('lint', 'eslint', ['.', '--max-warnings', '0'], [PREPARED]),
  part('format', 'prettier', ['--check', '--log-level', 'warn', '.']),
  part('what nobody uses or declares', 'knip', ['--no-progress'], [PREPARED]),
  part('circles of imports', 'madge', CIRCLES, [PREPARED]),
]
