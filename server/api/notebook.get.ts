import { getQuery } from 'h3'
import { PIECE_STATES } from '../../core/run'
import { listNotebook } from '../services/pieces/pieces'
import { whoOf } from '../utils/api'
import { route } from '../utils/route'

export default route(
  {
    action: 'see the notebook',
    summary: 'What was poured and how it came out, newest first',
    query: {
      before: 'cursor of the page before',
      find: 'words of the order or the recipe, or the number of the piece',
      state: 'only those in this state',
    },
  },
  (event) => {
    const { before, find, state } = getQuery(event)
    return listNotebook(
      whoOf(event),
      {
        find: typeof find === 'string' ? find.slice(0, 200) : '',
        state: PIECE_STATES.find((one) => one === state) ?? null,
      },
      typeof before === 'string' ? before : null,
    )
  },
)
