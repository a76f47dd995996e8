import { holdingChain } from '../../../../core/tasks'
import type { PlanAnswer, PlanLag } from '../../../../core/plan'
import { holdingWords, type HoldingNames } from '../../../../shared/words'

const MOST_SENTENCES = 8

/** Says in sentences what holds the end of a line where it is, from the first cause to the last. */
export function because(
  plan: PlanAnswer,
  taskIds: ReadonlySet<string>,
  lags: readonly PlanLag[],
  names: HoldingNames,
): string[] {
  const chain = holdingChain(plan, taskIds, lags)
  const ownLine = names.meaning.get(chain.at(-1)?.task.id ?? '')?.lineId
  const sentences = chain.flatMap(
    (link, i) => holdingWords(link, chain[i + 1], ownLine, names) ?? [],
  )
  return sentences.filter((sentence, i) => sentence !== sentences[i - 1]).slice(-MOST_SENTENCES)
}
