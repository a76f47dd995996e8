import type { Knex } from 'knex'

/** A workshop that is made up, to look around in. Which one that is, `server/madeUp.ts` says. */
export interface MadeUpWorkshop {
  name: string
  timeZone: string
  currency: string
  /**
   * Fills an empty workshop of that name with its people, things and months of work.
   * @param tell is told how far it is, from 0 to 1, and throws where it is to stop
   */
  furnish: (
    knex: Knex,
    workspaceId: number,
    now: Date,
    tell: (share: number) => Promise<void>,
  ) => Promise<void>
}
