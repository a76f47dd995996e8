import { spawnSync } from 'node:child_process'
import { X509Certificate } from 'node:crypto'
import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, test } from '@jest/globals'
import { serveArgs } from '../../cli/lib/args'
import { dataFolder, markRunning, requireIdle, runningOn, unmark } from '../../cli/lib/dataFolder'
import { freePort } from '../../cli/lib/ports'
import { requireRoom } from '../../cli/lib/requireRoom'
import { Sentence } from '../../cli/lib/Sentence'

const ROOT = join(import.meta.dirname, '../..')
const velvet = (args: string[], env: NodeJS.ProcessEnv = {}) => {
  const {
    VELVET_DB_HOST: _host,
    VELVET_DB_PORT: _port,
    VELVET_DB_USER: _user,
    VELVET_DB_PASSWORD: _password,
    VELVET_DB_NAME: _name,
    ...rest
  } = process.env
  const { stdout, stderr, status } = spawnSync(join(ROOT, 'velvet'), args, {
    encoding: 'utf8',
    env: { ...rest, NODE_OPTIONS: '', ...env },
  })
  return { lines: `${stdout}${stderr}`.trim().split('\n'), status }
}
const PORT = String(await freePort())
const DATABASE = {
  VELVET_DB_HOST: process.env.VELVET_DB_HOST,
  VELVET_DB_PORT: process.env.VELVET_DB_PORT,
  VELVET_DB_USER: process.env.VELVET_DB_USER,
  VELVET_DB_PASSWORD: process.env.VELVET_DB_PASSWORD,
  VELVET_DB_NAME: process.env.VELVET_DB_NAME,
}

describe('what is asked of a command', () => {
  test.each<[string[], boolean, object | string]>([
    [[], true, { port: 4310, reset: false }],
    [['--port', '8080'], true, { port: 8080, reset: false }],
    [['--port=8080', '--reset'], true, { port: 8080, reset: true }],
    [['--port', 'many'], true, '"many"'],
    [['--port', '0'], true, '"0"'],
    [['--port', '70000'], true, '"70000"'],
    [['--reset'], false, '--reset'],
    [['--quick'], true, '--quick'],
  ])('%j', (args, mayReset, wanted) => {
    if (typeof wanted !== 'string') {
      expect(serveArgs(args, mayReset)).toEqual(wanted)
      return
    }
    expect(() => serveArgs(args, mayReset)).toThrow(Sentence)
    expect(() => serveArgs(args, mayReset)).toThrow(wanted)
  })
})

describe('room on the disk', () => {
  test('is there, or said not to be with both figures', () => {
    expect(() => requireRoom(ROOT, 0)).not.toThrow()
    expect(() => requireRoom(ROOT, 1e9)).toThrow(Sentence)
    expect(() => requireRoom(ROOT, 1e9)).toThrow(/\d+ MB free and the database needs 1000000000 MB/)
  })
})

describe('what goes wrong is one plain sentence and a status that is not zero', () => {
  test.each<[string, string[], NodeJS.ProcessEnv, RegExp]>([
    [
      'half a database named',
      ['start', '--port', PORT],
      { VELVET_DB_HOST: '127.0.0.1' },
      /^VELVET_DB_USER is not set; the database is given by/,
    ],
    [
      'a wrong password',
      ['start', '--port', PORT],
      { ...DATABASE, VELVET_DB_PASSWORD: 'wrong' },
      /the name or the password is wrong\.$/,
    ],
    [
      'a schema without rights',
      ['start', '--port', PORT],
      { ...DATABASE, VELVET_DB_NAME: 'elsewhere' },
      /has no rights on the database "elsewhere"/,
    ],
    [
      'no server there',
      ['start', '--port', PORT],
      { ...DATABASE, VELVET_DB_PORT: '1' },
      /does not answer/,
    ],
    ['a strange option', ['demo', '--fast'], {}, /--fast/],
    ['a strange address', ['start', '--host', 'everywhere'], {}, /"everywhere"/],
    ['a certificate without its key', ['start', '--tls-cert', 'it.pem'], {}, /go together/],
    ['nobody’s password', ['password'], {}, /Say whose password it is/],
    ['a backup to nowhere', ['backup'], {}, /Say where to/],
    ['a backup that is none', ['restore', 'velvet'], {}, /cannot be read as a backup/],
  ])('%s', (_what, args, env, sentence) => {
    const { lines, status } = velvet(args, env)
    expect(lines).toHaveLength(1)
    expect(lines[0]).toMatch(sentence)
    expect(status).toBe(1)
  })
  test('a command that does not exist shows those that do', () => {
    const { lines, status } = velvet(['brew'])
    expect(lines.at(-1)).toBe('"brew" is not a command.')
    expect(lines.join('\n')).toContain('./velvet demo')
    expect(status).toBe(1)
  })
  test('a busy port is named', async () => {
    const server = createServer().listen(0, '127.0.0.1')
    await new Promise((resolve) => server.once('listening', resolve))
    const { port } = server.address() as { port: number }
    const { lines, status } = velvet(['demo', '--port', String(port)])
    server.close()
    expect(lines).toEqual([
      `Port ${port} is in use by another program; choose another with --port.`,
    ])
    expect(status).toBe(1)
  })
})

