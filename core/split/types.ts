/** How much leaves a mix or a cup: exactly one of these. */
export interface SplitShare {
  /** Of what a layer takes, or of the cup that it leaves when full, per cent. */
  pct?: number
  /** Per set, ml. */
  ml?: number
  /** All that is left. */
  rest?: true
}

export interface SplitMember {
  id: string
  /** What one piece takes, ml. */
  netMl: number
  pieces: number
  /** How many of it one set has. */
  inSet?: number
}

export interface SplitLayer {
  id: string
  /** A coat takes more where more is mixed; a cavity stops at its level. */
  isCoat?: boolean
  /** What runs off, per 100 that stay. */
  runOffPct?: number
  members: SplitMember[]
}

/** What is stirred into a cup and takes up room: by mass, or as heaped. */
export interface SplitFiller {
  id: string
  massG?: number
  ml?: number
  /** Of the material itself, g/ml. */
  density?: number
  /** As heaped, g/ml. */
  bulkDensity?: number
}

/** What colours a cup; a drop may be any measure that is counted. */
export interface SplitPigment {
  id: string
  /** Of the resin's mass, per cent. */
  loadPct?: number
  massG?: number
  drops?: number
  /** Drops to 30 ml of resin. */
  per30Ml?: number
  dropMl?: number
  density?: number
}

export interface SplitCup {
  id: string
  /** Taken from the mix; none for a cup that is filled from others only. */
  parts?: (SplitShare & { layer?: string })[]
  /** Comes on top of what the layer takes, per set or once. */
  over?: 'set' | 'batch' | null
  /** Whether it stays where it was mixed. */
  isMixingCup?: boolean
  fillers?: SplitFiller[]
  pigments?: SplitPigment[]
  /** Other cups poured into it, in order. */
  from?: (SplitShare & { cup: string })[]
}

export interface SplitDrops {
  id: string
  /** Per set. */
  n: number
  dropMl?: number
}

/** A pour onto a layer, or the filling of a cup from others. */
export interface SplitStep extends SplitShare {
  fill?: string
  pour?: string
  layer?: string
  /** The pieces it goes onto; all where absent. */
  members?: string[]
  /** What goes into the cup before. */
  drops?: SplitDrops[]
}

export interface SplitRequest {
  /** Of the mix, g/ml. */
  mixDensity?: number | null
  /** What stays on the wall of every cup, ml. */
  filmMl?: number
  /** Whether the mix is poured over into a second mixing cup. */
  secondCup?: boolean
  sparePct?: number
  /** What was really mixed, ml. */
  mixedMl?: number | null
  layers: SplitLayer[]
  cups?: SplitCup[]
  steps?: SplitStep[]
}

export interface SplitLayerAnswer {
  id: string
  sets: number
  staysMl: number
  pouredMl: number
  /** What its pours give it. */
  getsMl: number
  /** What of the mix it uses up, films with it. */
  takenMl: number
}

export interface DosedIntoCup {
  id: string
  massG: number | null
  drops: number | null
}

export interface SplitCupAnswer {
  id: string
  /** Its finished volume from the mix, fillers in it. */
  partMl: number
  /** With what other cups gave. */
  finishedMl: number
  /** What is poured into it from the mix. */
  takenMl: number
  takenG: number | null
  filmMl: number
  fillers: { id: string; massG: number | null; roomMl: number }[]
  pigments: DosedIntoCup[]
  received: { cup: string; ml: number }[]
  /** What is in it at the end, film and pigment too. */
  leftMl: number
  shortMl: number
}

export interface SplitPourAnswer {
  cup: string
  layer: string
  ml: number
  /** In the order of the layer's members. */
  perPieceMl: number[]
  drops: { id: string; n: number }[]
  /** Pigment in what is poured, by volume; null where a pigment's volume is unknown. */
  pigmentPct: number | null
}

export interface SplitAnswer {
  layers: SplitLayerAnswer[]
  cups: SplitCupAnswer[]
  pours: SplitPourAnswer[]
  pouredMl: number
  overMl: number
  roomMl: number
  filmsMl: number
  spareMl: number
  mixMl: number
  mixG: number | null
  mixedMl: number
  surplusMl: number
  shortMl: number
}
