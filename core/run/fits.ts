import type { RunEvent, RunStep } from './types'

/**
 * Whether what somebody says was done is what a run asks for. What another device has done already
 * has passed; what is not poured cannot lie there.
 * @param step where the run stands
 */
export function fits(step: RunStep, event: RunEvent): boolean {
  switch (event.kind) {
    case 'weighed':
      return step.kind === 'weigh' && step.part === event.part
    case 'stirStarted':
      return step.kind === 'stir' && step.startedAt === null
    case 'stirEnded':
      return step.kind === 'stir' && step.startedAt !== null
    case 'pourStarted':
      return step.kind === 'rest' || (step.kind === 'pour' && step.startedAt === null)
    case 'cupPoured':
      return step.kind === 'pour' && step.startedAt !== null && step.left.includes(event.index)
    case 'pourEnded':
      return step.kind === 'pour' && step.startedAt !== null
    case 'heatPass':
    case 'skipped':
      return step.kind === 'heat' && step.index === event.index
    case 'cureStarted':
      return step.kind === 'cure'
    case 'ranShort':
      return step.kind === 'pour' && step.startedAt !== null
    case 'leftOver':
      return step.kind === 'heat' || step.kind === 'cure' || step.kind === 'done'
    case 'acknowledged':
    case 'spoiled':
    case 'handedOver':
      return step.kind !== 'done' && step.kind !== 'spoiled'
    case 'undone':
    case 'measured':
      return true
  }
}
