import {
  checkGathering,
  mergePortions,
  potOf,
  splitPortion,
  type Gathering,
  type GatheringProblem,
  type PotFigures,
} from '~~/core/pot'
import type { Resin } from '~~/core/trade'
import type { GatherFields } from '~~/shared/schemas/pots'
import type { Pot, PotPortion } from '~~/shared/types/pots'
import { unlessStopped, useWorkerTask } from '~/composables/useWorkerTask'
import type { GatherQuestion } from '~/workers/gather.worker'

/** A pot on the table: what it would pour, and whose letter it keeps. */
export interface TablePot {
  key: number
  keep: number | null
  portions: PotPortion[]
}

export interface JudgedPot {
  pot: TablePot
  resin: Resin | null
  figures: PotFigures | null
  problems: GatheringProblem[]
}

/** Layers taken out of their pots and put together anew, with what each grouping breaks. */
export function useGathering(open: () => readonly Pot[]) {
  const workshop = useWorkshopStore()
  const resins = useResinStore()
  const picked = shallowRef<ReadonlySet<number>>(new Set())
  const table = ref<TablePot[]>([])
  const working = ref(false)
  const exact = ref<boolean | null>(null)
  const { run, stop } = useWorkerTask()
  let lastKey = 0
  let latest = 0

  const taken = computed(() => open().filter((pot) => picked.value.has(pot.id)))
  const tablePot = (portions: PotPortion[], keep: number | null): TablePot => ({
    key: ++lastKey,
    keep,
    portions,
  })

  /** Lays the picked pots out as they are. */
  function pick(ids: Iterable<number>): void {
    stop()
    picked.value = new Set(ids)
    table.value = taken.value.map((pot) => tablePot([...pot.portions], pot.id))
    exact.value = null
  }
  const byResin = computed(() => {
    const groups = new Map<number, TablePot[]>()
    for (const pot of table.value) {
      const resinId = pot.portions[0]?.layer.resinId ?? 0
      groups.set(resinId, [...(groups.get(resinId) ?? []), pot])
    }
    return groups
  })

  /** Each new pot keeps the letter of the pot that most of it comes from, once. */
  function named(groups: readonly PotPortion[][]): TablePot[] {
    const free = new Set(taken.value.map((pot) => pot.id))
    const sharedMl = (pot: Pot, portions: readonly PotPortion[]) =>
      pot.portions.reduce(
        (sum, own) =>
          sum +
          portions
            .filter((one) => one.lineId === own.lineId && one.layer.id === own.layer.id)
            .reduce((ml, one) => ml + Math.min(one.pouredMl, own.pouredMl), 0),
        0,
      )
    return groups.map((portions) => {
      const best = taken.value
        .filter((pot) => free.has(pot.id))
        .reduce<Pot | null>(
          (most, pot) =>
            sharedMl(pot, portions) > (most ? sharedMl(most, portions) : 0) ? pot : most,
          null,
        )
      if (best) free.delete(best.id)
      return tablePot(portions, best?.id ?? null)
    })
  }

  /** Puts the picked layers into the fewest pots; stopped, they stay as they lie. */
  async function gather(): Promise<void> {
    const { rules, warmC, moulds } = workshop
    stop()
    if (!rules || table.value.length === 0) return
    const lots = [...byResin.value].flatMap(([id, pots]) => {
      const resin = resins.byId.get(id)
      return resin ? [{ resin, portions: mergePortions(pots.flatMap((pot) => pot.portions)) }] : []
    })
    const copies = new Map(
      [...moulds].map(([id, { name, count, outOfUse }]) => [id, { name, count, outOfUse }]),
    )
    const terms = {
      rules: { perCupMl: rules.perCupMl, reservePct: rules.reservePct },
      warmC,
      moulds: copies,
    }
    const plain = JSON.parse(JSON.stringify(lots)) as typeof lots
    const own = ++latest
    const work = run<GatherQuestion, Gathering<PotPortion>[]>({
      worker: () =>
        new Worker(new URL('../workers/gather.worker.ts', import.meta.url), { type: 'module' }),
      question: {
        lots: plain.map(({ resin, portions }) => ({ portions, terms: { resin, ...terms } })),
      },
      hears: (found) => {
        table.value = named(found.flatMap((one) => one.pots.map(mergePortions)))
        exact.value = found.every((one) => one.exact)
        return true
      },
    })
    working.value = true
    await work.catch(unlessStopped).finally(() => {
      if (own === latest) working.value = false
    })
  }

  /** Moves a portion to another pot; a null one is new. */
  function move(portion: PotPortion, from: TablePot, to: TablePot | null): void {
    from.portions = from.portions.filter((one) => one !== portion)
    if (to) to.portions = mergePortions([...to.portions, portion])
    else table.value.push(tablePot([portion], null))
    tidy()
  }
  function halve(portion: PotPortion, pot: TablePot): void {
    const at = pot.portions.indexOf(portion)
    pot.portions.splice(at, 1, ...splitPortion(portion, 2))
  }
  /** After a drag: what follows one another is one portion again, and empty pots go. */
  function tidy(): void {
    for (const pot of table.value)
      if (
        mergePortions(pot.portions).length !== pot.portions.length &&
        !pot.portions.some((one) => one.pieces === 0)
      )
        pot.portions = mergePortions(pot.portions)
    table.value = table.value.filter((pot) => pot.portions.length > 0)
    exact.value = null
  }

  const judged = computed<JudgedPot[]>(() => {
    const { rules, warmC, moulds } = workshop
    if (!rules) return []
    const others = open()
      .filter((pot) => !picked.value.has(pot.id))
      .map((pot) => pot.portions)
    const problems = checkGathering(
      table.value.map((pot) => pot.portions),
      others,
      { resins: resins.byId, moulds, rules, warmC },
    )
    return table.value.map((pot, i) => {
      const resin = resins.byId.get(pot.portions[0]?.layer.resinId ?? 0) ?? null
      return {
        pot,
        resin,
        figures:
          resin && pot.portions.length > 0 ? potOf(pot.portions, { resin, rules, warmC }) : null,
        problems: problems.filter((problem) => problem.pot === i),
      }
    })
  })
  const isChanged = computed(
    () =>
      table.value.length !== taken.value.length ||
      table.value.some(
        (pot) =>
          JSON.stringify(pot.portions) !==
          JSON.stringify(taken.value.find((one) => one.id === pot.keep)?.portions),
      ),
  )

  /** What to send so that the pots stand as they lie on the table. */
  const fields = (): GatherFields => ({
    from: taken.value.map(({ id, version }) => ({ id, version })),
    pots: table.value.map((pot) => ({
      keep: pot.keep,
      portions: pot.portions.map(({ lineId, layer, firstPiece, pieces }) => ({
        lineId,
        layerId: layer.id,
        firstPiece,
        pieces,
      })),
    })),
  })
  return {
    picked: readonly(picked),
    taken,
    table,
    judged,
    working: readonly(working),
    exact: readonly(exact),
    isChanged,
    pick,
    gather,
    stop,
    move,
    halve,
    tidy,
    fields,
  }
}
