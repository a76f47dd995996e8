import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

/** The project's folder. */
export const ROOT = dirname(dirname(dirname(fileURLToPath(import.meta.url))))
/** Where the commands keep databases, logs and secrets; never in the repository. */
export const STATE = join(ROOT, '.velvet')
export const MIGRATIONS = join(ROOT, 'db/migrations')
