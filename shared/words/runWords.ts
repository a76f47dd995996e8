import type { RunEventKind, RunStepKind } from '../../core/run'

/** What was done at the bench, as people call it. */
export const EVENT_WORDS: Readonly<Record<RunEventKind, string>> = {
  weighed: 'weighed',
  stirStarted: 'stirring begun',
  stirEnded: 'stirred',
  pourStarted: 'pour begun',
  cupPoured: 'a cup poured',
  pourEnded: 'poured',
  heatPass: 'heat pass done',
  cureStarted: 'laid down to cure',
  skipped: 'heat pass left out',
  spoiled: 'given up',
  handedOver: 'handed over',
  measured: 'the bench measured',
  acknowledged: 'seen to before going on',
  ranShort: 'ran short, more was mixed',
  leftOver: 'what was left poured into a small mould',
  undone: 'taken back',
}

/** Where a run stands, as people call it. */
export const STEP_WORDS: Readonly<Record<RunStepKind, string>> = {
  weigh: 'weigh',
  stir: 'stir',
  rest: 'rest',
  pour: 'pour',
  heat: 'heat pass',
  cure: 'lay down',
  done: 'poured and curing',
  spoiled: 'given up',
}
