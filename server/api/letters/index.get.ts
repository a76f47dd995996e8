import { getQuery } from 'h3'
import { listLetters } from '../../services/letters/letters'
import { api, whoOf } from '../../utils/api'

export default api((event) => listLetters(whoOf(event), Number(getQuery(event).after) || null))
