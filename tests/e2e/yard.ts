import { join } from 'node:path'
import { expect, request, test as base } from '@playwright/test'
import { furnished } from '../../cli/lib/furnished'
import { STATE } from '../../cli/lib/paths'
import { Yard } from '../../cli/lib/yard'
import type { DatabaseSettings } from '../../server/db/knex'
import { letPlanFollow } from './letPlanFollow'
import { signIn } from './people'

export { expect } from '@playwright/test'

/** The yard of one worker, as it was furnished for each file that comes to it. */
class WorkersYard {
  private file: string | null = null
  constructor(private readonly yard: Yard) {}

  async of(file: string): Promise<Yard> {
    if (this.file === file) return this.yard
    await this.yard.begin()
    const api = await request.newContext({ baseURL: this.yard.address })
    await signIn(api, 'maren')
    await letPlanFollow(api, 'asked')
    await api.dispose()
    this.file = file
    return this.yard
  }
}

/**
 * Tests at Oxbow Yard: each worker has a server and a database of its own, and each file finds the
 * yard as it was furnished. Its plan moves only when it is asked to.
 */
export const test = base.extend<
  { yard: Yard; database: DatabaseSettings },
  { workersYard: WorkersYard }
>({
  workersYard: [
    async ({}, use, { parallelIndex }) => {
      const from = process.env.VELVET_FURNISHED ?? (await furnished())
      const yard = new Yard(from, join(STATE, `test/e2e/${parallelIndex}`))
      await use(new WorkersYard(yard))
      await yard.close()
    },
    { scope: 'worker', timeout: 120_000 },
  ],
  yard: async ({ workersYard }, use, { file }) => {
    const yard = await workersYard.of(file)
    const before = yard.wentWrong().length
    await use(yard)
    // What a person is spared by an apology on the screen is a fault all the same.
    expect(yard.wentWrong().slice(before)).toEqual([])
  },
  baseURL: async ({ yard }, use) => use(yard.address),
  database: async ({ yard }, use) => use(yard.settings),
})
