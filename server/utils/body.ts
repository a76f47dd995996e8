import { getRequestHeader, setResponseHeader, type H3Event } from 'h3'
import { AppError } from '../services/AppError'

const BYTES_PER_KB = 1024
const BYTES_PER_MB = 1024 * BYTES_PER_KB

/** What is read of a request at the most, by what it carries. */
export const MOST_BYTES = {
  signIn: 4 * BYTES_PER_KB,
  json: 2 * BYTES_PER_MB,
  compute: 8 * BYTES_PER_MB,
  table: 24 * BYTES_PER_MB,
  photo: 12 * BYTES_PER_MB,
  mesh: 64 * BYTES_PER_MB,
  workshop: 256 * BYTES_PER_MB,
} as const

const MOST_LET_GO = 64 * BYTES_PER_MB

const told = (most: number) =>
  most >= BYTES_PER_MB ? `${most / BYTES_PER_MB} MB` : `${most / BYTES_PER_KB} KB`

/**
 * The body of a request, read no further than it may be long; whether it says its length or not.
 * @throws AppError `too-large`; what is still being sent is not kept
 */
export function readBody(event: H3Event, most: number): Promise<Buffer> {
  const tooLarge = () =>
    new AppError('too-large', `This is larger than the ${told(most)} that can be sent here.`)
  const { req } = event.node
  if (Number(getRequestHeader(event, 'content-length') ?? 0) > most) {
    setResponseHeader(event, 'connection', 'close')
    return Promise.reject(tooLarge())
  }
  return new Promise((resolve, reject) => {
    const chunks: Buffer[] = []
    let size = 0
    req.on('data', (chunk: Buffer) => {
      size += chunk.byteLength
      if (size <= most) chunks.push(chunk)
      else {
        // What is still sent is let go, so that the sender gets to read the answer; not for ever.
        chunks.length = 0
        reject(tooLarge())
        if (size > most + MOST_LET_GO) req.destroy()
      }
    })
    req.once('end', () => resolve(Buffer.concat(chunks)))
    req.once('error', reject)
  })
}

/**
 * A picture as it is sent: itself, as the body.
 * @throws AppError where nothing was sent, or too much
 */
export async function readUpload(event: H3Event): Promise<Buffer> {
  const upload = await readBody(event, MOST_BYTES.photo)
  if (upload.byteLength === 0)
    throw new AppError('not-an-image', 'There was no picture in the upload.')
  return upload
}
