import type { HouseFields } from '../../shared/schemas/house'
import { houseTable, type HouseColumns, type HouseTable } from './houseTable'
import { groupBy, type Db } from './rows'

type PersonFields = HouseFields['people']
type Alone = Omit<PersonFields, 'skills' | 'shifts'>

interface Columns extends HouseColumns {
  name: string
  sign_in: string
  role: PersonFields['role']
  helps_others: number
}

/** The row without what hangs on it. */
const alone = houseTable<Alone, Columns>({
  table: 'people',
  fieldsOf: (row) => ({
    name: row.name,
    signIn: row.sign_in,
    role: row.role,
    helpsOthers: row.helps_others === 1,
  }),
  columnsOf: (fields) => ({
    name: fields.name.trim(),
    sign_in: fields.signIn.trim().toLowerCase(),
    role: fields.role,
    helps_others: fields.helpsOthers,
  }),
})

interface SkillRow {
  person_id: number
  skill: string
}
interface ShiftRow {
  person_id: number
  weekday: number
  from_min: number
  to_min: number
}

async function withWork<P extends { id: number }>(db: Db, workspaceId: number, people: P[]) {
  const ids = people.map(({ id }) => id)
  const of = (table: string) =>
    db(table).where({ workspace_id: workspaceId }).whereIn('person_id', ids)
  const [skills, shifts] = [
    groupBy((await of('person_skills').orderBy('skill')) as SkillRow[], (row) => row.person_id),
    groupBy(
      (await of('shifts').orderBy(['weekday', 'from_min'])) as ShiftRow[],
      (row) => row.person_id,
    ),
  ]
  return people.map((person) => ({
    ...person,
    skills: (skills.get(person.id) ?? []).map(({ skill }) => skill),
    shifts: (shifts.get(person.id) ?? []).map((row) => ({
      weekday: row.weekday,
      fromMin: row.from_min,
      toMin: row.to_min,
    })),
  }))
}

async function writeWork(
  db: Db,
  workspaceId: number,
  personId: number,
  { skills, shifts }: Pick<PersonFields, 'skills' | 'shifts'>,
): Promise<void> {
  const own = { workspace_id: workspaceId, person_id: personId }
  await db('person_skills').where(own).delete()
  await db('shifts').where(own).delete()
  const named = [...new Set(skills.map((skill) => skill.trim().toLowerCase()))]
  if (named.length > 0) await db('person_skills').insert(named.map((skill) => ({ ...own, skill })))
  if (shifts.length > 0)
    await db('shifts').insert(
      shifts.map(({ weekday, fromMin, toMin }) => ({
        ...own,
        weekday,
        from_min: fromMin,
        to_min: toMin,
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
