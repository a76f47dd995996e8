import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { expect, test } from '@jest/globals'
import { createConfig, lintFromString } from '@redocly/openapi-core'
import { openApiDocument, ROUTE_PATTERNS, ROUTES } from '../../server/services/service/openapi'
import { operationNames } from '../../server/services/compute/compute'

const FOLDER = join(import.meta.dirname, '../../server/api')

/** `pieces/[id]/judge.post.ts` is `POST /api/pieces/{id}/judge`. */
function routeOf(file: string): string[] {
  const found = /^(.*?)\.(get|post|put|delete)\.ts$/.exec(file)
  if (!found) return []
  const [, path = '', method = ''] = found
  const named = path.replace(/\/index$/, '').replace(/\[(\w+)\]/g, '{$1}')
  return named === 'compute/{operation}'
    ? [...operationNames, 'mesh'].map((name) => `POST /api/compute/${name}`)
    : [`${method.toUpperCase()} /api/${named}`]
}

test('every route is described, and nothing else', () => {
  const files = readdirSync(FOLDER, { recursive: true }).map(String)
  expect(files.flatMap(routeOf).sort()).toEqual(Object.keys(ROUTES).sort())
})

test('no address is taken for another, whose rights would then be asked', () => {
  const literal = Object.keys(ROUTES).filter((name) => !name.includes('{'))
  for (const name of literal) {
    const [method = '', path = ''] = name.split(' ')
    const taken = ROUTE_PATTERNS.filter((one) => one.method === method && one.path.test(path))
    expect(`${name}: ${taken.length}`).toBe(`${name}: 1`)
  }
})

test('request bodies come from the schemas that check them', () => {
  const { paths } = openApiDocument()
  const body = (
    paths['/api/orders'] as {
      post: {
        requestBody: {
          content: Record<
            string,
            { schema: { required: string[]; properties: Record<string, object> } }
          >
        }
      }
    }
  ).post.requestBody.content['application/json']!.schema
  expect(body.required).toContain('promisedAt')
  expect(body.properties.state).toMatchObject({
    enum: ['asked', 'accepted', 'making', 'ready', 'delivered', 'declined'],
  })
})

test('a public linter finds no errors in the description', async () => {
  const config = await createConfig('extends: [recommended]')
  const problems = await lintFromString({
    source: JSON.stringify(openApiDocument()),
    absoluteRef: '/openapi.json',
    config,
  })
  const errors = problems.filter(({ severity }) => severity === 'error')
  expect(errors.map(({ ruleId, message }) => [ruleId, message])).toEqual([])
})
