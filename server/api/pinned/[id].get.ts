import { setResponseHeader } from 'h3'
import { getPinned } from '../../services/pinned/pinned'
import { api, idOf, whoOf } from '../../utils/api'

export default api(async (event) => {
  const webp = await getPinned(whoOf(event), idOf(event))
  setResponseHeader(event, 'content-type', 'image/webp')
  setResponseHeader(event, 'cache-control', 'private, max-age=31536000, immutable')
  return webp
})
