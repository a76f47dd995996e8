import { createServer, type Server, type Socket } from 'node:net'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, beforeEach, expect, test } from '@jest/globals'
import type { Knex } from 'knex'
import { insertLetter } from '../../server/db/letters'
import { sendDue } from '../../server/letters/outbox'
import { postOf, smtpPost } from '../../server/letters/smtpPost'
import { listLetters, sendAgain, writeLetter } from '../../server/services/letters/letters'
import type { Who } from '../../server/services/Who'
import type { LetterFields } from '../../shared/schemas/letters'
import { letterSchema } from '../../shared/schemas/letters'
import { check } from '../../shared/schemas/check'
import { aWorkshop, freshDatabase, leaveDatabase } from './database'
import { refusal } from './given'

const now = new Date('2026-03-02T09:00:00.000Z')
const later = (minutes: number) => new Date(now.getTime() + minutes * 60_000)
const LETTER: LetterFields = {
  about: 'promise',
  toName: 'Wick Fen',
  toAddress: 'wick@example.invalid',
  subject: 'Your tray: a new day',
  body: 'Dear Wick,\nit takes longer.\n',
}
let knex: Knex
let manager: Who
/** What came in at the other end. */
let received: string[]
let refuses: boolean
let server: Server

/** The least of a server that takes letters: enough to see what is sent. */
function answer(socket: Socket): void {
  let isData = false
  let text = ''
  socket.write('220 here\r\n')
  socket.on('data', (chunk) => {
    for (const line of chunk.toString().split('\r\n').slice(0, -1)) {
      if (isData && line !== '.') text += `${line}\n`
      else if (isData) {
        isData = false
        received.push(text)
        text = ''
        socket.write('250 taken\r\n')
      } else if (/^EHLO/i.test(line)) socket.write('250 here\r\n')
      else if (/^RCPT/i.test(line) && refuses) socket.write('550 nobody of this name\r\n')
      else if (/^DATA/i.test(line)) {
        isData = true
        socket.write('354 go on\r\n')
      } else if (/^QUIT/i.test(line)) socket.end('221 bye\r\n')
      else socket.write('250 well\r\n')
    }
  })
}
const post = () =>
  smtpPost(
    `smtp://127.0.0.1:${(server.address() as AddressInfo).port}?ignoreTLS=true`,
    'Yard <yard@example.invalid>',
  )
const insert = () =>
  insertLetter(knex, manager.workspaceId, LETTER, {
    isSent: true,
    personId: manager.personId,
    now,
  })
const letters = async () => (await listLetters(manager, null)).rows

beforeAll(async () => {
  knex = await freshDatabase()
  ;({ manager } = await aWorkshop(knex))
  server = createServer(answer)
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
})
afterAll(async () => {
  await new Promise((resolve) => server.close(resolve))
  await leaveDatabase()
})
beforeEach(async () => {
  received = []
  refuses = false
  await knex('letters').delete()
})

test('where nothing says how letters are sent they are kept, and can be read', async () => {
  expect(postOf({})).toBeNull()
  expect(await writeLetter(manager, LETTER, now)).toMatchObject({ ...LETTER, state: 'kept' })
  expect(await letters()).toMatchObject([{ by: manager.name, sentAt: null }])
  const [letter] = await letters()
  expect((await refusal(sendAgain(manager, letter!.id, now)))?.message).toContain(
    'sends no letters',
  )
})
test('a letter that is due is sent once, also by two servers at once', async () => {
  await insert()
  await Promise.all([sendDue(post(), () => now), sendDue(post(), () => now)])
  expect(received).toHaveLength(1)
  expect(received[0]).toContain('To: Wick Fen <wick@example.invalid>')
  expect(received[0]).toContain('Subject: Your tray: a new day')
  expect(received[0]).toContain('it takes longer.')
  expect(await letters()).toMatchObject([{ state: 'sent', sentAt: now.toISOString() }])
})
test('one that is refused is tried again later, and told in the end', async () => {
  const id = await insert()
  refuses = true
  await sendDue(post(), () => now)
  expect(await letters()).toMatchObject([{ state: 'waiting' }])
  expect((await letters())[0]!.failure).toContain('nobody of this name')
  await sendDue(post(), () => later(1))
  expect((await knex('letters').where({ id }).first('tries')) as object).toEqual({ tries: 1 })
  for (let minutes = 3; minutes < 400; minutes *= 2) await sendDue(post(), () => later(minutes))
  expect(await letters()).toMatchObject([{ state: 'failed' }])
  expect(received).toEqual([])
})
test('an address with a second one in it, or a subject of two lines, is refused', () => {
  for (const wrong of [
    { toAddress: 'a@example.invalid, b@example.invalid' },
    { toAddress: 'nobody' },
    { subject: 'one\nBcc: all@example.invalid' },
  ])
    expect(check(letterSchema, { ...LETTER, ...wrong }).ok).toBe(false)
  expect(check(letterSchema, LETTER).ok).toBe(true)
})
