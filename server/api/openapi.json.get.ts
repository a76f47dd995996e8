import { openApiDocument } from '../utils/openapi'
import { route } from '../utils/route'

export default route({ action: null, summary: 'This description' }, async () => {
  // Every route is known there, this one too: it is looked at once all of them are.
  const { ROUTES } = await import('../utils/everyRoute')
  return openApiDocument(ROUTES)
})
