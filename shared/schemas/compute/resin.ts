import type { CheckLayerRequest, ChooseResinRequest } from '../../../core/resin'
import type { SurplusRequest } from '../../../core/surplus'
import { exact, flag, list, money, named, notNegative, num, positive, text } from '../fields'
import { mixResinFields } from './mix'
import { schemaOf } from '../typed'

const layerResinFields = {
  ...mixResinFields(),
  referenceC: num().required(),
  activationKJ: notNegative().required(),
  referencePotG: positive().required(),
  massExponent: notNegative().required(),
  maxMixMl: positive().required(),
  minDepthMm: positive().required(),
  maxDepthMm: positive().required(),
  milestones: exact({
    work: positive().required(),
    tackFrom: positive().required(),
    tackTo: positive().required(),
    demould: positive().required(),
    full: positive().required(),
  }).required(),
}

export const checkLayerSchema = schemaOf<CheckLayerRequest>()(
  exact({
    resin: exact(layerResinFields).required(),
    tempC: num().required(),
    maxLoadPct: notNegative().required(),
    layer: exact({
      depthMm: positive().required(),
      mixMl: positive().required(),
      restMin: notNegative().required(),
      pourMin: notNegative().required(),
      pigments: list(
        exact({
          name: text(120).required(),
          loadPct: notNegative().required(),
          isWhite: flag(),
        }).required(),
      ),
      inclusions: list(exact({ name: named(), heightMm: positive().required() }).required()),
      nextAfterMin: notNegative(),
    }).required(),
  }),
)

export const chooseResinSchema = schemaOf<ChooseResinRequest>()(
  exact({
    need: exact({
      depthMm: positive().required(),
      mixMl: positive().required(),
      busyMin: notNegative().required(),
      tempC: num().required(),
      heatC: num(),
      hasWhite: flag(),
      readyByMin: notNegative(),
    }).required(),
    currency: text(3).required(),
    resins: list(
      exact({
        id: named(),
        name: named(),
        ...layerResinFields,
        kitMl: positive().required(),
        kitPrice: money().required(),
        heatC: num(),
        whiteHold: num().min(1).max(5),
        stockMl: notNegative().required(),
        leadMin: notNegative().required(),
      }).required(),
    ).required(),
  }),
)

export const surplusSchema = schemaOf<SurplusRequest>()(
  exact({
    pots: list(exact({ id: named(), surplusMl: notNegative().required() }).required()).required(),
    moulds: list(
      exact({
        id: named(),
        volumeMl: positive().required(),
        depthMm: positive().required(),
        leastMm: notNegative().required(),
        greatestMm: positive().required(),
      }).required(),
    ).required(),
  }),
)
