import { whatIsMissing, type Missing } from '../../../core/tasks'
import { mouldsInUse } from '../../../core/trade'
import { HOUSE_TABLES } from '../../db/house'
import { listMoulds } from '../../db/moulds'
import { countOrders } from '../../db/orders'
import { listRecipes } from '../../db/recipes'
import { listResins } from '../../db/resins'
import { getRules } from '../../db/workspaces'
import { may } from '../rights'
import { inSnapshot } from '../transactions'
import type { Who } from '../Who'

/** What the workshop still lacks for a first pour, a plan and a price. */
export const startList = ({ workspaceId, ...who }: Who): Promise<Missing[]> =>
  inSnapshot(async (trx) => {
    const there = <T extends { archivedAt: string | null }>(rows: T[]) =>
      rows.filter(({ archivedAt }) => archivedAt === null)
    const [rooms, stations, places, people, moulds, recipes, resins, orders, rules] =
      await Promise.all([
        HOUSE_TABLES.rooms.list(trx, workspaceId),
        HOUSE_TABLES.stations.list(trx, workspaceId),
        HOUSE_TABLES.places.list(trx, workspaceId),
        HOUSE_TABLES.people.list(trx, workspaceId),
        listMoulds(trx, workspaceId),
        listRecipes(trx, workspaceId),
        listResins(trx, workspaceId),
        countOrders(trx, workspaceId),
        getRules(trx, workspaceId),
      ])
    return whatIsMissing({
      rooms: there(rooms).length,
      stationKinds: new Set(there(stations).map(({ kind }) => kind)),
      rackAreasCm2: there(places)
        .filter(({ kind }) => kind === 'rack')
        .map(({ areaCm2 }) => areaCm2),
      people: there(people).map(({ skills, shifts }) => ({ skills, hasShifts: shifts.length > 0 })),
      resins: there(resins).length,
      moulds: new Map(
        moulds.map((mould) => [mould.id, { name: mould.name, count: mouldsInUse(mould) }]),
      ),
      recipes: recipes.filter(({ archived }) => !archived),
      orders,
      hasWage: may({ workspaceId, ...who }, 'see prices') ? Number(rules.labourRate) > 0 : null,
    })
  })
