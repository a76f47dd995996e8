import type { Issue, RefusalCode } from '../../core/result'

/** Every way in which a service can refuse, besides the core's own refusals. */
export type AppErrorCode =
  | RefusalCode
  | 'not-signed-in'
  | 'wrong-password'
  | 'forbidden'
  | 'unknown'
  | 'wrong-method'
  | 'conflict'
  /** It looks wrong but can be true: whoever says that so it is, is believed. */
  | 'say-so'
  | 'too-many-tries'
  | 'not-an-image'
  | 'too-large'
  | 'busy'
  /** It may have been done or not. */
  | 'outcome-unknown'

/** What a person can cause; mapped to an HTTP status in one place (`server/utils/problem.ts`). */
export class AppError extends Error {
  constructor(
    readonly code: AppErrorCode,
    message: string,
    readonly details: {
      issues?: Issue[]
      current?: unknown
      retryAfterS?: number
      cause?: unknown
    } = {},
  ) {
    super(message, { cause: details.cause })
  }
}
