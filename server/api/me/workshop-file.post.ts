import { now } from '../../clock'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'
import { MOST_BYTES, readBody } from '../../utils/body'
import { loadFile } from '../../workers/workshopJobs'

/** The file itself is the body, as “Download everything” makes it. */
export default route(
  {
    action: 'keep the house',
    summary: 'Take in the file of a workshop, as `GET /api/workshop/export` gives it, as another',
  },
  async (event) => {
    const file = await readBody(event, MOST_BYTES.workshop)
    const bytes = new Uint8Array(file)
    return loadFile(whoOf(event), bytes.buffer, now())
  },
)
