import { setResponseHeader } from 'h3'
import { getPhoto } from '../../services/pieces/pieces'
import { idOf, whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  { action: 'see pieces', summary: 'A photograph', answers: 'image/webp' },
  async (event) => {
    const webp = await getPhoto(whoOf(event), idOf(event))
    setResponseHeader(event, 'content-type', 'image/webp')
    setResponseHeader(event, 'cache-control', 'private, max-age=31536000, immutable')
    return webp
  },
)
