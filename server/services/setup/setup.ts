import { timingSafeEqual } from 'node:crypto'
import { issue } from '../../../core/result'
import type { SetUpFields } from '../../../shared/schemas/house'
import type { SetUpState } from '../../../shared/types/house'
import { database } from '../../db/database'
import { HOUSE_TABLES } from '../../db/house'
import { saveUnits, setPassword } from '../../db/people'
import { addWorkspace, hasWorkspace } from '../../db/workspaces'
import { tell } from '../../events/tell'
import { AppError } from '../AppError'
import { hashPassword, signIn, type SignInFrom } from '../people/auth'
import { hashOf } from '../people/secrets'
import { inTransaction } from '../transactions'
import { furnish } from './furnish'

/** Whether the first workshop is still to be set up. @param isNear whoever asks sits at this machine */
export async function setUpState(isNear: boolean): Promise<SetUpState> {
  const isNeeded = !(await hasWorkspace(database()))
  return { isNeeded, asksCode: isNeeded && !isNear }
}

const OVER = issue('', 'setup-over')
const over = () =>
  new AppError('invalid-input', 'This installation has its workshop already.', { issues: [OVER] })

/**
 * Makes the first workshop with its first manager, and signs them in. Whoever comes from another
 * machine proves by the code that they started the server; nobody can do it twice.
 * @param code what the start command printed; null where it printed none
 */
export async function setUp(
  fields: SetUpFields,
  { isNear, code, from }: { isNear: boolean; code: string | null; from: SignInFrom },
  now: Date,
): ReturnType<typeof signIn> {
  if (!isNear && !isSame(fields.code, code))
    throw new AppError('invalid-input', 'Whoever sets up the workshop has started it.', {
      issues: [issue('code', 'setup-code')],
    })
  if (await hasWorkspace(database())) throw over()
  const passwordHash = await hashPassword(fields.person.password)
  await inTransaction(async (trx) => {
    if (await hasWorkspace(trx)) throw over()
    const workspaceId = await addWorkspace(trx, { ...fields.workshop, isFirst: true }, now)
    const work = await furnish(trx, workspaceId, fields.beginning, now)
    const { name, signIn: signInName } = fields.person
    const personId = await HOUSE_TABLES.people.insert(
      trx,
      workspaceId,
      {
        name,
        signIn: signInName,
        role: 'manager',
        helpsOthers: true,
        wage: null,
        rounds: [],
        otherwise: [],
        ...work,
      },
      now,
    )
    await setPassword(trx, personId, passwordHash, now)
    await saveUnits(trx, workspaceId, personId, fields.units, now)
    tell(trx, workspaceId, {
      subject: 'workshop',
      kind: 'set up',
      id: workspaceId,
      by: personId,
      at: now,
    })
  }, OVER)
  return signIn(fields.person.signIn, fields.person.password, from, now)
}

/** Both are hashed first, so that they are of one length and compared in the same time. */
const isSame = (typed: string, wanted: string | null) =>
  wanted !== null && timingSafeEqual(Buffer.from(hashOf(typed.trim())), Buffer.from(hashOf(wanted)))
