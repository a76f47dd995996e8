import { execFile } from 'node:child_process'
import { existsSync, mkdirSync, rmSync, writeFileSync, chmodSync } from 'node:fs'
import { isIP } from 'node:net'
import { join, resolve } from 'node:path'
import { parseArgs, promisify } from 'node:util'
import { dataFolder } from './lib/dataFolder'
import { Sentence } from './lib/Sentence'

const run = promisify(execFile)
const AUTHORITY_DAYS = 3650
/** Browsers take no longer ones. */
const CERTIFICATE_DAYS = 397
const CURVE = ['-newkey', 'ec', '-pkeyopt', 'ec_paramgen_curve:P-256', '-nodes'] as const
const HOST_NAME = /^(?!-)[a-z0-9-]{1,63}(?<!-)(\.(?!-)[a-z0-9-]{1,63}(?<!-))*$/i

function namesOf(args: readonly string[]): { names: string[]; folder: string } {
  let parsed
  try {
    parsed = parseArgs({
      args: [...args],
      options: { out: { type: 'string' } },
      allowPositionals: true,
    })
  } catch (error) {
    throw new Sentence((error as Error).message)
  }
  const names = parsed.positionals
  if (names.length === 0)
    throw new Sentence('Say for which names: ./velvet certificate workshop.local 192.168.1.20')
  const wrong = names.find((name) => isIP(name) === 0 && !HOST_NAME.test(name))
  if (wrong !== undefined)
    throw new Sentence(`"${wrong}" is neither the name of a machine nor an address.`)
  return { names, folder: resolve(parsed.values.out ?? join(dataFolder(null), 'certificate')) }
}

async function openssl(args: readonly string[]): Promise<void> {
  try {
    await run('openssl', [...args])
  } catch (error) {
    const { code, stderr } = error as { code?: string | number; stderr?: string }
    throw new Sentence(
      code === 'ENOENT'
        ? 'openssl is needed to make certificates and was not found.'
        : `openssl could not do it: ${(stderr ?? '').trim().split('\n').at(-1) ?? ''}`,
    )
  }
}

/** The authority that devices are told to trust; made once, and kept. @returns whether it is new */
async function haveAuthority(folder: string): Promise<boolean> {
  const [key, crt] = [join(folder, 'authority.key'), join(folder, 'authority.crt')]
  if (existsSync(key) && existsSync(crt)) return false
  await openssl([
    'req',
    '-x509',
    ...CURVE,
    '-keyout',
    key,
    '-out',
    crt,
    '-days',
    String(AUTHORITY_DAYS),
    '-subj',
    '/CN=Workshop authority of this house',
    '-addext',
    'basicConstraints=critical,CA:TRUE,pathlen:0',
    '-addext',
    'keyUsage=critical,keyCertSign,cRLSign',
  ])
  chmodSync(key, 0o600)
  return true
}

async function makeCertificate(folder: string, names: readonly string[]): Promise<void> {
  const at = (name: string) => join(folder, name)
  const named = names.map((name) => `${isIP(name) ? 'IP' : 'DNS'}:${name}`).join(',')
  writeFileSync(
    at('server.ext'),
    `subjectAltName=${named}\nbasicConstraints=CA:FALSE\nkeyUsage=critical,digitalSignature\nextendedKeyUsage=serverAuth\n`,
  )
  try {
    await openssl([
      'req',
      ...CURVE,
      '-keyout',
      at('server.key'),
      '-out',
      at('server.csr'),
      '-subj',
      `/CN=${names[0] ?? ''}`,
    ])
    chmodSync(at('server.key'), 0o600)
    await openssl([
      'x509',
      '-req',
      '-in',
      at('server.csr'),
      '-CA',
      at('authority.crt'),
      '-CAkey',
      at('authority.key'),
      '-CAcreateserial',
      '-days',
      String(CERTIFICATE_DAYS),
      '-extfile',
      at('server.ext'),
      '-out',
      at('server.crt'),
    ])
  } finally {
    for (const file of ['server.ext', 'server.csr']) rmSync(at(file), { force: true })
  }
}

/**
 * `velvet certificate NAME…`: a certificate for the names and addresses by which the workshop's
 * devices reach this machine, and the authority of one's own that vouches for it.
 */
export async function certificateCommand(args: readonly string[]): Promise<number> {
  const { names, folder } = namesOf(args)
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  const isNew = await haveAuthority(folder)
  await makeCertificate(folder, names)
  const at = (name: string) => join(folder, name)
  process.stdout.write(
    `${[
      `For ${names.join(', ')}, for ${CERTIFICATE_DAYS} days. Start with it:`,
      `  ./velvet start --host 0.0.0.0 --tls-cert ${at('server.crt')} --tls-key ${at('server.key')}`,
      '',
      isNew
        ? 'Tell every tablet and phone once to trust the authority of your house:'
        : 'Devices that trust the authority already need nothing more; others are told once:',
      `  1. Bring ${at('authority.crt')} to the device, by cable, letter or memory card.`,
      '  2. Open it there. On a tablet, look in the settings for certificates (often under security or',
      '     credentials), install it as an authority, and allow it for websites where that is asked.',
      `  3. Open https://${names[0] ?? ''}:PORT; the browser warns no more.`,
      `Keep ${at('authority.key')} to yourself: whoever has it can pretend to be any site to these devices.`,
    ].join('\n')}\n`,
  )
  return 0
}
