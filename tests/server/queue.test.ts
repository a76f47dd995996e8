import { fork, type ChildProcess } from 'node:child_process'
import { once } from 'node:events'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import type { Knex } from 'knex'
import { RESINS } from '../../demo/resins'
import { eventsAfter } from '../../server/db/events'
import { createOrder } from '../../server/services/orders/orders'
import {
  cancelProposal,
  getProposal,
  propose,
} from '../../server/services/planning/propose/proposals'
import { createRecipe } from '../../server/services/recipes/recipes'
import { createResin } from '../../server/services/resins/resins'
import type { Who } from '../../server/services/Who'
import { ProposalQueue, type QueueOptions } from '../../server/workers/proposalQueue'
import { NO_TERMS } from '../../shared/schemas/planTerms'
import { aWorkshop, freshDatabase, leaveDatabase } from './database'
import { aDisc, anOrderFor, solve } from './given'

const now = new Date('2026-03-02T09:00:00.000Z')
let knex: Knex
let manager: Who
const others: ChildProcess[] = []
const queues: ProposalQueue[] = []

beforeAll(async () => {
  knex = await freshDatabase()
  ;({ manager } = await aWorkshop(knex))
  const resin = await createResin(manager, RESINS[0]!, now)
  const recipe = await createRecipe(manager, aDisc(resin.id), now)
  await createOrder(manager, anOrderFor(recipe.id, 2), now)
})
afterAll(async () => {
  for (const queue of queues) await queue.end()
  for (const other of others) other.kill('SIGKILL')
  await leaveDatabase()
})

const ask = () => propose(manager, { kind: 'afresh', terms: NO_TERMS, suppose: [] }, now)
const state = async (id: number) => (await getProposal(manager, id)).state
const aQueue = (more: Partial<QueueOptions> = {}) => {
  const queue = new ProposalQueue({
    solve: () => solve,
    weigh: () => null,
    now: () => now,
    leaseMs: 1500,
    renewEveryMs: 50,
    lookEveryMs: 100,
    ...more,
  })
  queues.push(queue)
  return queue
}
async function until(isSo: () => Promise<boolean>): Promise<void> {
  for (let tries = 0; tries < 200; tries++) {
    if (await isSo()) return
    await new Promise((resolve) => setTimeout(resolve, 50))
  }
  throw new Error('it did not come to that')
}

test('what a server that was killed was working on is taken over by another, once', async () => {
  const other = fork(join(import.meta.dirname, '../fixtures/queueServer.ts'), {
    execArgv: ['--import', 'tsx'],
  })
  others.push(other)
  const id = await ask()
  await once(other, 'message')
  await until(async () => (await getProposal(manager, id)).progress > 0)
  // As long as the other lives, nobody takes its work.
  aQueue()
  await new Promise((resolve) => setTimeout(resolve, 2000))
  expect(await state(id)).toBe('running')
  other.kill('SIGKILL')
  await once(other, 'exit')
  await until(async () => (await state(id)) === 'done')
  const told = (await eventsAfter(knex, manager.workspaceId, 0, 100)).filter(
    (event) => event.subject === 'proposal' && event.id === id,
  )
  expect(told.map(({ kind }) => kind)).toEqual(['asked', 'worked out'])
  for (const queue of queues.splice(0)) await queue.end()
})

test('what is asked is found without anybody being woken, and stops when it is let go', async () => {
  let stopped = 0
  aQueue({
    solve: (watch) => (work) =>
      new Promise((resolve) => {
        const look = setInterval(() => {
          if (!watch.signal.aborted) return
          clearInterval(look)
          stopped++
          resolve(solve(work))
        }, 20)
      }),
  })
  const id = await ask()
  await until(async () => (await state(id)) === 'running')
  await cancelProposal(manager, id, now)
  await until(() => Promise.resolve(stopped > 0))
  expect(await state(id)).toBe('cancelled')
})
