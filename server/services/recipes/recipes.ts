import { issue } from '../../../core/result'
import { checkBending, checkCourse, checkCups } from '../../../core/recipe'
import type { Recipe } from '../../../core/trade'
import type { RecipeFields } from '../../../shared/schemas/recipes'
import type { RecipeRow, RecipeVersion } from '../../../shared/types/recipes'
import { database } from '../../db/database'
import * as rows from '../../db/recipes'
import { listResins } from '../../db/resins'
import * as versions from '../../db/recipeVersions'
import type { Db } from '../../db/rows'
import { AppError } from '../AppError'
import { changedFields, tell } from '../../events/tell'
import { arrangePots } from '../pots/arrangePots'
import { found, inTurn, savedOrConflict } from '../transactions'
import type { Who } from '../Who'
import { strayPointers } from './pointers'

const NAME_TAKEN = issue('name', 'name-taken', { what: 'recipe' })

export const listRecipes = (who: Who): Promise<RecipeRow[]> =>
  rows.listRecipes(database(), who.workspaceId)

/** A recipe that cannot be sized, or points outside the workshop, is never stored. */
async function checkRecipe(db: Db, who: Who, fields: RecipeFields): Promise<void> {
  const resins = new Map((await listResins(db, who.workspaceId)).map((resin) => [resin.id, resin]))
  const wrong = [...checkCourse(fields), ...checkBending(fields, resins)]
  if (wrong.length > 0)
    throw new AppError('invalid-input', 'The work cannot be done in this order.', { issues: wrong })
  const sized = checkCups({ ...fields, id: 0 })
  if (!sized.ok)
    throw new AppError(sized.code, 'The recipe cannot be filled as it stands.', {
      issues: sized.issues,
    })
  const issues = await strayPointers(db, who.workspaceId, fields)
  if (issues.length > 0)
    throw new AppError('invalid-input', 'The recipe points to something the stores do not have.', {
      issues,
    })
}

/** The recipe as it stands in the transaction, kept as a version of its own. */
async function kept(db: Db, who: Who, id: number, now: Date): Promise<RecipeRow> {
  const recipe = found(await rows.getRecipe(db, who.workspaceId, id), 'recipe')
  await versions.keepVersion(db, who.workspaceId, recipe, { at: now, by: who.personId })
  return recipe
}

export async function createRecipe(who: Who, fields: RecipeFields, now: Date): Promise<RecipeRow> {
  return inTurn(who.workspaceId, (trx) => writeRecipe(trx, who, fields, now), NAME_TAKEN)
}

/** The same within a transaction that has taken the workshop's turn. */
export async function writeRecipe(
  trx: Db,
  who: Who,
  fields: RecipeFields,
  now: Date,
): Promise<RecipeRow> {
  await checkRecipe(trx, who, fields)
  const id = await rows.insertRecipe(trx, who.workspaceId, fields, now)
  tell(trx, who.workspaceId, { subject: 'recipe', kind: 'written', id, by: who.personId, at: now })
  return kept(trx, who, id, now)
}

export async function saveRecipe(
  who: Who,
  id: number,
  fields: RecipeFields & { version: number },
  now: Date,
): Promise<RecipeRow> {
  return inTurn(
    who.workspaceId,
    async (trx) => {
      const before = found(await rows.getRecipe(trx, who.workspaceId, id), 'recipe')
      await checkRecipe(trx, who, fields)
      const saved = await rows.updateRecipe(trx, who.workspaceId, id, fields, now)
      const current = savedOrConflict(
        saved,
        await rows.getRecipe(trx, who.workspaceId, id),
        'recipe',
      )
      await arrangePots(trx, who.workspaceId, (line) => line.recipeId === id, now)
      tell(trx, who.workspaceId, {
        subject: 'recipe',
        kind: 'changed',
        id,
        by: who.personId,
        at: now,
        changed: changedFields(before, fields),
      })
      return kept(trx, who, current.id, now)
    },
    NAME_TAKEN,
  )
}

export async function listVersions(who: Who, id: number): Promise<RecipeVersion[]> {
  const kept = await versions.listVersions(database(), who.workspaceId, id)
  return found(kept.length > 0 ? kept : null, 'recipe')
}

/** A recipe as it stood in one of its versions. */
export async function getVersion(who: Who, id: number, version: number): Promise<Recipe> {
  const [recipe] = await versions.readVersions(database(), who.workspaceId, [
    { recipeId: id, version },
  ])
  return found(recipe ?? null, 'version of the recipe')
}
