import { execFileSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { join, relative } from 'node:path'
import { ROOT } from '../lib/paths'
import { Sentence } from '../lib/Sentence'
import { changedFiles } from './changedFiles'
import { TYPES } from './checks'
import { jestWithDatabase, jestWithout, needsDatabase } from './jestPart'
import { asOutcome, NOTHING, type Outcome } from './outcome'
import { runProgram, type Say } from './runProgram'
import type { Part } from './runParts'

const MOST_MS = 90_000
const CODE = /\.(ts|vue|mjs)$/

/** The unit tests that reach any of these files through what they import. */
function testsOf(files: readonly string[]): string[] {
  if (files.length === 0) return []
  const listed = execFileSync(
    'node_modules/.bin/jest',
    ['--listTests', '--findRelatedTests', ...files],
    { cwd: ROOT, encoding: 'utf8' },
  )
  return listed
    .split('\n')
    .filter(Boolean)
    .map((file) => relative(ROOT, file))
}

/**
 * What hangs on some files, within ninety seconds: their format and lint, the unit tests that reach
 * them, the types.
 * @param paths the files; those that changed since the main branch where none is named
 * @returns the parts, and what was left out of them once they have run
 * @throws Sentence where a path names nothing
 */
export function quickParts(paths: readonly string[]): { parts: Part[]; leftOut: () => string[] } {
  for (const path of paths)
    if (!existsSync(join(ROOT, path))) throw new Sentence(`There is no file ${path}.`)
  const signal = AbortSignal.timeout(MOST_MS)
  const files = (paths.length > 0 ? paths : changedFiles()).filter((file) => CODE.test(file))
  const left = new Set<string>()

  const inTime = (name: string, program: string, args: readonly string[]): Part => ({
    name,
    run: async (say) => {
      left.add(name)
      const endedWell = !signal.aborted && (await runProgram(program, args, { say, signal }))
      if (signal.aborted) return NOTHING
      left.delete(name)
      return asOutcome(endedWell)
    },
  })
  const tests = (
    name: string,
    own: readonly string[],
    run: (say: Say) => Promise<Outcome>,
  ): Part[] =>
    own.length === 0
      ? []
      : [
          {
            name,
            run: async (say) => {
              for (const file of own) left.add(file)
              if (signal.aborted) return NOTHING
              const outcome = await run((text) => {
                for (const [, file = ''] of text.matchAll(/^(?:PASS|FAIL) (\S+)/gm))
                  left.delete(file)
                say(text)
              })
              return signal.aborted ? NOTHING : outcome
            },
          },
        ]

  const unit = testsOf(files)
  const [stored, bare] = [unit.filter(needsDatabase), unit.filter((file) => !needsDatabase(file))]
  const parts = [
    ...(files.length === 0 ? [] : [inTime('format', 'prettier', ['--check', ...files])]),
    ...tests('core, shared and app', bare, (say) =>
      jestWithout('quick-without', bare, { say, signal }),
    ),
    ...(files.length === 0 ? [] : [inTime('lint', 'eslint', ['--max-warnings', '0', ...files])]),
    ...tests('server and commands', stored, (say) =>
      jestWithDatabase('quick-with', stored, { say, signal }),
    ),
    inTime('types', 'vue-tsc', TYPES),
  ]
  return { parts, leftOut: () => [...left, 'everything in the browser'] }
}
