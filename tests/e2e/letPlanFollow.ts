import { expect, type APIRequestContext } from '@playwright/test'

/** Whether the Yard's plan follows by itself, for a request that is signed in as its manager. */
export async function letPlanFollow(
  api: APIRequestContext,
  planFollows: 'itself' | 'asked',
): Promise<void> {
  const rules = (await (await api.get('/api/rules')).json()) as object
  const saved = await api.put('/api/rules', { data: { ...rules, planFollows } })
  expect(saved.ok()).toBe(true)
}
