import { keepLive } from '~/live/happened'
import { HOUSE_LISTS } from '~/utils/houseLists'
import {
  HOUSE_KINDS,
  type HouseFields,
  type HouseKind,
  type KeptKind,
} from '~~/shared/schemas/house'
import type { Missing } from '~~/core/tasks'
import type { HouseRowOf, HouseRules, KeptRow } from '~~/shared/types/house'
import type { Access } from '~~/shared/types/people'

const isHouseKind = (kind: KeptKind): kind is HouseKind =>
  (HOUSE_KINDS as readonly string[]).includes(kind)

type Rows = { [K in HouseKind]: HouseRowOf<K>[] | null }

/** The lists and rules of the house as its manager edits them, and what the workshop still lacks. */
export const useHouseStore = defineStore('house', () => {
  const api = useApi()
  const rows = shallowReactive<Rows>({
    people: null,
    rooms: null,
    stations: null,
    places: null,
    pigments: null,
    materials: null,
    customers: null,
    holidays: null,
  })
  const access = shallowRef<Access>({ canSignIn: [], invited: [] })
  const rules = shallowRef<HouseRules | null>(null)
  const missing = shallowRef<readonly Missing[] | null>(null)

  const listOf = <K extends HouseKind>(kind: K) => (rows[kind] ?? []) as unknown as HouseRowOf<K>[]
  const put = <K extends HouseKind>(kind: K, list: HouseRowOf<K>[]) => {
    ;(rows as Record<HouseKind, unknown>)[kind] = list
  }
  async function load<K extends HouseKind>(kind: K): Promise<void> {
    put(kind, await api.get<HouseRowOf<K>[]>(`/api/house/${kind}`))
  }
  async function loadAccess(): Promise<void> {
    access.value = await api.get<Access>('/api/people/access')
  }
  function keep<K extends HouseKind>(kind: K, saved: HouseRowOf<K>): HouseRowOf<K> {
    const others = listOf(kind).filter((row) => row.id !== saved.id)
    put(
      kind,
      [...others, saved].sort((x, y) => x.name.localeCompare(y.name)),
    )
    return saved
  }
  const create = async <K extends HouseKind>(kind: K, fields: HouseFields[K]) =>
    keep(kind, await api.post<HouseRowOf<K>>(`/api/house/${kind}`, fields))
  const save = async <K extends HouseKind>(
    kind: K,
    id: number,
    fields: HouseFields[K] & { version: number },
  ) => keep(kind, await api.put<HouseRowOf<K>>(`/api/house/${kind}/${id}`, fields))
  /** @returns the row as it is now */
  async function setArchived<R extends KeptRow>(kind: KeptKind, row: R, archived: boolean) {
    const saved = await api.post<R>(`/api/house/${kind}/${row.id}/archive`, {
      archived,
      version: row.version,
    })
    if (isHouseKind(kind)) keep(kind, saved as never)
    return saved
  }
  async function remove(kind: KeptKind, id: number): Promise<void> {
    await api.remove(`/api/house/${kind}/${id}`)
    if (isHouseKind(kind))
      put(
        kind,
        listOf(kind).filter((row) => row.id !== id),
      )
  }
  /** @returns the address that is told once */
  async function invite(personId: number): Promise<string> {
    const { secret } = await api.post<{ secret: string }>(`/api/people/${personId}/invitation`)
    await loadAccess()
    return `${window.location.origin}/invited/${secret}`
  }
  async function loadRules(): Promise<void> {
    rules.value = await api.get<HouseRules>('/api/rules')
  }
  const saveRules = async (fields: HouseRules) =>
    (rules.value = await api.put<HouseRules>('/api/rules', fields))
  async function loadMissing(): Promise<void> {
    missing.value = await api.get<Missing[]>('/api/start-list')
  }

  for (const kind of HOUSE_KINDS)
    keepLive(
      ({ subject }) => subject === HOUSE_LISTS[kind].subject,
      () => rows[kind] !== null,
      () => (kind === 'people' ? Promise.all([load(kind), loadAccess()]) : load(kind)),
    )
  keepLive(
    ({ subject }) => subject === 'workshop',
    () => rules.value !== null,
    loadRules,
  )
  /** Only what is missing can come to be there; what is there goes seldom. */
  keepLive(
    ({ subject }) => !['plan', 'proposal', 'pots', 'run', 'piece'].includes(subject),
    () => missing.value !== null,
    loadMissing,
  )
  return {
    rows,
    access,
    rules,
    missing,
    listOf,
    load,
    loadAccess,
    keep,
    create,
    save,
    setArchived,
    remove,
    invite,
    loadRules,
    saveRules,
    loadMissing,
  }
})
