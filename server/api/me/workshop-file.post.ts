import { now } from '../../clock'
import { api, whoOf } from '../../utils/api'
import { MOST_BYTES, readBody } from '../../utils/body'
import { loadFile } from '../../workers/workshopJobs'

/** The file itself is the body, as “Download everything” makes it. */
export default api(async (event) => {
  const file = await readBody(event, MOST_BYTES.workshop)
  const bytes = new Uint8Array(file)
  return loadFile(whoOf(event), bytes.buffer, now())
})
