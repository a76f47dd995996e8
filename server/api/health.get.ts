import { setResponseStatus } from 'h3'
import { databaseAnswers } from '../services/service/health'
import { route } from '../utils/route'

export default route(
  { action: null, isOpen: true, summary: 'Whether the database answers' },
  async (event) => {
    const database = await databaseAnswers()
    if (!database) setResponseStatus(event, 503)
    return { ok: database, database: database ? 'answers' : 'does not answer' }
  },
)
