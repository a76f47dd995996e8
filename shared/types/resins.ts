import type { Resin } from '../../core/trade'
import type { Versioned } from './exchange'

export type ResinRow = Versioned<Resin>
