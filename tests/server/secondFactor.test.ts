import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { Knex } from 'knex'
import { Secret, TOTP } from 'otpauth'
import { acceptInvitation, changePassword, invite } from '../../server/services/people/access'
import { personOfToken, signIn } from '../../server/services/people/auth'
import {
  newSecondFactor,
  secondFactorState,
  turnOff,
  turnOn,
} from '../../server/services/people/secondFactor'
import type { Who } from '../../server/services/Who'
import {
  addOwnWorkshop,
  deleteWorkshop,
  exportWorkshop,
} from '../../server/services/workshops/workshops'
import { aWorkshop, freshDatabase, leaveDatabase, PASSWORD } from './database'
import { refusal } from './given'

const NOW = new Date('2026-03-02T09:00:10.000Z')
const after = (seconds: number) => new Date(NOW.getTime() + seconds * 1000)
let addresses = 0
/** Each from an address of its own, so that no test waits for the tries of another. */
const from = () => ({ address: `192.0.2.${addresses++}`, device: null })
const codeOf = (secret: string, at: Date) =>
  new TOTP({ secret: Secret.fromBase32(secret) }).generate({ timestamp: at.getTime() })
let knex: Knex
let manager: Who
let maker: Who

beforeAll(async () => {
  knex = await freshDatabase()
  ;({ manager, maker } = await aWorkshop(knex, 'Guarded'))
})
afterAll(leaveDatabase)

/** A second factor that is on. */
async function guarded(who: Who, at = NOW) {
  const { secret } = newSecondFactor(who)
  const { spare } = await turnOn(who, { password: PASSWORD, secret, code: codeOf(secret, at) }, at)
  return { secret, spare }
}
const wrong = async (work: Promise<unknown>) => {
  const refused = await refusal(work)
  return `${refused?.code}: ${refused?.details.issues?.map(({ code }) => code).join()}`
}

test('the codes are those of RFC 6238', () => {
  // Appendix B, SHA-1, at 59 s: 94287082 in eight digits; six are its last.
  const secret = Secret.fromUTF8('12345678901234567890').base32
  expect(codeOf(secret, new Date(59_000))).toBe('287082')
})

describe('a second factor', () => {
  test('is turned on with the password and a code, and asked for from then on', async () => {
    const { secret, address } = newSecondFactor(manager)
    expect(address).toContain(`secret=${secret}`)
    const code = codeOf(secret, NOW)
    expect(await wrong(turnOn(manager, { password: 'another one', secret, code }, NOW))).toBe(
      'invalid-input: password-wrong',
    )
    const late = { password: PASSWORD, secret, code: codeOf(secret, after(-120)) }
    expect(await wrong(turnOn(manager, late, NOW))).toBe('invalid-input: code-wrong')
    expect(await secondFactorState(manager)).toEqual({ isOn: false, spareLeft: 0 })
    const { spare } = await turnOn(manager, { password: PASSWORD, secret, code }, NOW)
    expect(new Set(spare).size).toBe(8)
    expect(await secondFactorState(manager)).toEqual({ isOn: true, spareLeft: 8 })

    const name = 'guarded-manager'
    expect(await wrong(signIn(name, PASSWORD, from(), NOW))).toBe('wrong-password: code-missing')
    // Who does not know the password does not learn that there is a code.
    expect(await wrong(signIn(name, 'another one', from(), NOW))).toBe(
      'wrong-password: sign-in-wrong',
    )
    expect(await wrong(signIn(name, PASSWORD, from(), NOW, '000000'))).toBe(
      'wrong-password: code-wrong',
    )
    const { token } = await signIn(
      name,
      PASSWORD,
      from(),
      NOW,
      ` ${code.slice(0, 3)} ${code.slice(3)}`,
    )
    expect((await personOfToken(token, NOW))!.who.personId).toBe(manager.personId)
  })
  test('takes no code twice, and none that is older than one that it took', async () => {
    const { secret } = await guarded(maker)
    const at = after(90)
    await signIn('guarded-maker', PASSWORD, from(), at, codeOf(secret, at))
    for (const early of [at, after(60)])
      expect(
        await wrong(signIn('guarded-maker', PASSWORD, from(), at, codeOf(secret, early))),
      ).toBe('wrong-password: code-wrong')
    // A device that is a step ahead is believed.
    await signIn('guarded-maker', PASSWORD, from(), at, codeOf(secret, after(120)))
  })
  test('lets in by a spare code once, also where two use it at once', async () => {
    const { spare } = await guarded(maker)
    const [first = ''] = spare
    const two = await Promise.allSettled(
      [first, first].map((code) => signIn('guarded-maker', PASSWORD, from(), NOW, code)),
    )
    expect(two.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected'])
    expect(await secondFactorState(maker)).toEqual({ isOn: true, spareLeft: 7 })
  })
  test('ends with the password alone, or with a manager’s link', async () => {
    expect(await wrong(turnOff(maker, 'another one', NOW))).toBe('invalid-input: password-wrong')
    await turnOff(maker, PASSWORD, NOW)
    await signIn('guarded-maker', PASSWORD, from(), NOW)
    await guarded(maker)
    const { secret } = await invite(manager, maker.personId, NOW)
    await acceptInvitation(secret, PASSWORD, from(), NOW)
    expect(await secondFactorState(maker)).toEqual({ isOn: false, spareLeft: 0 })
  })
  test('stands in no file, and goes along when the workshop it was set up in goes', async () => {
    const { manager: leaving } = await aWorkshop(knex, 'Leaving guard')
    const { secret } = await guarded(leaving)
    let text = ''
    for await (const part of exportWorkshop(leaving, NOW)) text += part
    expect([text.includes(secret), text.includes('totp')]).toEqual([false, false])
    const other = { name: 'Next', timeZone: 'UTC', currency: 'EUR' }
    await addOwnWorkshop(
      leaving,
      { workshop: { ...other, dateStyle: 'dmy', decimalMark: '.' }, beginning: 'empty' },
      NOW,
    )
    const folder = mkdtempSync(join(tmpdir(), 'velvet-deleted-'))
    await deleteWorkshop(leaving, 'Leaving guard', folder, NOW)
    rmSync(folder, { recursive: true })
    expect(await wrong(signIn('leaving-guard-manager', PASSWORD, from(), NOW))).toBe(
      'wrong-password: code-missing',
    )
  })
})

test('one’s own password is guessed at five times, then one waits', async () => {
  const guess = () =>
    wrong(changePassword(maker, '', { now: 'a wrong one', password: 'x'.repeat(12) }, NOW))
  for (let tries = 0; tries < 5; tries++) expect(await guess()).toContain('password-wrong')
  expect(await guess()).toContain('too-many-tries')
})
