import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { DatabaseSettings } from '../../server/db/knex'
import { copyFurnished } from './furnished'
import { startMariadb, type OwnDatabase } from './mariadb'
import { ROOT } from './paths'
import { freePort } from './ports'
import { startServer, type RunningServer } from './server'

interface Running {
  database: OwnDatabase
  server: RunningServer
}

/**
 * The production build serving a furnished yard of its own, which can be thrown away and begun anew
 * within seconds. What is written there need not outlive its machine.
 */
export class Yard {
  private running: Running | null = null

  /**
   * @param furnished the database folder that it begins as
   * @param folder is emptied at each beginning; it keeps the database and the server's log
   */
  constructor(
    private readonly furnished: string,
    private readonly folder: string,
  ) {}

  private get here(): Running {
    if (!this.running) throw new Error('the yard has not begun')
    return this.running
  }
  private get log(): string {
    return join(this.folder, 'server.log')
  }
  get address(): string {
    return this.here.server.address
  }
  get settings(): DatabaseSettings {
    return this.here.database.settings
  }

  /** What the server has logged as a fault since it began, line by line. */
  wentWrong(): string[] {
    return readFileSync(this.log, 'utf8')
      .split('\n')
      .filter((line) => /"level":[56]0/.test(line))
  }

  /** Everything as it was furnished, on a server that has just started. */
  async begin(): Promise<void> {
    await this.close()
    copyFurnished(this.furnished, this.folder)
    const database = await startMariadb(this.folder, { isLasting: false })
    try {
      const server = await startServer(ROOT, await freePort(), database.settings, this.log)
      this.running = { database, server }
    } catch (error) {
      await database.kill()
      throw error
    }
  }

  async close(): Promise<void> {
    const { running } = this
    this.running = null
    await running?.server.stop()
    await running?.database.kill()
  }
}
