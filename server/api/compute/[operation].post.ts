import { getRouterParam, readRawBody, setResponseStatus } from 'h3'
import { planSchema } from '../../../shared/schemas/compute'
import { check } from '../../../shared/schemas/check'
import { refuse, type Result } from '../../../core/result'
import { compute, resultBody } from '../../services/compute'
import { api } from '../../utils/api'
import { statusOf } from '../../utils/problem'
import { planInWorker } from '../../workers/pool'

/** The compute contract over HTTP; planning runs in a worker, everything else takes microseconds. */
export default api(async (event) => {
  const startedAt = performance.now()
  const operation = getRouterParam(event, 'operation') ?? ''
  const result = await answerTo(operation, (await readRawBody(event, 'utf8')) ?? '', startedAt)
  if (!result.ok) setResponseStatus(event, statusOf(result.code))
  return resultBody(result)
})

async function answerTo(operation: string, text: string, startedAt: number): Promise<Result<unknown>> {
  let body: unknown
  try {
    body = JSON.parse(text)
  } catch {
    return refuse('invalid-input', { path: '', message: 'is not JSON' })
  }
  if (operation !== 'plan') return compute(operation, body, startedAt)
  const checked = check(planSchema, body)
  return checked.ok ? planInWorker(checked.value) : checked
}
