/** What is done with a mix: it is stirred, poured, and its bubbles are driven out. */
export const RESIN_KINDS = ['mix', 'pour', 'pass'] as const
export type ResinKind = (typeof RESIN_KINDS)[number]

/** The kinds of work beside mixing, pouring and heat passes. */
export const STEP_KINDS = [
  'seal',
  'paint',
  'dam',
  'wax-back',
  'latex',
  'level',
  'wipe',
  'warm',
  'lay-out',
  'place',
  'test-patch',
  'hand-over',
  'drips',
  'tape-off',
  'witness',
  'cover',
  'form',
  'peel',
  'demould',
  'trim',
  'sand',
  'brush-powder',
  'repaint',
  'second-coat',
  'top-coat',
  'gild',
  'hardware',
  'decal',
  'felt',
  'oil',
  'wax',
  'inspect',
  'photograph',
  'pack',
  'other',
] as const
export type StepKind = (typeof STEP_KINDS)[number]
export type EntryKind = ResinKind | StepKind
