import { execFileSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { ROOT } from '../lib/paths'

const MAIN = 'main'

const git = (...args: string[]): string[] =>
  execFileSync('git', args, { cwd: ROOT, encoding: 'utf8' }).split('\n').filter(Boolean)

/**
 * The files that differ from where this branch left the main one, with what nobody has committed or
 * added yet.
 * @returns paths from the project's folder, of files that are there
 */
export function changedFiles(): string[] {
  const [base = 'HEAD'] = git('merge-base', 'HEAD', MAIN)
  const changed = [
    ...git('diff', '--name-only', base),
    ...git('ls-files', '--others', '--exclude-standard'),
  ]
  return [...new Set(changed)].filter((file) => existsSync(join(ROOT, file)))
}
