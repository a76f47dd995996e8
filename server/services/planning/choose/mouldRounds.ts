import type { PlanLine } from '../../../../core/tasks'
import type { PlanAnswer, PlanRequest } from '../../../../core/plan'
import { issue, type Issue, type Result } from '../../../../core/result'

/**
 * Why a line of more pieces than moulds finds no time: its rounds, each as long as the first one
 * takes by itself, do not go into what the plan looks ahead.
 * @param ask what is asked about a line by itself
 * @returns null where that is not what stands in its way
 */
export async function mouldRounds(
  line: PlanLine,
  ask: (line: PlanLine) => PlanRequest,
  solve: (request: PlanRequest) => Promise<Result<PlanAnswer>>,
): Promise<Issue | null> {
  const { tasks, moulds } = ask(line)
  const task = tasks.find(({ mould }) => mould)
  const copies = moulds.find(({ id }) => id === task?.mould?.id)?.count ?? 0
  if (!task?.mould || copies === 0 || copies >= line.quantity) return null
  const isOfFirst = ({ firstPiece, pieces }: PlanLine['pots'][number]) =>
    firstPiece + pieces - 1 <= copies
  const request = ask({ ...line, quantity: copies, pots: line.pots.filter(isOfFirst) })
  const solved = await solve(request)
  if (!solved.ok) return null
  const at = new Map(solved.value.tasks.map((planned) => [planned.id, planned]))
  const heldMin = Math.max(
    ...request.tasks.flatMap(({ id, mould }) =>
      mould ? [(at.get(mould.untilTask ?? id)?.endMin ?? 0) - (at.get(id)?.startMin ?? 0)] : [],
    ),
  )
  const rounds = Math.ceil(line.quantity / copies)
  const { horizonMin } = request
  const own = new Set(request.tasks.flatMap(({ id, job }) => (job === task.job ? [id] : [])))
  const firstDoneMin = Math.max(
    ...solved.value.tasks.filter(({ id }) => own.has(id)).map(({ endMin }) => endMin),
  )
  const takesMin = (rounds - 1) * heldMin + firstDoneMin
  return takesMin > horizonMin
    ? issue('', 'moulds-for-long', {
        task: task.id,
        mould: task.mould.id,
        there: copies,
        pieces: line.quantity,
        rounds,
        heldMin,
        takesMin,
        horizonMin,
      })
    : null
}
