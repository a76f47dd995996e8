import { setHeader } from 'h3'
import { quoteSheet } from '../../../services/quotes/quoteSheet'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'see prices',
    summary: 'A quote as a sheet to send',
    answers: 'application/pdf',
  },
  async (event) => {
    const { name, pdf } = await quoteSheet(whoOf(event), idOf(event))
    setHeader(event, 'content-type', 'application/pdf')
    setHeader(
      event,
      'content-disposition',
      `attachment; filename*=UTF-8''${encodeURIComponent(`${name}.pdf`)}`,
    )
    return pdf
  },
)
