import type { Earner } from '../../../core/trade'
import type { HouseFields } from '../../../shared/schemas/house'
import type { OtherDays, RoundShift, WeeklyShift } from '../../../shared/types/workshop'
import { houseTable, type HouseColumns, type HouseTable } from './houseTable'
import { groupBy, type Db } from '../rows'

type PersonFields = HouseFields['people']
type Work = Pick<PersonFields, 'skills' | 'shifts' | 'rounds' | 'otherwise'>
type Alone = Omit<PersonFields, keyof Work>

interface Columns extends HouseColumns {
  name: string
  sign_in: string
  role: PersonFields['role']
  helps_others: number
  wage: string | null
}

/** The row without what hangs on it. */
const alone = houseTable<Alone, Columns>({
  table: 'people',
  fieldsOf: (row) => ({
    name: row.name,
    signIn: row.sign_in,
    role: row.role,
    helpsOthers: row.helps_others === 1,
    wage: row.wage,
  }),
  columnsOf: (fields) => ({
    name: fields.name.trim(),
    sign_in: fields.signIn.trim().toLowerCase(),
    role: fields.role,
    helps_others: fields.helpsOthers,
    wage: fields.wage,
  }),
})

interface OfPerson {
  person_id: number
}
interface SkillRow extends OfPerson {
  skill: string
}
interface ShiftRow extends OfPerson {
  weekday: number
  from_min: number
  to_min: number
}
interface RoundRow extends ShiftRow {
  every_weeks: number
  first_day: string
}
interface ExceptionRow extends OfPerson {
  first_day: string
  last_day: string
  from_min: number | null
  to_min: number | null
  note: string
}

const shiftOf = (row: ShiftRow) => ({
  weekday: row.weekday,
  fromMin: row.from_min,
  toMin: row.to_min,
})
const roundOf = (row: RoundRow) => ({
  ...shiftOf(row),
  everyWeeks: row.every_weeks,
  firstDay: row.first_day,
})
const otherwiseOf = (row: ExceptionRow) => ({
  from: row.first_day,
  until: row.last_day,
  hours:
    row.from_min === null || row.to_min === null
      ? null
      : { fromMin: row.from_min, toMin: row.to_min },
  note: row.note,
})

/** Rows of a table that hang on people, all of them, by person. */
async function byPerson<R extends OfPerson>(
  db: Db,
  workspaceId: number,
  table: string,
  order: string[],
): Promise<Map<number, R[]>> {
  const rows = (await db(table).where({ workspace_id: workspaceId }).orderBy(order)) as R[]
  return groupBy(rows, (row) => row.person_id)
}

async function withWork<P extends { id: number }>(db: Db, workspaceId: number, people: P[]) {
  const [skills, shifts, rounds, otherwise] = await Promise.all([
    byPerson<SkillRow>(db, workspaceId, 'person_skills', ['skill']),
    byPerson<ShiftRow>(db, workspaceId, 'shifts', ['weekday', 'from_min']),
    byPerson<RoundRow>(db, workspaceId, 'shift_rounds', ['weekday', 'from_min', 'id']),
    byPerson<ExceptionRow>(db, workspaceId, 'shift_exceptions', ['first_day', 'from_min', 'id']),
  ])
  const of = <R, T>(rows: Map<number, R[]>, id: number, read: (row: R) => T) =>
    (rows.get(id) ?? []).map(read)
  return people.map((person) => ({
    ...person,
    skills: of(skills, person.id, ({ skill }) => skill),
    shifts: of(shifts, person.id, shiftOf),
    rounds: of(rounds, person.id, roundOf),
    otherwise: of(otherwise, person.id, otherwiseOf),
  }))
}

/** Those who may be given the work of others, with their own wages. */
export async function listEarners(db: Db, workspaceId: number): Promise<Earner[]> {
  const [people, skills] = await Promise.all([
    db('people')
      .where({ workspace_id: workspaceId })
      .where((one) => one.whereNot({ role: 'guest' }).orWhere({ helps_others: 1 }))
      .whereNull('archived_at')
      .select('id', 'wage') as unknown as Promise<{ id: number; wage: string | null }[]>,
    byPerson<SkillRow>(db, workspaceId, 'person_skills', ['skill']),
  ])
  return people.map(({ id, wage }) => ({
    wage,
    skills: (skills.get(id) ?? []).map(({ skill }) => skill),
  }))
}

/** When people are there, with whose hours they are. */
export async function listHours(
  db: Db,
  workspaceId: number,
): Promise<{
  shifts: WeeklyShift[]
  rounds: RoundShift[]
  otherwise: OtherDays[]
}> {
  const owned =
    <R extends OfPerson, T extends object>(read: (row: R) => T) =>
    (rows: Map<number, R[]>) =>
      [...rows.values()].flat().map((row) => ({ personId: row.person_id, ...read(row) }))
  const [shifts, rounds, otherwise] = await Promise.all([
    byPerson<ShiftRow>(db, workspaceId, 'shifts', ['id']).then(owned(shiftOf)),
    byPerson<RoundRow>(db, workspaceId, 'shift_rounds', ['id']).then(owned(roundOf)),
    byPerson<ExceptionRow>(db, workspaceId, 'shift_exceptions', ['id']).then(
      owned((row: ExceptionRow) => {
        // Why somebody is away is for whoever keeps the house.
        const { note: _note, ...days } = otherwiseOf(row)
        return days
      }),
    ),
  ])
  return { shifts, rounds, otherwise }
}

async function writeWork(
  db: Db,
  workspaceId: number,
  personId: number,
  { skills, shifts, rounds, otherwise }: Work,
): Promise<void> {
  const own = { workspace_id: workspaceId, person_id: personId }
  const replace = async (table: string, rows: object[]) => {
    await db(table).where(own).delete()
    if (rows.length > 0) await db(table).insert(rows.map((row) => ({ ...own, ...row })))
  }
  const columnsOf = ({ weekday, fromMin, toMin }: PersonFields['shifts'][number]) => ({
    weekday,
    from_min: fromMin,
    to_min: toMin,
  })
  const named = [...new Set(skills.map((skill) => skill.trim().toLowerCase()))]
  await replace(
    'person_skills',
    named.map((skill) => ({ skill })),
  )
  await replace('shifts', shifts.map(columnsOf))
  await replace(
    'shift_rounds',
    rounds.map((round) => ({
      ...columnsOf(round),
      every_weeks: round.everyWeeks,
      first_day: round.firstDay,
    })),
  )
  await replace(
    'shift_exceptions',
    otherwise.map(({ from, until, hours, note }) => ({
      first_day: from,
      last_day: until,
      from_min: hours?.fromMin ?? null,
      to_min: hours?.toMin ?? null,
      note: note.trim(),
    })),
  )
}

/** People with what they can do and when they are there. */
export const peopleTable: HouseTable<PersonFields> = {
  ...alone,
  list: async (db, workspaceId) => withWork(db, workspaceId, await alone.list(db, workspaceId)),
  async get(db, workspaceId, id) {
    const person = await alone.get(db, workspaceId, id)
    if (!person) return null
    const [found] = await withWork(db, workspaceId, [person])
    return found ?? null
  },
  async insert(db, workspaceId, fields, now) {
    const id = await alone.insert(db, workspaceId, fields, now)
    await writeWork(db, workspaceId, id, fields)
    return id
  },
  async update(db, workspaceId, id, fields, now) {
    const saved = await alone.update(db, workspaceId, id, fields, now)
    if (saved) await writeWork(db, workspaceId, id, fields)
    return saved
  },
}
