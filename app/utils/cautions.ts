import type { CautionTopic } from '~~/core/trade'

const LINES: Record<CautionTopic, string[]> = {
  liquid: [
    'Nitrile gloves, eye protection, sleeves and hair out of the way; ventilation that takes air out. Skin contact can sensitise for life.',
    'Minors do not handle liquid resin.',
  ],
  heat: [
    'A respirator with organic-vapour cartridges where resin is heated or sprayed.',
    'Keep flame or air moving. A torch never near alcohol, never on silicone moulds, never with sticky gloves; an extinguisher at hand.',
    'Heat guns run at hundreds of degrees; loosened tape and edges burn.',
  ],
  box: [
    'Only what does not move any more goes into a heated box, and never warmer than the resin’s data sheet allows: warm pieces bend, large ones heat themselves.',
    'Its air goes outdoors; nothing with alcohol, no oily rags and no flame in it or beside it. What heats it is made for that, and somebody looks in.',
  ],
  cup: [
    'Large cups heat themselves: keep to the greatest mix and depth. A smoking cup goes outdoors on something that cannot burn, and is not carried by hand.',
    'A ratio that is off stays soft or brittle: no later coat heals it.',
  ],
  sand: [
    'Sand only what is fully hard, wet or with extraction and a particle mask, away from open pours.',
    'Cured resin is no cutting or food surface unless its maker says so and local rules allow it.',
  ],
  solvent: [
    'Alcohol, primers and sealers burn and their vapour does too: no flame, take the air out, lids on.',
  ],
  powder: [
    'A particle mask with loose powders; they go into a spoonful of resin, or on with a soft brush, away from a draught.',
  ],
  bare: [
    'Rags with drying oil heat themselves: spread them flat or sink them in water before they are thrown away.',
  ],
  waste: ['Let leftovers cure before they are thrown away; liquids go to hazardous waste.'],
}

/** The cautions of some topics, each once. */
export const cautionsFor = (topics: readonly CautionTopic[]): string[] => [
  ...new Set(topics.flatMap((topic) => LINES[topic])),
]
