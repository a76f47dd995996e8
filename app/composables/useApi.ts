import { createEventHook } from '@vueuse/core'
import type { Problem } from '~~/shared/types/exchange'

/** Told when the server no longer knows who is signed in. */
const signedOut = createEventHook<void>()
export const onSignedOut = signedOut.on

/** What the server refused, as its problem document says it. */
export class ProblemError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.title)
  }
  issueAt(path: string): string | undefined {
    return this.problem.issues.find((issue) => issue.path === path)?.message
  }
}

const UNREACHABLE: Problem = {
  type: 'about:blank',
  title:
    'The workshop’s server cannot be reached. What you typed is still here; try again in a moment.',
  status: 0,
  code: 'unreachable',
  issues: [],
}

async function send(path: string, init: RequestInit): Promise<Response> {
  try {
    return await fetch(path, { credentials: 'same-origin', ...init })
  } catch {
    throw new ProblemError(UNREACHABLE)
  }
}

async function readAnswer<T>(response: Response): Promise<T> {
  const body: unknown = await response.json().catch(() => null)
  if (response.ok) return body as T
  const problem = body as Problem | null
  if (response.status === 401 && problem?.code === 'not-signed-in') void signedOut.trigger()
  throw new ProblemError(problem ?? { ...UNREACHABLE, status: response.status })
}

/** Asks the server; the one place where the client talks to the network. */
export function useApi() {
  return {
    get: async <T>(path: string) => readAnswer<T>(await send(path, { method: 'GET' })),
    post: async <T>(path: string, body: unknown = {}) =>
      readAnswer<T>(
        await send(path, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(body),
        }),
      ),
    put: async <T>(path: string, body: unknown) =>
      readAnswer<T>(
        await send(path, {
          method: 'PUT',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(body),
        }),
      ),
    remove: async <T>(path: string) => readAnswer<T>(await send(path, { method: 'DELETE' })),
    upload: async <T>(path: string, file: Blob) =>
      readAnswer<T>(
        await send(path, {
          method: 'POST',
          headers: { 'content-type': file.type || 'application/octet-stream' },
          body: file,
        }),
      ),
  }
}
