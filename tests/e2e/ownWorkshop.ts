import { execFileSync, spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { test as base, type BrowserContext } from '@playwright/test'
import { freePort } from '../../cli/lib/ports'

const ROOT = join(import.meta.dirname, '../..')

/** What this run's own database is called does not reach the workshop that is begun here. */
const withoutDatabase = () =>
  Object.fromEntries(Object.entries(process.env).filter(([name]) => !name.startsWith('VELVET_')))

/** A workshop of one's own, started as people start it, in a folder that goes with it. */
class OwnWorkshop {
  private readonly folder = mkdtempSync(join(tmpdir(), 'velvet-own-'))
  private child: ChildProcess | null = null
  private now = ''
  private constructor(readonly port: number) {}

  static async at(): Promise<OwnWorkshop> {
    return new OwnWorkshop(await freePort())
  }
  get address(): string {
    return `http://127.0.0.1:${this.port}`
  }

  /** Starts it with the clock at an instant. @returns what it said */
  async start(now: string): Promise<string> {
    const child = spawn(
      join(ROOT, 'velvet'),
      ['start', '--port', String(this.port), '--data', this.folder],
      { env: { ...withoutDatabase(), VELVET_NOW: now }, stdio: ['ignore', 'pipe', 'pipe'] },
    )
    this.child = child
    this.now = now
    let said = ''
    await new Promise<void>((resolve, reject) => {
      const hear = (chunk: Buffer) => {
        said += chunk.toString()
        if (said.includes('Ctrl-C stops it')) resolve()
      }
      child.stdout.on('data', hear)
      child.stderr.on('data', hear)
      child.once('exit', (code) => reject(new Error(`it ended with ${code}: ${said}`)))
    })
    return said
  }
  /** Another command on the same folder. @returns what it said */
  run(...args: string[]): string {
    return execFileSync(join(ROOT, 'velvet'), [...args, '--data', this.folder], {
      encoding: 'utf8',
      env: { ...withoutDatabase(), VELVET_NOW: this.now },
    })
  }
  async stop(): Promise<void> {
    const { child } = this
    if (!child || child.exitCode !== null) return
    const ended = new Promise((resolve) => child.once('exit', resolve))
    child.kill('SIGINT')
    await ended
  }
  async leave(): Promise<void> {
    await this.stop()
    rmSync(this.folder, { recursive: true, force: true })
  }
}

const ACTION_MS = 15_000

/** Tests with a workshop of their own, which is gone after them however they end. */
export const test = base.extend<{
  workshop: OwnWorkshop
  /** A browser that nobody has signed in with. */
  visitor: () => Promise<BrowserContext>
}>({
  workshop: async ({}, use) => {
    const workshop = await OwnWorkshop.at()
    await use(workshop)
    await workshop.leave()
  },
  visitor: async ({ browser, workshop }, use) => {
    const contexts: BrowserContext[] = []
    await use(async () => {
      const context = await browser.newContext({ baseURL: workshop.address })
      context.setDefaultTimeout(ACTION_MS)
      contexts.push(context)
      return context
    })
    for (const context of contexts) await context.close()
  },
})
