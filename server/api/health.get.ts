import { setResponseStatus } from 'h3'
import { databaseAnswers } from '../services/service/health'
import { api } from '../utils/api'

export default api(async (event) => {
  const database = await databaseAnswers()
  if (!database) setResponseStatus(event, 503)
  return { ok: database, database: database ? 'answers' : 'does not answer' }
})
