import { cupName } from '~~/core/pot'
import { entryTitle } from '~~/core/recipe'
import { awaitedWords, type Entry, type Recipe } from '~~/core/trade'
import { formatDuration } from '~~/core/units'

/** What one entry of a course says of itself in a line, behind its title. */
export function entrySummary(entry: Entry, recipe: Recipe): string {
  const { pour, mix, pass, at } = entry
  const layer = recipe.layers.find(({ key }) => key === entry.layer)
  const cup = layer?.cups.find(({ key }) => key === pour?.cup)
  return [
    mix ? `stir ${formatDuration(mix.stirMin)}${mix.secondCup ? ', then a second cup' : ''}` : '',
    pour && layer && cup
      ? [shareWords(pour.share) || 'all', 'of', cupName(cup, layer)].join(' ')
      : '',
    pour ? HOW_WORDS[pour.how] : '',
    pour && pour.drops.length > 0
      ? `${pour.drops.reduce((sum, { n }) => sum + n, 0)} drops in first`
      : '',
    pour && pour.sinceStirMin > 0
      ? `not before ${formatDuration(pour.sinceStirMin)} since stirring`
      : '',
    pass ? `${TOOL_WORDS[pass.tool]}, ${pass.setting}` : '',
    at.length > 0
      ? `${at.length === 1 ? '' : `${at.length} times, `}${at.map((one) => formatDuration(one)).join(', ')} after the pour`
      : '',
    entry.lateMin === null ? '' : `within ${formatDuration(entry.lateMin)}`,
    entry.waitsFor && at.length === 0
      ? `once it is ${awaitedWords(entry.waitsFor).replace(/^may be /, 'ready to be ')}`
      : '',
    entry.dryMin > 0 ? `dries ${formatDuration(entry.dryMin)}` : '',
    ...entry.within.map(({ of, mostMin }) => {
      const earlier = recipe.course.find(({ key }) => key === of)
      return earlier
        ? `at most ${formatDuration(mostMin)} after “${entryTitle(earlier, recipe)}”`
        : ''
    }),
    ...entry.after.map(({ of, leastMin }) => {
      const earlier = recipe.course.find(({ key }) => key === of)
      return earlier
        ? `at least ${formatDuration(leastMin)} after “${entryTitle(earlier, recipe)}”`
        : ''
    }),
    ...entry.keeps.map(({ what, until }) => {
      const later = recipe.course.find(({ key }) => key === until)
      const kept = what === 'form' ? 'on its form' : 'level'
      return later ? `${kept} until “${entryTitle(later, recipe)}”` : ''
    }),
    entry.hands ? `${entry.hands} makers together` : '',
    entry.awayMin > 0 ? `away ${formatDuration(entry.awayMin)}` : '',
    entry.isOptional ? 'only if needed' : '',
    entry.asks ? `asks: ${entry.asks.question}` : '',
    mix || pour || pass ? '' : (entry.skill ?? ''),
    mix || pour || pass ? '' : (entry.stationKind ?? ''),
    entry.dust ? 'dust' : '',
    entry.demoulds ? 'frees the mould' : '',
    entry.needs,
  ]
    .filter(Boolean)
    .join(' · ')
}

/** Its minutes, as they stand at the end of the line. */
export const entryMinutes = ({ pieceMin, batchMin }: Entry): string =>
  [
    pieceMin > 0 ? `${writtenNumber(pieceMin, 1)} min each` : '',
    batchMin > 0 ? `${writtenNumber(batchMin, 1)} min once` : '',
  ]
    .filter(Boolean)
    .join(', ')
