import type { PlanView, Pot } from '../../shared/types'
import { database } from '../db/database'
import { getNewestPlan } from '../db/plans'
import { listOpenPots } from '../db/pots'
import type { Who } from './Who'

/** The plan that holds now; null before the first was made. */
export const currentPlan = (who: Who): Promise<PlanView | null> => getNewestPlan(database(), who.workspaceId)

/** The pots still to be mixed or being mixed, in the plan's order. */
export const openPots = (who: Who): Promise<Pot[]> => listOpenPots(database(), who.workspaceId)
