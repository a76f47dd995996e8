import type { HouseFields } from '../../../shared/schemas/house'
import { houseTable, type HouseColumns } from './houseTable'
import type { Db } from '../rows'

interface CustomerColumns extends HouseColumns {
  name: string
  address: string
  email: string
  phone: string
  note: string | null
}
const alone = houseTable<HouseFields['customers'], CustomerColumns>({
  table: 'customers',
  fieldsOf: (row) => ({
    name: row.name,
    address: row.address,
    email: row.email,
    phone: row.phone,
    note: row.note ?? '',
  }),
  columnsOf: (fields) => ({
    name: fields.name.trim(),
    address: fields.address.trim(),
    email: fields.email.trim(),
    phone: fields.phone.trim(),
    note: fields.note,
  }),
})

export const customers: typeof alone = {
  ...alone,
  /** Orders say the name as it is now. */
  async update(db, workspaceId, id, fields, now) {
    const saved = await alone.update(db, workspaceId, id, fields, now)
    if (saved)
      await db('orders')
        .where({ workspace_id: workspaceId, customer_id: id })
        .update({ customer: fields.name.trim() })
    return saved
  },
}

/** The customer of a name, added where there is none. */
export async function customerNamed(
  db: Db,
  workspaceId: number,
  name: string,
  now: Date,
): Promise<number> {
  const row = (await db('customers').where({ workspace_id: workspaceId, name }).first('id')) as
    { id: number } | undefined
  if (row) return row.id
  const fields = { name, address: '', email: '', phone: '', note: '' }
  return alone.insert(db, workspaceId, fields, now)
}

/** Names of those who are not put away. */
export async function customerNames(db: Db, workspaceId: number): Promise<string[]> {
  const rows = (await db('customers')
    .where({ workspace_id: workspaceId })
    .whereNull('archived_at')
    .orderBy('name')
    .select('name')) as { name: string }[]
  return rows.map(({ name }) => name)
}
