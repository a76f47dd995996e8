import { Readable } from 'node:stream'
import { sendStream, setHeader } from 'h3'
import { now } from '../../clock'
import { exportWorkshop } from '../../services/workshops/workshops'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'keep the house',
    summary: 'The whole workshop with its photographs, as JSON without passwords and secrets',
    answers: 'application/json',
  },
  (event) => {
    const at = now()
    setHeader(event, 'content-type', 'application/json; charset=utf-8')
    setHeader(
      event,
      'content-disposition',
      `attachment; filename="workshop-${at.toISOString().slice(0, 10)}.json"`,
    )
    return sendStream(event, Readable.from(exportWorkshop(whoOf(event), at)))
  },
)
