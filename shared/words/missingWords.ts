import type { Missing } from '../../core/tasks'
import { formatNumber } from '../../core/units'

/** Something that is missing, in words, and what it is wanted for. */
export interface MissingWords {
  what: string
  why: string
}

const asks = (recipe: string | null) =>
  recipe === null ? 'Every pour needs one.' : `“${recipe}” asks for it.`

/** What a workshop lacks, as people say it. */
export function missingWords(missing: Missing): MissingWords {
  switch (missing.code) {
    case 'no-room':
      return {
        what: 'No room yet',
        why: 'Warmth sets pot lives and cures; benches and racks stand in a room.',
      }
    case 'no-station':
      return { what: `No station of the kind “${missing.kind}”`, why: asks(missing.for) }
    case 'no-rack':
      return { what: 'No rack', why: 'Pieces lie somewhere level while they cure.' }
    case 'rack-too-small':
      return {
        what: `No rack is large enough for “${missing.for}”`,
        why: `It takes ${formatNumber(missing.areaCm2, 0)} cm², the largest rack has ${formatNumber(missing.largestCm2, 0)} cm².`,
      }
    case 'nobody-can':
      return { what: `Nobody has the skill “${missing.skill}”`, why: asks(missing.for) }
    case 'never-there':
      return {
        what: `Nobody with the skill “${missing.skill}” is ever there`,
        why: 'Work is planned into people’s hours only.',
      }
    case 'no-resin':
      return {
        what: 'No resin',
        why: 'Its ratio, densities and times are what everything is worked out from.',
      }
    case 'no-recipe':
      return { what: 'No recipe', why: 'It says how a piece is poured, layer by layer.' }
    case 'no-mould':
      return {
        what: `No copy of the mould “${missing.mould}”`,
        why: `“${missing.for}” is poured in it.`,
      }
    case 'no-order':
      return { what: 'No order', why: 'An order is what pots and the plan are made from.' }
    case 'no-wage':
      return {
        what: 'No wage',
        why: 'Without it an hour of work costs nothing, and every price is too low.',
      }
  }
}
