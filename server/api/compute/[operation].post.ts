import type { Schema } from 'yup'
import { getQuery, getRouterParam, setResponseStatus, type H3Event } from 'h3'
import { invalid, type Result } from '../../../core/result'
import { check } from '../../../shared/schemas/check'
import {
  COMPUTE_SCHEMAS,
  oddsSchema,
  outlineSchema,
  planSchema,
  potsSchema,
  surplusSchema,
} from '../../../shared/schemas/compute'
import { compute, resultBody } from '../../services/compute/compute'
import { whoOf } from '../../utils/api'
import { routes, type Declared } from '../../utils/route'
import { MOST_BYTES, readBody } from '../../utils/body'
import { statusOf } from '../../utils/problem'
import { inTurnOf } from '../../workers/pool'

const MESH: Declared = {
  action: 'calculate',
  summary: 'Compute: mesh; the body is an STL file',
  query: { samples: 'equal steps of height, 1 to 10000; 64 if absent' },
  sends: 'model/stl',
}
const OPERATIONS = new Map<string, Declared>([
  ['mesh', MESH],
  ...Object.entries(COMPUTE_SCHEMAS).map(([name, schema]): [string, Declared] => [
    name,
    { action: 'calculate', summary: `Compute: ${name}`, body: schema as Schema },
  ]),
])

/**
 * The compute contract over HTTP; what can take long runs in a worker, everything else takes
 * microseconds.
 */
export default routes(OPERATIONS, async (event) => {
  const startedAt = performance.now()
  const operation = getRouterParam(event, 'operation') ?? ''
  const result =
    operation === 'mesh'
      ? await meshOf(event)
      : await answerTo(
          event,
          operation,
          (await readBody(event, MOST_BYTES.compute)).toString('utf8'),
          startedAt,
        )
  if (!result.ok) setResponseStatus(event, statusOf(result.code))
  return resultBody(result)
})

/** The file is the body; `samples` stands in the query. */
async function meshOf(event: H3Event): Promise<Result<unknown>> {
  const { samples } = getQuery(event)
  const bytes = await readBody(event, MOST_BYTES.mesh)
  return inTurnOf(whoOf(event), {
    operation: 'mesh',
    bytes,
    ...(samples !== undefined && { samples: Number(samples) }),
  })
}

async function answerTo(
  event: H3Event,
  operation: string,
  text: string,
  startedAt: number,
): Promise<Result<unknown>> {
  let body: unknown
  try {
    body = JSON.parse(text)
  } catch {
    return invalid('', 'not-json')
  }
  switch (operation) {
    case 'plan': {
      const checked = check(planSchema, body)
      return checked.ok ? inTurnOf(whoOf(event), { operation, request: checked.value }) : checked
    }
    case 'odds': {
      const checked = check(oddsSchema, body)
      return checked.ok ? inTurnOf(whoOf(event), { operation, request: checked.value }) : checked
    }
    case 'pots': {
      const checked = check(potsSchema, body)
      return checked.ok ? inTurnOf(whoOf(event), { operation, request: checked.value }) : checked
    }
    case 'surplus': {
      const checked = check(surplusSchema, body)
      return checked.ok ? inTurnOf(whoOf(event), { operation, request: checked.value }) : checked
    }
    case 'outline': {
      const checked = check(outlineSchema, body)
      return checked.ok ? inTurnOf(whoOf(event), { operation, request: checked.value }) : checked
    }
    default:
      return compute(operation, body, startedAt)
  }
}
