import { spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { Sentence } from './Sentence'

const SOURCES = ['app', 'core', 'server', 'shared', 'public', 'nuxt.config.ts', 'package-lock.json']
const MARK = '.output/velvet-sources'

function* filesIn(path: string): Generator<string> {
  if (!existsSync(path)) return
  if (statSync(path).isFile()) yield path
  else for (const name of readdirSync(path).sort()) yield* filesIn(join(path, name))
}

/** What tells whether sources are the very same. */
export function sourcesMark(root: string, sources: readonly string[]): string {
  const hash = createHash('sha256')
  for (const source of sources)
    for (const file of filesIn(join(root, source)))
      hash.update(file.slice(root.length)).update(readFileSync(file))
  return hash.digest('hex')
}

/**
 * Builds for production unless the build on disk is of these very sources. @returns whether it
 * built
 */
export async function buildIfStale(root: string): Promise<boolean> {
  const mark = sourcesMark(root, SOURCES)
  const markFile = join(root, MARK)
  if (existsSync(markFile) && readFileSync(markFile, 'utf8') === mark) return false
  if (!existsSync(join(root, '.nuxt/tsconfig.app.json'))) await writeTypes(root)
  await nuxt(root, 'build', {
    NODE_ENV: 'production',
    VELVET_BUILD_DIR: join(root, '.velvet/build'),
  })
  writeFileSync(markFile, mark)
  return true
}

/** Writes the types that are generated from the sources; a build looks up its paths there too. */
export const writeTypes = (root: string) => nuxt(root, 'prepare')

/** @throws Sentence with the end of what it said, where it ends badly */
function nuxt(root: string, what: 'build' | 'prepare', env: NodeJS.ProcessEnv = {}): Promise<void> {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, [join(root, 'node_modules/nuxt/bin/nuxt.mjs'), what], {
      cwd: root,
      env: { ...process.env, ...env },
      stdio: ['ignore', 'pipe', 'pipe'],
    })
    let said = ''
    for (const stream of [child.stdout, child.stderr])
      stream.on('data', (chunk: Buffer) => (said += chunk.toString()))
    child.once('error', reject)
    child.once('exit', (code) =>
      code === 0
        ? resolve()
        : reject(new Sentence(`nuxt ${what} failed:\n${said.split('\n').slice(-25).join('\n')}`)),
    )
  })
}
