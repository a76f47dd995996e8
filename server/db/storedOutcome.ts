import { BINDINGS } from '../../core/plan'
import { TASK_KINDS } from '../../core/tasks'
import {
  exact,
  flag,
  id,
  instant,
  list,
  notNegative,
  num,
  oneOf,
  text,
  told,
  whole,
} from '../../shared/schemas/fields'
import {
  gatheredMixesSchema,
  jointsSchema,
  lineIdsSchema,
  movedTasksSchema,
  promisesSchema,
} from '../../shared/schemas/plans'
import { termsSchema } from '../../shared/schemas/planTerms'
import { orNull, schemaOf } from '../../shared/schemas/typed'
import { taskWorkSchema } from '../../shared/schemas/work'
import type { GatheredMix, MovedTask } from '../../shared/types/proposals'
import { jsonColumn } from './jsonColumn'
import type { NewPlan } from './plans'

/**
 * A plan worked out and kept until it is accepted; its instants are text while they lie in JSON.
 */
export type StoredOutcome = Omit<
  NewPlan,
  'originAt' | 'madeAt' | 'madeBy' | 'basedOn' | 'restores' | 'followed' | 'tasks'
> & {
  originAt: string
  tasks: (Omit<NewPlan['tasks'][number], 'startAt' | 'endAt'> & {
    orderId: number
    startAt: string
    endAt: string
    station: string | null
  })[]
  moved: MovedTask[]
  /** Pots that are mixed as one when it is accepted. */
  mixes: GatheredMix[]
}

const task = () =>
  exact({
    key: text(200).required(),
    // What is only supposed has numbers below nothing.
    orderId: whole().required(),
    orderLineId: whole().required(),
    potId: whole().nullable().defined(),
    kind: oneOf(TASK_KINDS).required(),
    title: told(),
    attended: flag().required(),
    startAt: instant().required(),
    endAt: instant().required(),
    personId: id().nullable().defined(),
    station: text(200).nullable().defined(),
    stationId: id().nullable().defined(),
    placeId: id().nullable().defined(),
    binding: oneOf(BINDINGS).required(),
    withKey: text(200).nullable().defined(),
    does: orNull(taskWorkSchema),
  }).required()

export const outcomeColumn = jsonColumn({
  name: 'plan_proposals.outcome',
  schema: schemaOf<StoredOutcome>()(
    exact({
      originAt: instant().required(),
      objective: exact({
        weightedTardinessMin: notNegative().required(),
        weightedCompletionMin: num().required(),
        makespanMin: notNegative().required(),
      }).required(),
      promises: promisesSchema,
      terms: termsSchema,
      sandedJoints: jointsSchema,
      boxLines: lineIdsSchema,
      tasks: list(task()).required(),
      moved: movedTasksSchema,
      mixes: gatheredMixesSchema,
    }).required(),
  ),
  upcasts: [
    (before: object) => ({ mixes: [], ...before }),
    // Joints are sanded one by one; which of a line were is not known any more.
    ({ sandLines: _sanded, ...before }: { sandLines: number[] }) => ({
      ...before,
      sandedJoints: [],
    }),
    // What hands tell of a task is told of what is planned since.
    ({ tasks, ...before }: { tasks: object[] }) => ({
      ...before,
      tasks: tasks.map((one) => ({ does: null, ...one })),
    }),
  ],
})
