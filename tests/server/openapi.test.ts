import { beforeAll, expect, test } from '@jest/globals'
import { createConfig, lintFromString } from '@redocly/openapi-core'
import { operationNames } from '../../server/services/compute/compute'
import { openApiDocument } from '../../server/utils/openapi'
import type { Declared } from '../../server/utils/route'
import { patternsOf } from '../../server/utils/routesOf'
import { readRoutes } from '../fixtures/routes'

let routes: Record<string, Declared>
beforeAll(async () => {
  routes = await readRoutes()
})

test('every calculation is a route of its own', () => {
  const computed = Object.keys(routes).filter((name) => name.startsWith('POST /api/compute/'))
  expect(computed.sort()).toEqual(
    [...operationNames, 'mesh'].map((name) => `POST /api/compute/${name}`).sort(),
  )
})

test('every route takes a right, but for these', () => {
  const names = (of: (one: Declared) => boolean) =>
    Object.keys(routes)
      .filter((name) => of(routes[name]!))
      .sort()
  expect(names(({ isOpen = false }) => isOpen)).toEqual([
    'GET /api/calendar/{secret}',
    'GET /api/health',
    'GET /api/invitation/{secret}',
    'GET /api/setup',
    'POST /api/invitation/{secret}',
    'POST /api/session',
    'POST /api/setup',
  ])
  expect(names(({ action, isOpen }) => action === null && !isOpen)).toEqual([
    'DELETE /api/session',
    'GET /api/openapi.json',
    'GET /api/session',
  ])
})

test('no address is taken for another, whose rights would then be asked', () => {
  const literal = Object.keys(routes).filter((name) => !name.includes('{'))
  for (const name of literal) {
    const [method = '', path = ''] = name.split(' ')
    const taken = patternsOf(routes).filter((one) => one.method === method && one.path.test(path))
    expect(`${name}: ${taken.length}`).toBe(`${name}: 1`)
  }
})

test('request bodies come from the schemas that check them', () => {
  const { paths } = openApiDocument(routes)
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
    source: JSON.stringify(openApiDocument(routes)),
    absoluteRef: '/openapi.json',
    config,
  })
  const errors = problems.filter(({ severity }) => severity === 'error')
  expect(errors.map(({ ruleId, message }) => [ruleId, message])).toEqual([])
})
