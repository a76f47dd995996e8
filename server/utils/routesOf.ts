import type { Declared, Route } from './route'

/** A file of `server/api` and the route it holds. */
export interface RouteFile {
  /** From `server/api` on, such as `pieces/[id]/judge.post.ts`. */
  file: string
  route: Route
}

const METHODS = /^(.*?)\.(get|post|put|delete)\.ts$/

/** `pieces/[id]/judge.post.ts` is `POST /api/pieces/{id}/judge`. */
function nameOf(file: string): string {
  const [, path = '', method = ''] = METHODS.exec(file) ?? []
  if (method === '') throw new Error(`${file} does not say which method it answers`)
  const named = path.replace(/\/index$/, '').replace(/\[(\w+)\]/g, '{$1}')
  return `${method.toUpperCase()} /api/${named}`
}

/** Every route by its name, such as `POST /api/pieces/{id}/judge`, with what it says of itself. */
export function routesOf(files: readonly RouteFile[]): Record<string, Declared> {
  return Object.fromEntries(
    files.flatMap(({ file, route: { declared } }): [string, Declared][] => {
      const name = nameOf(file)
      return declared instanceof Map
        ? [...declared].map(([word, one]) => [name.replace(/\{\w+\}/, word), one])
        : [[name, declared as Declared]]
    }),
  )
}

/** Addresses as they are told apart. */
export interface RoutePattern {
  method: string
  path: RegExp
  action: Declared['action']
  isOpen: boolean
}

/** The same as patterns of a request's path. */
export const patternsOf = (routes: Readonly<Record<string, Declared>>): RoutePattern[] =>
  Object.entries(routes).map(([name, { action, isOpen = false }]) => {
    const [method = '', path = ''] = name.split(' ')
    return { method, path: new RegExp(`^${path.replace(/\{\w+\}/g, '[^/]+')}$`), action, isOpen }
  })
