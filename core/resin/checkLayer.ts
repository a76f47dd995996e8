import { rateAt } from '../cure'
import { answer, LIMIT_TOLERANCE, type Result } from '../result'
import { formatDuration } from '../units'
import { allowedDepthMm } from './allowedDepthMm'
import type { CheckLayerRequest, LayerWarning, LayerWarningCode } from './types'
import { WHITE_DEPTH_MM, WHITE_LOAD_PCT } from './white'
import { workableMin } from './workableMin'

/**
 * Looks for what will go wrong with a layer before it is poured.
 * @param request the layer in mm, ml and minutes, the resin, the room in °C and the pigment cap in
 *   per cent
 * @returns warnings with the value, the limit and the nearest thing that works; none when all is
 *   well
 * @throws nothing, refuses nothing
 */
export function checkLayer(request: CheckLayerRequest): Result<{ warnings: LayerWarning[] }> {
  return answer({
    warnings: [...ofDepth(request), ...ofCup(request), ...ofContent(request), ...ofNext(request)],
  })
}

const one = (value: number) => value.toFixed(1)

function warning(
  code: LayerWarningCode,
  value: number,
  limit: number,
  unit: LayerWarning['unit'],
  message: string,
  suggestion: string,
): LayerWarning {
  return { code, message, value, limit, unit, suggestion }
}

function ofDepth({ resin, layer, tempC }: CheckLayerRequest): LayerWarning[] {
  const { depthMm } = layer
  if (depthMm < resin.minDepthMm - LIMIT_TOLERANCE) {
    return [
      warning(
        'too-thin',
        depthMm,
        resin.minDepthMm,
        'mm',
        `${one(depthMm)} mm is thinner than the ${one(resin.minDepthMm)} mm at which it levels itself`,
        `pour ${one(resin.minDepthMm)} mm, or take a resin that levels thinner`,
      ),
    ]
  }
  const limitMm = allowedDepthMm(resin, tempC)
  if (depthMm <= limitMm + LIMIT_TOLERANCE) return []
  const count = Math.ceil(depthMm / limitMm - LIMIT_TOLERANCE)
  const warm = limitMm < resin.maxDepthMm ? ` at ${one(tempC)} °C` : ''
  const split =
    depthMm / count >= resin.minDepthMm
      ? `split it into ${count} layers of ${one(depthMm / count)} mm`
      : 'take a resin for deeper layers'
  return [
    warning(
      'too-deep',
      depthMm,
      limitMm,
      'mm',
      `${one(depthMm)} mm is deeper than the ${one(limitMm)} mm it bears at once${warm}`,
      split,
    ),
  ]
}

function ofCup({ resin, layer, tempC }: CheckLayerRequest): LayerWarning[] {
  const found: LayerWarning[] = []
  if (layer.mixMl > resin.maxMixMl + LIMIT_TOLERANCE) {
    const count = Math.ceil(layer.mixMl / resin.maxMixMl - LIMIT_TOLERANCE)
    found.push(
      warning(
        'too-much',
        layer.mixMl,
        resin.maxMixMl,
        'ml',
        `${one(layer.mixMl)} ml is more than the ${one(resin.maxMixMl)} ml it bears in one cup`,
        `mix ${count} pots of ${one(layer.mixMl / count)} ml`,
      ),
    )
  }
  const busyMin = layer.restMin + layer.pourMin
  const workMin = workableMin(resin, layer.mixMl, tempC)
  if (busyMin > workMin + LIMIT_TOLERANCE) {
    const half = workableMin(resin, layer.mixMl / 2, tempC)
    const helps =
      layer.restMin + layer.pourMin / 2 <= half
        ? 'pour it from two pots'
        : 'rest it for less, or pour it with more hands'
    found.push(
      warning(
        'too-slow',
        busyMin,
        workMin,
        'min',
        `resting and pouring take ${one(busyMin)} min, the cup stays workable for ${one(workMin)} min`,
        helps,
      ),
    )
  }
  return found
}

function ofContent({ layer, maxLoadPct }: CheckLayerRequest): LayerWarning[] {
  const pigments = layer.pigments ?? []
  const loadPct = pigments.reduce((sum, pigment) => sum + pigment.loadPct, 0)
  const white = pigments
    .filter((pigment) => pigment.isWhite)
    .reduce((sum, pigment) => sum + pigment.loadPct, 0)
  return [
    ...(loadPct > maxLoadPct + LIMIT_TOLERANCE
      ? [
          warning(
            'too-much-pigment',
            loadPct,
            maxLoadPct,
            '%',
            `${one(loadPct)} % of pigment is over the cap of ${one(maxLoadPct)} %: it may stay soft`,
            `take ${one(maxLoadPct)} % at most, or a stronger pigment`,
          ),
        ]
      : []),
    ...(white > WHITE_LOAD_PCT && layer.depthMm < WHITE_DEPTH_MM
      ? [
          warning(
            'white-sinks',
            white,
            WHITE_LOAD_PCT,
            '%',
            `${one(white)} % of white is likely to sink in a layer of ${one(layer.depthMm)} mm`,
            'take less white, or let it rest until it thickens',
          ),
        ]
      : []),
    ...(layer.inclusions ?? []).flatMap(({ name, heightMm }) =>
      heightMm > layer.depthMm + LIMIT_TOLERANCE
        ? [
            warning(
              'stands-proud',
              heightMm,
              layer.depthMm,
              'mm',
              `${name} is ${one(heightMm)} mm high and would stand ${one(heightMm - layer.depthMm)} mm proud`,
              `make the layer ${one(heightMm)} mm deep, or set it lower`,
            ),
          ]
        : [],
    ),
  ]
}

function ofNext({ resin, layer, tempC }: CheckLayerRequest): LayerWarning[] {
  const after = layer.nextAfterMin
  if (after === undefined) return []
  const rate = rateAt(resin, tempC)
  const [opens, closes] = [resin.milestones.tackFrom / rate, resin.milestones.tackTo / rate]
  if (after < opens - LIMIT_TOLERANCE)
    return [
      warning(
        'too-early',
        after,
        opens,
        'min',
        `after ${formatDuration(after)} the next layer would sink in: it is tacky from ${formatDuration(opens)} on`,
        `wait ${formatDuration(opens - after)} longer`,
      ),
    ]
  if (after > closes + LIMIT_TOLERANCE)
    return [
      warning(
        'too-late',
        after,
        closes,
        'min',
        `after ${formatDuration(after)} it is too dry: the tack window closes at ${formatDuration(closes)}`,
        'let it cure hard, sand and wipe it first',
      ),
    ]
  return []
}
