import type { PlanView } from '../../../shared/types/plan'
import { database } from '../../db/database'
import { getNewestPlan } from '../../db/plans'
import type { Who } from '../Who'

/** The plan that holds now; null before the first was made. */
export const currentPlan = (who: Who): Promise<PlanView | null> =>
  getNewestPlan(database(), who.workspaceId)
