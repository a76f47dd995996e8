import { readdirSync } from 'node:fs'
import { join } from 'node:path'

/**
 * The source of a module that knows every file of `server/api`, so that a route is declared where it
 * is answered and nowhere else.
 * @param folder `server/api`, by its whole path
 */
export function routesModule(folder: string): string {
  const files = readdirSync(folder, { recursive: true })
    .map((file) => String(file).replaceAll('\\', '/'))
    .filter((file) => file.endsWith('.ts'))
    .sort()
  return [
    ...files.map((file, i) => `import route${i} from ${JSON.stringify(join(folder, file))}`),
    'export default [',
    ...files.map((file, i) => `  { file: ${JSON.stringify(file)}, route: route${i} },`),
    ']',
  ].join('\n')
}
