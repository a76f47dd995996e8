export { batchOf, layerOfBatch, type Batch, type BatchLayer, type BatchShelf } from './batchOf'
export { serves, type Served } from './serves'
export { costBatch, type BatchCost, type CostShelf } from './costBatch'
