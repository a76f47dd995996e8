import { issue } from '../../../core/result'
import { checkGathering } from '../../../core/pot'
import { deepestMm } from '../../../core/recipe'
import { type Portion, numbersOf, rangeOf } from '../../../core/trade'
import type { GatherFields } from '../../../shared/schemas/pots'
import type { Pot } from '../../../shared/types/pots'
import { database } from '../../db/database'
import * as rows from '../../db/pots'
import type { Db } from '../../db/rows'
import { tell } from '../../events/tell'
import { AppError } from '../AppError'
import { recipesOfLines } from '../recipes/lineRecipes'
import { freeLetters } from './letters'
import { corePortion } from './portionsOf'
import { potFields } from './potFields'
import { readShelf } from './shelf'
import { found, inTurn } from '../transactions'
import { may, titleFor } from '../rights'
import type { Who } from '../Who'

/** Adds to stored pots the layers that they pour, each as its order line is made by. */
async function withLayers(db: Db, who: Who, pots: readonly rows.StoredPot[]): Promise<Pot[]> {
  const recipeOf = await recipesOfLines(
    db,
    who.workspaceId,
    pots.flatMap((pot) => pot.portions),
  )
  return pots.map(({ pouredAt: _at, portions, ...pot }) => ({
    ...pot,
    portions: portions.flatMap((stored) => {
      const recipe = recipeOf(stored)
      const portion = corePortion(stored, recipe)
      if (!recipe || !portion) return []
      const { orderId, ownerId, recipeId, pouredMl } = stored
      return [
        {
          ...portion,
          pouredMl,
          orderId,
          orderTitle: titleFor(who, ownerId, stored.orderTitle),
          isOwn: may(who, 'pour pots', [ownerId]),
          recipeId,
          recipeName: recipe.name,
          depthMm: deepestMm(recipe, portion.layer),
        },
      ]
    }),
  }))
}

/** The pots still to be mixed or being mixed, in the plan's order. */
export async function openPots(who: Who): Promise<Pot[]> {
  const db = database()
  return withLayers(db, who, await rows.listOpenPots(db, who.workspaceId))
}

export async function requirePot(db: Db, who: Who, id: number): Promise<Pot> {
  const stored = found(await rows.getPot(db, who.workspaceId, id), 'pot')
  const [pot] = await withLayers(db, who, [stored])
  return found(pot ?? null, 'pot')
}

type PieceOfLayer = string
const piecesOf = (
  portion: Pick<Portion, 'lineId' | 'firstPiece' | 'pieces'> & { layerId: number },
): PieceOfLayer[] =>
  numbersOf(rangeOf(portion)).map((number) => `${portion.lineId}/${portion.layerId}/${number}`)

/** Pours the layers of some planned pots from other pots. */
export async function gatherPots(who: Who, asked: GatherFields, now: Date): Promise<void> {
  await inTurn(who.workspaceId, (trx) => regather(trx, who, asked, now))
}

/**
 * The same inside a transaction that has taken the workshop's turn. Nothing may get lost or be poured twice, and nothing may break
 * (`checkGathering`). A pot keeps its letter where it is named; the others get new ones.
 */
export async function regather(
  trx: Db,
  who: Who,
  { from, pots }: GatherFields,
  now: Date,
): Promise<void> {
  const { workspaceId } = who
  const open = await rows.listOpenPots(trx, workspaceId)
  const taken = open.filter((pot) =>
    from.some((one) => one.id === pot.id && one.version === pot.version && pot.state === 'planned'),
  )
  if (taken.length !== from.length)
    throw new AppError(
      'conflict',
      'Somebody else changed or began one of these pots since you opened them. Look at them again.',
      { current: await withLayers(trx, who, open) },
    )

  const shelf = await readShelf(
    trx,
    workspaceId,
    taken.flatMap((pot) => pot.portions),
  )
  const storedOf = new Map(
    taken.flatMap((pot) =>
      pot.portions.map((portion) => [`${portion.lineId}/${portion.layerId}`, portion] as const),
    ),
  )
  const wanted = pots.map((pot) =>
    pot.portions.map((asked) => {
      const stored = storedOf.get(`${asked.lineId}/${asked.layerId}`)
      const portion = stored && corePortion(asked, shelf.recipeOf(stored))
      if (!portion)
        throw new AppError(
          'invalid-input',
          'One of these layers is not among the pots taken apart.',
        )
      return portion
    }),
  )
  const before = taken.flatMap((pot) => pot.portions.flatMap(piecesOf)).sort()
  const after = pots.flatMap((pot) => pot.portions.flatMap(piecesOf)).sort()
  if (JSON.stringify(before) !== JSON.stringify(after))
    throw new AppError('invalid-input', 'Every piece has to be poured, and from one pot only.')
  const others = (
    await withLayers(
      trx,
      who,
      open.filter((pot) => !taken.includes(pot)),
    )
  ).map((pot) => pot.portions)
  const issues = checkGathering(wanted, others, shelf).filter(
    (problem) => problem.breaks && !isLonePiece(wanted[problem.pot]),
  )
  if (issues.length > 0)
    throw new AppError('invalid-input', 'These pots cannot be poured so.', { issues })

  tell(trx, workspaceId, {
    subject: 'pots',
    kind: 'gathered',
    id: null,
    by: who.personId,
    at: now,
  })
  const letters = freeLetters(await rows.lettersInUse(trx, workspaceId))
  const kept = new Set(
    pots.flatMap((pot) =>
      pot.keep !== null && taken.some((one) => one.id === pot.keep) ? [pot.keep] : [],
    ),
  )
  await rows.removePlannedPots(
    trx,
    workspaceId,
    taken.filter((pot) => !kept.has(pot.id)).map((pot) => pot.id),
  )
  for (const [i, { keep }] of pots.entries()) {
    const portions = wanted[i] ?? []
    const resin = shelf.resins.get(portions[0]?.layer.resinId ?? 0)
    const old = taken.find((pot) => pot.id === keep && kept.delete(pot.id))
    if (!resin)
      throw new AppError('invalid-input', 'A pot needs something to pour.', {
        issues: [issue(`pots[${i}]`, 'pours-nothing')],
      })
    const fields = potFields(portions, resin, shelf, old?.letter ?? letters.next().value, true)
    if (old) await rows.refillPot(trx, workspaceId, old.id, fields, now)
    else await rows.insertPots(trx, workspaceId, [fields], now)
  }
}

/**
 * What is too much for one pot even alone has to be poured somehow; it is warned of, not refused.
 */
const isLonePiece = (portions: readonly Portion[] | undefined) =>
  portions?.length === 1 && portions[0]?.pieces === 1