describe('a folder of one’s own', () => {
  const folder = mkdtempSync(join(tmpdir(), 'velvet-folder-'))
  afterAll(() => rmSync(folder, { recursive: true, force: true }))

  test('is asked for, or lies with the person’s own data', () => {
    expect(dataFolder('some/where')).toBe(join(process.cwd(), 'some/where'))
    expect(dataFolder(null)).toMatch(/velvet-batch$/)
    expect(dataFolder(null)).not.toContain(ROOT)
  })
  test('is run by one command at a time; a mark left by a killed one counts for nothing', () => {
    requireIdle(folder)
    markRunning(folder, { pid: process.pid, databasePort: 3307, address: 'http://127.0.0.1:4310' })
    expect(() => requireIdle(folder)).toThrow(/is running already, at http:\/\/127.0.0.1:4310/)
    expect(runningOn(folder)?.databasePort).toBe(3307)
    const nobody = spawnSync('true').pid
    markRunning(folder, { pid: nobody, databasePort: 3307, address: '' })
    expect(runningOn(folder)).toBeNull()
    unmark(folder)
    expect(runningOn(folder)).toBeNull()
  })
})

describe('a certificate for the house', () => {
  const folder = mkdtempSync(join(tmpdir(), 'velvet-certificate-'))
  afterAll(() => rmSync(folder, { recursive: true }))
  const read = (name: string) => new X509Certificate(readFileSync(join(folder, name)))
  test('is made for names and addresses, by an authority that is made once', () => {
    const made = velvet(['certificate', 'yard.local', '192.0.2.20', '--out', folder])
    expect(made.status).toBe(0)
    expect(made.lines.join('\n')).toContain('Tell every tablet and phone once')
    const [authority, certificate] = [read('authority.crt'), read('server.crt')]
    expect(certificate.verify(authority.publicKey)).toBe(true)
    expect(certificate.checkIssued(authority)).toBe(true)
    expect([authority.ca, certificate.ca]).toEqual([true, false])
    expect(certificate.checkHost('yard.local')).toBe('yard.local')
    expect(certificate.checkIP('192.0.2.20')).toBe('192.0.2.20')
    expect(certificate.checkHost('elsewhere.local')).toBeUndefined()
    expect(statSync(join(folder, 'server.key')).mode & 0o077).toBe(0)
    expect(readdirSync(folder).sort()).toEqual([
      'authority.crt',
      'authority.key',
      'authority.srl',
      'server.crt',
      'server.key',
    ])
    const again = velvet(['certificate', 'other.local', '--out', folder])
    expect(again.lines.join('\n')).toContain('Devices that trust the authority already')
    expect(read('authority.crt').fingerprint256).toBe(authority.fingerprint256)
    expect(read('server.crt').verify(authority.publicKey)).toBe(true)
  })
  test.each([
    [[], 'Say for which names'],
    [['yard.local,DNS:elsewhere'], 'is neither the name of a machine nor an address'],
    [['--days', '9'], 'Unknown option'],
  ])('%j is told what is wrong', (args, words) => {
    const { lines, status } = velvet(['certificate', ...args])
    expect(status).toBe(1)
    expect(lines.join('\n')).toContain(words)
  })
})
