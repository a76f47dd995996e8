import type { LetterFields } from '../schemas/letters'

export const LETTER_STATES = ['kept', 'waiting', 'sent', 'failed'] as const

/** A letter that went out, or waits to. */
export interface Letter extends LetterFields {
  id: number
  /** `kept` where the installation sends none, and somebody hands it over by hand. */
  state: (typeof LETTER_STATES)[number]
  /** Why it could not be sent the last time it was tried. */
  failure: string
  writtenAt: string
  sentAt: string | null
  by: string | null
}
