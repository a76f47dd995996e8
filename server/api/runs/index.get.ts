import { openRuns } from '../../services/runs/runs'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  { action: 'see runs', summary: 'The runs that go on at the benches' },
  (event) => openRuns(whoOf(event)),
)
