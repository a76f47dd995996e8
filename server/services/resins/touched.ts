import { learnedClock } from '../../../core/curing'
import type { TouchedResin } from '../../../shared/types/resins'
import { database } from '../../db/database'
import { touchedPieces } from '../../db/pieces'
import { getResin } from '../../db/resins'
import { getWorkspace, listPlaces } from '../../db/workshop'
import { readCures } from '../pieces/cures'
import { found } from '../transactions'
import type { Who } from '../Who'

/** What was touched long ago tells of another season, and of another lot. */
const MOST_PIECES = 400
const PCT = 100
const tenth = (value: number) => Math.round(value * 10) / 10

/** How a resin's own clock goes, by what fingers found on its pieces lately. */
export async function touchedResin(who: Who, id: number): Promise<TouchedResin> {
  const db = database()
  const { workspaceId } = who
  const [resin, places, workspace, ids] = await Promise.all([
    getResin(db, workspaceId, id).then((row) => found(row, 'resin')),
    listPlaces(db, workspaceId),
    getWorkspace(db, workspaceId),
    touchedPieces(db, workspaceId, MOST_PIECES),
  ])
  const cures = await readCures(db, workspaceId, ids, {
    places,
    resins: new Map([[id, resin]]),
    timeZone: workspace.timeZone,
  })
  const own = [...cures.values()].filter(
    ({ pour, touches, profile }) => pour.resinId === id && touches.length > 0 && profile.length > 0,
  )
  const { logMean, logSd } = learnedClock(resin, own)
  return {
    pieces: own.length,
    slowerPct: tenth(Math.expm1(logMean) * PCT),
    variesPct: tenth(logSd * PCT),
  }
}
