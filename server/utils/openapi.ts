import { convertSchema } from '@sodaru/yup-to-json-schema'
import type { Declared } from './route'

const PROBLEM = {
  type: 'object',
  required: ['type', 'title', 'status', 'code', 'issues'],
  properties: {
    type: { type: 'string' },
    title: { type: 'string' },
    status: { type: 'integer' },
    code: { type: 'string' },
    requestId: { type: 'string' },
    current: {},
    issues: {
      type: 'array',
      items: {
        type: 'object',
        required: ['path', 'message'],
        properties: { path: { type: 'string' }, message: { type: 'string' } },
      },
    },
  },
}

const PROBLEM_ANSWER = {
  description: 'What is wrong, field by field',
  content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
}

/** `POST /api/pieces/{id}/judge` is `postPiecesIdJudge`. */
const operationIdOf = (method: string, path: string) =>
  `${method}${path
    .replace('/api', '')
    .split(/[^a-z0-9]+/i)
    .map((word) => word.charAt(0).toUpperCase() + word.slice(1))
    .join('')}`

/** What stands in a path and is no row's number. */
const WORDS_IN_PATHS = new Set(['kind', 'secret', 'whose'])

function operationOf(method: string, path: string, route: Declared) {
  const inPath = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: WORDS_IN_PATHS.has(name ?? '') ? 'string' : 'integer' },
  }))
  const inQuery = Object.entries(route.query ?? {}).map(([name, description]) => ({
    name,
    in: 'query',
    description,
    schema: { type: 'string' },
  }))
  const schemaOf = (schema: unknown) => convertSchema(schema as never)
  const schema = route.bodies
    ? { oneOf: route.bodies.map(schemaOf) }
    : route.body && schemaOf(route.body)
  const content = schema
    ? { 'application/json': { schema } }
    : route.sends
      ? { [route.sends]: {} }
      : null
  return {
    operationId: operationIdOf(method, path),
    summary: route.summary,
    ...(route.action && { 'x-action': route.action }),
    security: route.isOpen ? [] : [{ session: [] }],
    ...(inPath.length + inQuery.length > 0 && { parameters: [...inPath, ...inQuery] }),
    ...(content && { requestBody: { required: true, content } }),
    responses: {
      200: { description: 'Done', content: { [route.answers ?? 'application/json']: {} } },
      '4XX': PROBLEM_ANSWER,
      default: PROBLEM_ANSWER,
    },
  }
}

/**
 * Describes the API in OpenAPI 3.1, from the schemas that check the requests; `x-action` is the right
 * that a call takes.
 */
export function openApiDocument(routes: Readonly<Record<string, Declared>>) {
  const paths: Record<string, Record<string, unknown>> = {}
  for (const [key, route] of Object.entries(routes)) {
    const [method = '', path = ''] = key.split(' ')
    paths[path] = {
      ...paths[path],
      [method.toLowerCase()]: operationOf(method.toLowerCase(), path, route),
    }
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Velvet Batch',
      version: '0.1.0',
      description: 'What the application itself asks its server.',
    },
    servers: [{ url: '/', description: 'this server' }],
    paths,
    components: {
      schemas: { Problem: PROBLEM },
      securitySchemes: {
        session: { type: 'apiKey', in: 'cookie', name: 'velvet_session' },
      },
    },
  }
}
