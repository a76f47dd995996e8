import { issue, type Issue } from '../result'
import { courseParts } from './course'
import { entryTitle } from './entryTitle'
import { milestoneMin, type Recipe, type Resin } from '../trade'

/**
 * Work that waits until a piece is firm but bends, behind work that waits until it is too hard for that:
 * no plan can keep both.
 * @param resins by row; layers of unknown ones are passed over
 * @returns what is wrong, at the field that says what is waited for
 */
export function checkBending(
  recipe: Pick<Recipe, 'layers' | 'course'>,
  resins: ReadonlyMap<number, Resin>,
): Issue[] {
  const { before, after } = courseParts(recipe)
  return recipe.layers.flatMap((layer, i) => {
    const milestones = resins.get(layer.resinId)?.milestones
    if (!milestones) return []
    const behind = before[i + 1] ?? after
    const tooHardMin = milestoneMin(milestones, 'bendTo')
    return behind.flatMap((entry, at): Issue[] => {
      if (entry.waitsFor !== 'bendFrom') return []
      const earlier = behind
        .slice(0, at)
        .find(({ waitsFor }) => waitsFor && milestoneMin(milestones, waitsFor) >= tooHardMin)
      const place = recipe.course.indexOf(entry)
      return earlier
        ? [
            issue(`course[${place}].waitsFor`, 'too-hard-to-bend', {
              earlier: entryTitle(earlier, recipe),
            }),
          ]
        : []
    })
  })
}
