import { Readable } from 'node:stream'
import { sendStream } from 'h3'
import { now } from '../../clock'
import { exportWorkshop } from '../../services/workshops/workshops'
import { whoOf } from '../../utils/api'
import { asFile } from '../../utils/asFile'
import { route } from '../../utils/route'

export default route(
  {
    action: 'keep the house',
    summary: 'The whole workshop with its photographs, as JSON without passwords and secrets',
    answers: 'application/json',
  },
  (event) => {
    const at = now()
    asFile(
      event,
      'application/json; charset=utf-8',
      `workshop-${at.toISOString().slice(0, 10)}.json`,
    )
    return sendStream(event, Readable.from(exportWorkshop(whoOf(event), at)))
  },
)
