import { keepLive } from '~/live/happened'
import { roomRange } from '~~/core/cure'
import type { PricedRules } from '~~/core/why'
import type { KnownYield } from '~~/core/spares'
import { STARTING_WORK_RULES } from '~~/core/trade'
import { CARD_PAPERS, LABEL_PAPERS } from '~~/shared/paper'
import type { MouldFields } from '~~/shared/schemas/moulds'
import type { MouldRow } from '~~/shared/types/moulds'
import type { Subject } from '~~/shared/events'
import type { Workshop } from '~~/shared/types/workshop'

const HOUSE = new Set<Subject>([
  'workshop',
  'person',
  'room',
  'station',
  'place',
  'pigment',
  'material',
  'holiday',
])

/** House rules, people, places and colours: what every screen draws and computes with. */
export const useWorkshopStore = defineStore('workshop', () => {
  const api = useApi()
  const workshop = shallowRef<Workshop | null>(null)

  async function load(): Promise<void> {
    if (workshop.value === null) await reload()
  }
  const byId = <T extends { id: number }>(list: readonly T[] | undefined) =>
    new Map((list ?? []).map((one) => [one.id, one]))
  const pigments = computed(() => byId(workshop.value?.pigments))
  const materials = computed(() => byId(workshop.value?.materials))
  const materialsInUse = computed(() =>
    (workshop.value?.materials ?? []).filter((material) => !material.isArchived),
  )
  const materialChoices = computed(() =>
    materialsInUse.value.map(({ id, name, unit }) => ({
      value: id,
      label: `${name}, by the ${unit}`,
    })),
  )
  /** The same where it may be nothing of theirs. */
  const materialsOrNone = computed(() => [
    { value: 0, label: 'nothing from the stores' },
    ...materialChoices.value,
  ])
  const moulds = computed<ReadonlyMap<number, MouldRow>>(() => byId(workshop.value?.moulds))
  const people = computed(() => byId(workshop.value?.people))
  const places = computed(() => byId(workshop.value?.places))
  /** Those that are offered: who has left and what is put away is only remembered. */
  const peopleThere = computed(() =>
    (workshop.value?.people ?? []).filter((person) => !person.hasLeft),
  )
  const placesInUse = computed(() =>
    (workshop.value?.places ?? []).filter((place) => !place.isArchived),
  )
  const pigmentsInUse = computed(() =>
    (workshop.value?.pigments ?? []).filter((pigment) => !pigment.isArchived),
  )
  /** Where the yield of the rules is from. */
  const yieldFrom = computed(() =>
    workshop.value && workshop.value.judged > 0 ? 'learned' : 'house rule',
  )
  const knownYield = computed<KnownYield>(() => ({
    yieldPct: workshop.value?.rules.yieldPct ?? 100,
    judged: workshop.value?.judged ?? 0,
  }))
  /** The rules with their money; null for those who may not see prices. */
  const priced = computed<PricedRules | null>(() => {
    const rules = workshop.value?.rules
    return rules?.money ? { ...rules, money: rules.money } : null
  })
  /** Pigment above this share of the resin is warned of. */
  const pigmentCapPct = computed(() => (workshop.value?.rules ?? STARTING_WORK_RULES).pigmentCapPct)
  const dateStyle = computed(() => workshop.value?.dateStyle ?? 'dmy')
  const decimalMark = computed(() => workshop.value?.decimalMark ?? '.')
  const paper = computed(() => ({
    card: CARD_PAPERS[workshop.value?.paper.card ?? 'a4'],
    label: LABEL_PAPERS[workshop.value?.paper.label ?? '100x150'],
  }))
  const timeZone = computed(() => workshop.value?.timeZone ?? 'UTC')
  /** The warmest that the bench gets. */
  const warmC = computed(() => roomRange(placesInUse.value.map((place) => place.climate)).warmC)
  /** Moulds that are offered. */
  const offeredMoulds = computed(() =>
    [...moulds.value.values()].filter((mould) => mould.archivedAt === null),
  )
  /** Puts a mould as the server has it now among the others. */
  const keepMould = (saved: MouldRow) => {
    if (!workshop.value) return saved
    const moulds = [...workshop.value.moulds.filter((mould) => mould.id !== saved.id), saved].sort(
      (x, y) => x.name.localeCompare(y.name),
    )
    workshop.value = { ...workshop.value, moulds }
    return saved
  }
  async function loadMoulds(): Promise<void> {
    await load()
    const moulds = await api.get<MouldRow[]>('/api/moulds')
    if (workshop.value) workshop.value = { ...workshop.value, moulds }
  }
  /** Reads everything again, as after the house was changed. */
  async function reload(): Promise<void> {
    workshop.value = await api.get<Workshop>('/api/workshop')
  }
  const createMould = async (fields: MouldFields) =>
    keepMould(await api.post<MouldRow>('/api/moulds', fields))
  const saveMould = async (id: number, fields: MouldFields & { version: number }) =>
    keepMould(await api.put<MouldRow>(`/api/moulds/${id}`, fields))
  keepLive(
    ({ subject }) => subject === 'mould',
    () => workshop.value !== null,
    loadMoulds,
  )
  keepLive(
    ({ subject }) => HOUSE.has(subject),
    () => workshop.value !== null,
    reload,
  )
  return {
    workshop: computed(() => workshop.value),
    rules: computed(() => workshop.value?.rules ?? null),
    priced,
    load,
    pigments,
    materials,
    materialChoices,
    materialsInUse,
    materialsOrNone,
    moulds,
    people,
    places,
    peopleThere,
    placesInUse,
    pigmentsInUse,
    timeZone,
    dateStyle,
    decimalMark,
    paper,
    pigmentCapPct,
    yieldFrom,
    knownYield,
    offeredMoulds,
    warmC,
    loadMoulds,
    createMould,
    saveMould,
    keepMould,
  }
})
