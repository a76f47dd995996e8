import { getQuery } from 'h3'
import { PIECE_STATES } from '../../core/run'
import { listNotebook } from '../services/pieces/pieces'
import { api, whoOf } from '../utils/api'

export default api((event) => {
  const { before, find, state } = getQuery(event)
  return listNotebook(
    whoOf(event),
    {
      find: typeof find === 'string' ? find.slice(0, 200) : '',
      state: PIECE_STATES.find((one) => one === state) ?? null,
    },
    typeof before === 'string' ? before : null,
  )
})
