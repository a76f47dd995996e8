import { setResponseHeader } from 'h3'
import { getPinned } from '../../services/pinned/pinned'
import { idOf, whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'see orders',
    summary: 'A pinned picture',
    answers: 'image/webp',
  },
  async (event) => {
    const webp = await getPinned(whoOf(event), idOf(event))
    setResponseHeader(event, 'content-type', 'image/webp')
    setResponseHeader(event, 'cache-control', 'private, max-age=31536000, immutable')
    return webp
  },
)
