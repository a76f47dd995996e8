import { Readable } from 'node:stream'
import { sendStream, setHeader } from 'h3'
import { now } from '../../clock'
import { exportWorkshop } from '../../services/workshops/workshops'
import { api, whoOf } from '../../utils/api'

export default api((event) => {
  const at = now()
  setHeader(event, 'content-type', 'application/json; charset=utf-8')
  setHeader(
    event,
    'content-disposition',
    `attachment; filename="workshop-${at.toISOString().slice(0, 10)}.json"`,
  )
  return sendStream(event, Readable.from(exportWorkshop(whoOf(event), at)))
})
