import type { RunTargets } from '../../../core/run'
import type { StudioRules } from '../../../core/trade'

/** What measuring, stirring and pouring a pot should take, minutes. */
export const benchPlanMin = (
  { targets }: { targets: RunTargets },
  { measureMin }: Pick<StudioRules, 'measureMin'>,
): number => measureMin + targets.stirMin + targets.pourMin
