import { expect, request, type APIRequestContext } from '@playwright/test'
import { DEMO_PASSWORD } from '../../demo/workshop'

/** Whether the Yard's plan follows by itself, for a request that is signed in as its manager. */
export async function letPlanFollow(
  api: APIRequestContext,
  planFollows: 'itself' | 'asked',
): Promise<void> {
  const rules = (await (await api.get('/api/rules')).json()) as object
  const saved = await api.put('/api/rules', { data: { ...rules, planFollows } })
  expect(saved.ok()).toBe(true)
}

/** Most tests look at one plan for a while: it moves only when they ask. */
export default async function plansWhenAsked(): Promise<void> {
  const api = await request.newContext({
    baseURL: process.env.VELVET_URL ?? 'http://127.0.0.1:4310',
  })
  await api.post('/api/session', { data: { signIn: 'maren', password: DEMO_PASSWORD } })
  await letPlanFollow(api, 'asked')
  await api.dispose()
}
