import { quoteSheet } from '../../../services/quotes/quoteSheet'
import { idOf, whoOf } from '../../../utils/api'
import { asFile } from '../../../utils/asFile'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'see prices',
    summary: 'A quote as a sheet to send',
    answers: 'application/pdf',
  },
  async (event) => {
    const { name, pdf } = await quoteSheet(whoOf(event), idOf(event))
    asFile(event, 'application/pdf', `${name}.pdf`)
    return pdf
  },
)
