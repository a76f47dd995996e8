/** What each caution says, by its code. */
export const CAUTION_WORDS = {
  minor: 'Minors do not handle liquid resin, nor heat it. Somebody of age does this.',
  'flame-alcohol':
    'No flame where alcohol is near: it burns, and so does its vapour. Take it away and air the room first.',
  'flame-silicone': 'No flame on silicone: it chars and tears. Use hot air, or leave it.',
  'flame-glove': 'No flame with sticky gloves: they catch fire. Change them first.',
  'sand-uncured':
    'Sand only what is fully hard: what is not gives off dust that sensitises, and smears.',
  'sand-open-pour':
    'Something liquid stands open in this room: dust falls into it. Sand elsewhere, or cover it first.',
  'over-max-mix':
    'This is more than one mix may be: it heats itself and can smoke. Make two of it.',
  'off-ratio':
    'The ratio is off by more than this resin takes: it stays soft or brittle, and no later coat heals that. Correct it first.',
  'flakes-blow':
    'Loose flakes and powder blow away: heat from above and from far, or hold them with a thin coat first.',
  flame:
    'An extinguisher at hand, hair and sleeves out of the way; keep the flame moving and never rest it.',
  'hot-air': 'Hot air runs at hundreds of degrees: keep it moving; loosened tape and edges burn.',
  mist: 'What is sprayed burns and is breathed in: no flame near, the air taken out, a mask with cartridges for vapour.',
  'powder-mask':
    'A particle mask with loose powder; stir it into a spoonful of resin first, away from a draught.',
  'dust-mask':
    'Wet or with extraction, a particle mask and eye protection; never beside an open pour.',
  'hot-knife': 'A warm knife cuts deep: cut away from the hand, and hold the piece, not the tape.',
  'warm-cup':
    'A cup heats itself. One that smokes goes outdoors on something that cannot burn, and is not carried by hand.',
  'cold-resin':
    'Cold resin is thick, holds bubbles and can be weighed wrongly where it has settled: warm it first, as its data sheet says.',
  'still-bends': 'It is not fully cured and still bends: carry it flat and lay it flat.',
  'wax-age': 'The wax is older than a day: wax anew, or pieces may stick.',
  food: 'Cured resin is no cutting or food surface unless its maker says so and local rules allow it.',
  skin: 'Nitrile gloves, eye protection, sleeves down: contact with the skin can sensitise for life.',
  vapour:
    'Ventilation that takes the air out, and a respirator with cartridges for organic vapour where resin is heated.',
  waste:
    'Let leftovers harden where heat can do no harm before they are thrown away; liquids are hazardous waste.',
  'data-sheet':
    'The safety data sheet, local rules and licensed professionals decide; this tool replaces none of them.',
} as const
