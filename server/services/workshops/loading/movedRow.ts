import { withRowsRenamed } from '../../../../core/tasks'
import type { OwnedColumn } from '../../../db/workspaceRows'
import { pictureOf, type FileRow } from './workshopFile'

/** Where rows of a workshop are taken: every number of a row is as much greater there. */
export interface Move {
  workspaceId: number
  by: number
}

/** Columns that name tasks of a plan, by the rows that these are of. */
const TASK_NAMES = new Set(['task_key', 'with_key', 'taskKey'])
/** JSON columns that are a list of rows. */
const ROW_LISTS = new Set(['box_lines'])

const moved = (value: unknown, { by }: Move): unknown =>
  typeof value === 'number' && value > 0 ? value + by : value
const movedTask = (value: unknown, move: Move): unknown =>
  typeof value === 'string' ? withRowsRenamed(value, (row) => row + move.by) : value

/** A value within a JSON column; rows stand under names like `resinId`, and `id` is one's own. */
function movedWithin(name: string, value: unknown, move: Move): unknown {
  if (Array.isArray(value)) return value.map((one) => movedWithin('', one, move))
  if (typeof value === 'object' && value !== null)
    return Object.fromEntries(
      Object.entries(value).map(([key, one]) => [key, movedWithin(key, one, move)]),
    )
  if (TASK_NAMES.has(name)) return movedTask(value, move)
  return name === 'id' || name.endsWith('Id') ? moved(value, move) : value
}

function movedJson(name: string, text: string, move: Move): string {
  const value: unknown = JSON.parse(text)
  return JSON.stringify(
    ROW_LISTS.has(name) && Array.isArray(value)
      ? value.map((row) => moved(row, move))
      : movedWithin('', value, move),
  )
}

function movedValue(column: OwnedColumn, row: FileRow, move: Move): unknown {
  const { name, type } = column
  const value = row[name]
  if (name === 'workspace_id') return move.workspaceId
  // What happened to the workshop itself is told of it by its own number.
  if (name === 'subject_id')
    return row.subject === 'workshop' ? move.workspaceId : moved(value, move)
  if (name === 'id' || column.pointsTo !== null) return moved(value, move)
  if (value === null) return null
  if (TASK_NAMES.has(name)) return movedTask(value, move)
  if (column.isJson) return movedJson(name, String(value), move)
  if (type.startsWith('datetime')) return new Date(String(value))
  return type.endsWith('blob') ? pictureOf(value) : value
}

/** A row of a file as it stands in its new place; what the file does not have begins as it would. */
export const movedRow = (
  row: FileRow,
  columns: readonly OwnedColumn[],
  move: Move,
): Record<string, unknown> =>
  Object.fromEntries(
    columns
      .filter(
        ({ name, isSecret }) => name === 'workspace_id' || (row[name] !== undefined && !isSecret),
      )
      .map((column) => [column.name, movedValue(column, row, move)]),
  )
