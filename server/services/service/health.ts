import { askDatabase } from '../../db/database'

/** Whether the database answers a question. */
export async function databaseAnswers(): Promise<boolean> {
  try {
    await askDatabase()
    return true
  } catch {
    return false
  }
}
