import { join } from 'node:path'
import { now } from '../../clock'
import { deleteWorkshopSchema } from '../../../shared/schemas/house'
import { deleteWorkshop } from '../../services/workshops/workshops'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'
import { clearSessionCookie, writeSessionCookie } from '../../utils/sessionCookie'

/** Where files of deleted workshops are kept; told to the server by its start command. */
const folder = () => process.env.VELVET_KEPT_FOLDER ?? join(process.cwd(), '.velvet/deleted')

export default route(
  {
    action: 'keep the house',
    summary: 'Write the workshop to a file and delete it; its name is typed',
    body: deleteWorkshopSchema,
  },
  async (event, body) => {
    const { name } = body
    const { keptAs, token } = await deleteWorkshop(whoOf(event), name, folder(), now())
    if (token === null) clearSessionCookie(event)
    else writeSessionCookie(event, token)
    return { keptAs, goesOn: token !== null }
  },
)
