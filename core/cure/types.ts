/** What curing needs to know about a resin; milestones are minutes at the reference temperature. */
export interface CureResin {
  referenceC: number
  /** Apparent activation energy, kJ/mol. */
  activationKJ: number
  milestones: Record<string, number>
}

/** The temperature from a minute on, until the next entry; the last holds for ever. */
export interface TemperatureStep {
  fromMin: number
  tempC: number
}

export interface CureRequest {
  resin: CureResin
  profile: TemperatureStep[]
  startMin: number
  pot?: { massG: number; referenceG: number; massExponent: number }
}

export interface CureAnswer {
  /** On the profile's clock, not counted from the start. */
  reachedMin: Record<string, number>
  inCupWorkMin: number | null
}
