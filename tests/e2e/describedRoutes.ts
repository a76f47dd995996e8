import { type APIRequestContext } from '@playwright/test'
import type { Action } from '../../shared/rights'

interface Operation {
  'x-action'?: Action
  responses: { 200: { content: Record<string, object> } }
}

/** Every route of the API as it describes itself, for a request that is signed in. */
export async function describedRoutes(api: APIRequestContext) {
  const { paths } = (await (await api.get('/api/openapi.json')).json()) as {
    paths: Record<string, Record<string, Operation>>
  }
  return Object.entries(paths).flatMap(([path, operations]) =>
    Object.entries(operations).map(([method, operation]) => ({
      name: `${method.toUpperCase()} ${path}`,
      action: operation['x-action'] ?? null,
      answers: Object.keys(operation.responses[200].content)[0],
    })),
  )
}
