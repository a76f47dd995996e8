import { said } from '../../../shared/words'
import { ladder, tint } from '../../../core/colour'
import { cost } from '../../../core/cost'
import { cautions } from '../../../core/caution'
import { lots } from '../../../core/lots'
import { market } from '../../../core/market'
import { cure, cureBand } from '../../../core/cure'
import { mix, rescue } from '../../../core/mix'
import { odds } from '../../../core/odds'
import { outline } from '../../../core/outline'
import { plan } from '../../../core/plan'
import { pots } from '../../../core/pots'
import { rack } from '../../../core/rack'
import { checkLayer, chooseResin } from '../../../core/resin'
import { answer, issue, refuse, type Result } from '../../../core/result'
import { size } from '../../../core/size'
import { spares } from '../../../core/spares'
import { split } from '../../../core/split'
import { surplus } from '../../../core/surplus'
import { rectify, waterFill } from '../../../core/survey'
import { check } from '../../../shared/schemas/check'
import { COMPUTE_SCHEMAS, type ComputeOperation } from '../../../shared/schemas/compute'

type Operation = (body: unknown, startedAt: number) => Result<unknown>

/** Checks a body and hands it on; the core function sees only requests that keep its types. */
const operation =
  <T>(
    schema: Parameters<typeof check<T>>[0],
    run: (request: T, startedAt: number) => Result<unknown>,
  ): Operation =>
  (body, startedAt) => {
    const checked = check(schema, body)
    return checked.ok ? run(checked.value, startedAt) : checked
  }

const OPERATIONS: Record<ComputeOperation, Operation> = {
  mix: operation(COMPUTE_SCHEMAS.mix, mix),
  rescue: operation(COMPUTE_SCHEMAS.rescue, rescue),
  tint: operation(COMPUTE_SCHEMAS.tint, tint),
  ladder: operation(COMPUTE_SCHEMAS.ladder, ladder),
  size: operation(COMPUTE_SCHEMAS.size, size),
  outline: operation(COMPUTE_SCHEMAS.outline, outline),
  cure: operation(COMPUTE_SCHEMAS.cure, cure),
  'cure-band': operation(COMPUTE_SCHEMAS['cure-band'], cureBand),
  cautions: operation(COMPUTE_SCHEMAS.cautions, (request) => answer(cautions(request))),
  pots: operation(COMPUTE_SCHEMAS.pots, pots),
  cost: operation(COMPUTE_SCHEMAS.cost, cost),
  plan: operation(COMPUTE_SCHEMAS.plan, (request, startedAt) =>
    plan(request, { now: () => performance.now(), startedAt }),
  ),
  odds: operation(COMPUTE_SCHEMAS.odds, (request) => odds(request)),
  'choose-resin': operation(COMPUTE_SCHEMAS['choose-resin'], chooseResin),
  surplus: operation(COMPUTE_SCHEMAS.surplus, (request) => surplus(request)),
  'check-layer': operation(COMPUTE_SCHEMAS['check-layer'], checkLayer),
  'water-fill': operation(COMPUTE_SCHEMAS['water-fill'], waterFill),
  rectify: operation(COMPUTE_SCHEMAS.rectify, rectify),
  split: operation(COMPUTE_SCHEMAS.split, split),
  spares: operation(COMPUTE_SCHEMAS.spares, spares),
  market: operation(COMPUTE_SCHEMAS.market, market),
  lots: operation(COMPUTE_SCHEMAS.lots, (request) => answer(lots(request))),
  rack: operation(COMPUTE_SCHEMAS.rack, (request, startedAt) =>
    rack(request, { now: () => performance.now(), startedAt }),
  ),
}

const isOperation = (name: string): name is ComputeOperation => Object.hasOwn(OPERATIONS, name)

/** The names of all operations that `compute` knows. */
export const operationNames = Object.keys(OPERATIONS)

/**
 * Runs one operation of the compute contract on a body as it came from outside.
 * @param startedAt reading of `performance.now()` when the request came in, from which `plan`
 *   counts its limit
 */
export function compute(name: string, body: unknown, startedAt: number): Result<unknown> {
  if (!isOperation(name)) {
    return refuse(
      'unknown-operation',
      issue('', 'unknown-operation', { name, known: operationNames }),
    )
  }
  return OPERATIONS[name](body, startedAt)
}

/** The JSON that stands for a result: the answer itself, or `{ error }`. */
export const resultBody = (result: Result<unknown>): unknown =>
  result.ok
    ? result.value
    : { error: { code: result.code, issues: result.issues.map((wrong) => said(wrong)) } }
