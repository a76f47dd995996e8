import { now } from '../../../clock'
import { AppError } from '../../../services/AppError'
import { photographPiece } from '../../../services/pieces/pieces'
import { api, idOf, whoOf } from '../../../utils/api'
import { MOST_BYTES, readBody } from '../../../utils/body'

/** The picture itself is the body; what it is gets decided by its content. */
export default api(async (event) => {
  const upload = await readBody(event, MOST_BYTES.photo)
  if (upload.byteLength === 0)
    throw new AppError('not-an-image', 'There was no picture in the upload.')
  return photographPiece(whoOf(event), idOf(event), upload, now())
})
