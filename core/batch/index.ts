export { batchOf, layerOfBatch, type Batch, type BatchLayer, type BatchShelf } from './batchOf'
export { serves } from './serves'
export { costBatch, type BatchCost, type CostShelf } from './costBatch'
