import { setHeader } from 'h3'
import { quoteSheet } from '../../../services/quotes/quoteSheet'
import { api, idOf, whoOf } from '../../../utils/api'

export default api(async (event) => {
  const { name, pdf } = await quoteSheet(whoOf(event), idOf(event))
  setHeader(event, 'content-type', 'application/pdf')
  setHeader(
    event,
    'content-disposition',
    `attachment; filename*=UTF-8''${encodeURIComponent(`${name}.pdf`)}`,
  )
  return pdf
})
