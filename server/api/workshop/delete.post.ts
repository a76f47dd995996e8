import { join } from 'node:path'
import { now } from '../../clock'
import { deleteWorkshopSchema } from '../../../shared/schemas/house'
import { deleteWorkshop } from '../../services/workshops/workshops'
import { api, bodyOf, whoOf } from '../../utils/api'
import { clearSessionCookie, writeSessionCookie } from '../../utils/sessionCookie'

/** Where files of deleted workshops are kept; told to the server by its start command. */
const folder = () => process.env.VELVET_KEPT_FOLDER ?? join(process.cwd(), '.velvet/deleted')

export default api(async (event) => {
  const { name } = await bodyOf(event, deleteWorkshopSchema)
  const { keptAs, token } = await deleteWorkshop(whoOf(event), name, folder(), now())
  if (token === null) clearSessionCookie(event)
  else writeSessionCookie(event, token)
  return { keptAs, goesOn: token !== null }
})
