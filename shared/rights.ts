import type { Role } from './types/people'

/** How far somebody may do something: to everything, to what is their own, or not at all. */
export type Reach = 'all' | 'own' | 'none'

const everybody = { manager: 'all', maker: 'all', guest: 'all' } as const
const ownOfGuests = { manager: 'all', maker: 'all', guest: 'own' } as const
const members = { manager: 'all', maker: 'all', guest: 'none' } as const
const managers = { manager: 'all', maker: 'none', guest: 'none' } as const

/**
 * Who may do what: the one table of rights. A guest's own are the orders that are theirs, and the
 * pots, runs and pieces of these. What guests see of others (a rack, a pot, a plan) never says
 * whose it is.
 */
export const RIGHTS = {
  'see the workshop': everybody,
  'keep the house': managers,
  'see prices': members,
  'change prices': managers,
  'see bills of guests': { manager: 'all', maker: 'none', guest: 'own' },
  'choose own units and measure': everybody,
  'have a calendar of one’s own': everybody,
  'have the workshop’s calendar': managers,
  calculate: everybody,
  'see orders': ownOfGuests,
  'take orders': ownOfGuests,
  'change orders': ownOfGuests,
  'see recipes': everybody,
  'write recipes': members,
  'see the stores': everybody,
  'see the stock': members,
  'change the stores': members,
  'see the plan': everybody,
  plan: members,
  'see pots': everybody,
  'gather pots': members,
  'pour pots': ownOfGuests,
  'see runs': ownOfGuests,
  'see the racks': everybody,
  'see pieces': ownOfGuests,
  'work on pieces': ownOfGuests,
  measure: everybody,
  'see the notebook': ownOfGuests,
  'hear what happens': everybody,
  'read who changed what': ownOfGuests,
} as const satisfies Record<string, Record<Role, Reach>>

export type Action = keyof typeof RIGHTS

export const reachOf = (role: Role, action: Action): Reach => RIGHTS[action][role]
