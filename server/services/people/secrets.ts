import { createHash, randomBytes } from 'node:crypto'

const SECRET_BYTES = 32

/** A secret that nobody guesses, as it can stand in a cookie or an address. */
export const newSecret = (): string => randomBytes(SECRET_BYTES).toString('base64url')

/** What is kept of a secret: enough to know it again, not to use it. */
export const hashOf = (secret: string): string => createHash('sha256').update(secret).digest('hex')
