/** What can be done at a bench. */
export const RUN_EVENT_KINDS = [
  'weighed',
  'stirStarted',
  'stirEnded',
  'pourStarted',
  'cupPoured',
  'pourEnded',
  'heatPass',
  'cureStarted',
  'skipped',
  'spoiled',
  'handedOver',
  'measured',
  'acknowledged',
  'ranShort',
  'leftOver',
  'undone',
] as const
export type RunEventKind = (typeof RUN_EVENT_KINDS)[number]

/** What a run can ask for, or have come to. */
export type RunStepKind = 'weigh' | 'stir' | 'rest' | 'pour' | 'heat' | 'cure' | 'done' | 'spoiled'
