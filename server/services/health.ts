import { database } from '../db/database'

/** Whether the database answers a question. */
export async function databaseAnswers(): Promise<boolean> {
  try {
    await database().raw('select 1')
    return true
  } catch {
    return false
  }
}
