import type { Mould } from '../../core/trade'
import type { Versioned } from './exchange'

export type MouldRow = Versioned<Mould>
