import { mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import mysql from 'mysql2/promise'
import { startMariadb, type OwnDatabase } from '../../cli/lib/mariadb'
import { isFree, freePort } from '../../cli/lib/ports'

const folder = mkdtempSync(join(tmpdir(), 'velvet-test-'))
let database: OwnDatabase

const pidOf = () => Number(readFileSync(join(folder, 'mariadb.pid'), 'utf8'))
async function ask<T>(sql: string): Promise<T[]> {
  const connection = await mysql.createConnection(database.settings)
  try {
    return (await connection.query(sql))[0] as T[]
  } finally {
    await connection.end()
  }
}

beforeAll(async () => {
  database = await startMariadb(folder)
})
afterAll(async () => {
  await database.stop()
  rmSync(folder, { recursive: true, force: true })
})

describe('a database of our own', () => {
  test('lies in a private folder, with its secret readable by its owner alone', () => {
    expect(statSync(folder).mode & 0o077).toBe(0)
    expect(statSync(join(folder, 'database.json')).mode & 0o077).toBe(0)
  })
  test('lets the application into its own schema and nowhere else', async () => {
    await ask('create table kept (n int primary key) engine = InnoDB')
    await expect(ask('create database other')).rejects.toMatchObject({
      code: 'ER_DBACCESS_DENIED_ERROR',
    })
    await expect(ask('select * from mysql.user')).rejects.toMatchObject({
      code: expect.stringMatching(/DENIED/) as unknown,
    })
  })
  test.each(['root', '', 'mysql', 'mariadb.sys'])(
    'has no account "%s" to come in by',
    async (user) => {
      const { host, port } = database.settings
      const code = await mysql.createConnection({ host, port, user }).then(
        () => 'came in',
        (error: { code: string }) => error.code,
      )
      expect(code).toMatch(/DENIED|LOCKED/)
    },
  )
  test('listens on loopback', async () => {
    expect(database.settings.host).toBe('127.0.0.1')
    expect(await isFree(database.settings.port)).toBe(false)
  })
  test('keeps what was acknowledged through a kill -9', async () => {
    await ask('insert into kept values (1), (2)')
    process.kill(pidOf(), 'SIGKILL')
    await database.ended
    database = await startMariadb(folder)
    expect(await ask('select n from kept order by n')).toEqual([{ n: 1 }, { n: 2 }])
  })
  test('takes over from a server whose starter is gone', async () => {
    const left = pidOf()
    const before = database
    database = await startMariadb(folder)
    await before.ended
    expect(pidOf()).not.toBe(left)
    expect(await ask('select count(*) as n from kept')).toEqual([{ n: 2 }])
  })
})

test('a free port is free until somebody takes it', async () => {
  const port = await freePort()
  expect(await isFree(port)).toBe(true)
})
