import { defineEventHandler, type EventHandler, type H3Event } from 'h3'
import type { Schema } from 'yup'
import type { Action } from '../../shared/rights'
import type { SchemaOf } from '../../shared/schemas/typed'
import { bodyOf } from './api'
import { sendProblem } from './problem'

/** What a route says of itself; rights are asked, and the API is described, by this. */
export interface Declared {
  /** What of the table of rights it takes; null where nobody needs a right for it. */
  action: Action | null
  /** Whether a stranger may call it. */
  isOpen?: true
  summary: string
  /** What is sent, as JSON. */
  body?: Schema
  /** So many bytes of that are read at the most. */
  most?: number
  /** The same where it is one of several, which the handler then reads itself. */
  bodies?: readonly unknown[]
  /** Query parameters and what they mean. */
  query?: Readonly<Record<string, string>>
  /** What travels where it is not JSON. */
  sends?: string
  answers?: string
}

/** A handler with what it says of itself; of several where a word of its path tells them apart. */
export interface Route extends EventHandler {
  declared: Declared | ReadonlyMap<string, Declared>
}

type Answer<B> = (event: H3Event, body: B) => unknown

/**
 * A route of the API: check, call one service, return. Whatever goes wrong leaves as a problem
 * document. The file it stands in is its address.
 */
export function route<B = undefined>(
  declared: Omit<Declared, 'body'> & { body?: SchemaOf<B> },
  answer: Answer<B>,
): Route {
  const { body, most } = declared
  return asRoute(declared as Declared, async (event) =>
    answer(event, (body && (await bodyOf(event, body, most))) as B),
  )
}

/**
 * Several routes that one file answers, each declared by the word that stands in its path.
 * @param declared by that word
 */
export const routes = (
  declared: ReadonlyMap<string, Declared>,
  answer: (event: H3Event) => unknown,
): Route => asRoute(declared, answer)

const asRoute = (declared: Route['declared'], answer: (event: H3Event) => unknown): Route =>
  Object.assign(
    defineEventHandler(async (event) => {
      try {
        return await answer(event)
      } catch (error) {
        return sendProblem(event, error)
      }
    }),
    { declared },
  )
