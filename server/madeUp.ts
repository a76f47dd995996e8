import { WORKSPACE } from '../demo/workshop'
import type { MadeUpWorkshop } from './services/workshops/MadeUpWorkshop'

const { name, time_zone: timeZone, currency, ...rules } = WORKSPACE

/** The made-up yard: the one place in which the server knows the demo. */
export const MADE_UP: MadeUpWorkshop = {
  name,
  timeZone,
  currency,
  furnish: async (knex, workspaceId, now, tell) => {
    // Its months of work are loaded by whoever furnishes, not by every server.
    const { furnishYard } = await import('../demo/load')
    await knex('workspaces').where({ id: workspaceId }).update(rules)
    await furnishYard(
      knex,
      {
        workspaceId,
        signInOf: (one) => `yard-${workspaceId}-${one}`,
        passwordHash: null,
      },
      now,
      tell,
    )
  },
}
