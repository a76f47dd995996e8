import { now } from '../clock'
import { planInWorker, weighInWorker } from './pool'
import { ProposalQueue } from './proposalQueue'

let queue: ProposalQueue | null = null

/** This server's hands for what is proposed. */
export function theQueue(): ProposalQueue {
  queue ??= new ProposalQueue({ solve: planInWorker, weigh: weighInWorker, now })
  return queue
}
