import type { Happened } from '../../../shared/events'
import type { Db } from '../../db/rows'
import { tell } from '../../events/tell'
import type { Who } from '../Who'

/** What was offered, agreed or paid for an order is told with the order. */
export const tellOfOrder = (
  trx: Db,
  who: Who,
  id: number,
  kind: Extract<Happened, { subject: 'order' }>['kind'],
  at: Date,
): void => tell(trx, who.workspaceId, { subject: 'order', kind, id, by: who.personId, at })
