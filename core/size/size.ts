import { ringsCross } from '../geometry'
import { LIMIT_TOLERANCE, answer, invalid, issue, refuse, type Result } from '../result'
import { MM2_PER_CM2, MM3_PER_ML } from '../units'
import { flatOf, type Flat } from './flatOf'
import { levelAtVolume } from './levelAtVolume'
import { mixMlOf, pouredMlOf } from './mixMlOf'
import { solidOf, type Solid } from './solidOf'
import type { Coat, Fill, Inclusion, SizeAnswer, SizedLayer, SizeLayer, SizeRequest } from './types'

/** Levels are compared with this slack, ml. */
const LEVEL_TOLERANCE_ML = 1e-6

interface Filled {
  fromMm: number | null
  toMm: number | null
  grossMl: number
}

/**
 * Works out how much resin each layer of a piece takes, for all pieces, with losses and reserve.
 *
 * `mixMl = (netMl·pieces·(1 + runOffPct/100) + cups·perCupMl)·(1 + reservePct/100)`; a coat is
 * `area·thickness + perimeter·sideHeight·sideThickness`. Inclusions displace their own volume.
 * Assumes level resin, rigid moulds and no shrinkage on cure.
 * Source: elementary solid geometry (see `flatOf`, `solidOf`); loss rule of the compute contract
 * (`size`).
 * @param request shape in mm, layers from the face backwards, losses in ml and per cent
 * @returns area in cm², perimeter in mm, capacity in ml, and per layer levels in mm and volumes in
 *   ml
 * @throws nothing; refuses with `over-brim`, `level-not-rising`, `inclusions-exceed-layer`,
 *   `outline-crosses` or `invalid-input`
 */
export function size(request: SizeRequest): Result<SizeAnswer> {
  const { shape } = request
  if (shape.kind === 'polygon' && ringsCross([shape.points])) {
    return refuse('outline-crosses', issue('shape.points', 'outline-crosses'))
  }
  const flat = flatOf(shape)
  const solid = solidOf(shape)
  const layers: SizedLayer[] = []
  let levelMm = 0

  for (const [index, layer] of request.layers.entries()) {
    const filled = fillLayer(layer.fill, `layers[${index}].fill`, levelMm, flat, solid)
    if (!filled.ok) return filled
    levelMm = filled.value.toMm ?? levelMm

    const displacedMl = (layer.inclusions ?? []).reduce(
      (sum, inclusion) => sum + displaced(inclusion),
      0,
    )
    const netMl = filled.value.grossMl - displacedMl
    if (netMl < -LIMIT_TOLERANCE) {
      return refuse(
        'inclusions-exceed-layer',
        issue(`layers[${index}].inclusions`, 'inclusions-exceed-layer', {
          inclusionsMl: displacedMl,
          layerMl: filled.value.grossMl,
        }),
      )
    }
    layers.push({
      id: layer.id,
      ...filled.value,
      displacedMl,
      netMl,
      mixMl: mixOf(netMl, layer, request),
    })
  }
  return answer({
    areaCm2: flat && flat.areaMm2 / MM2_PER_CM2,
    perimeterMm: flat && flat.perimeterMm,
    capacityMl: solid && solid.capacityMl,
    layers,
    totalMixMl: layers.reduce((sum, layer) => sum + layer.mixMl, 0),
  })
}

const displaced = (inclusion: Inclusion): number =>
  inclusion.volumeMl ?? (inclusion.massG ?? 0) / (inclusion.density ?? NaN)

function mixOf(netMl: number, layer: SizeLayer, request: SizeRequest): number {
  const { perCupMl = 0, reservePct = 0 } = request.loss ?? {}
  return mixMlOf(
    pouredMlOf({ runOffPct: layer.runOffPct ?? 0 }, netMl, request.pieces ?? 1),
    layer.cups ?? 1,
    { perCupMl, reservePct },
  )
}

function fillLayer(
  fill: Fill,
  path: string,
  fromMm: number,
  flat: Flat | null,
  solid: Solid | null,
): Result<Filled> {
  if (fill.coat) {
    if (!flat) return invalid(`${path}.coat`, 'coat-needs-area')
    return answer({ fromMm: null, toMm: null, grossMl: coatMl(fill.coat, flat) })
  }
  if (!solid) return invalid('shape.heightMm', 'height-missing')

  const toMm = levelOf(fill, fromMm, solid)
  const beyondMl =
    toMm > solid.heightMm ? ((toMm - solid.heightMm) / solid.heightMm) * solid.capacityMl : 0
  if (beyondMl > LEVEL_TOLERANCE_ML) {
    return refuse(
      'over-brim',
      issue(path, 'over-brim', { reachesMm: toMm, brimMm: solid.heightMm }),
    )
  }
  const reachedMm = Math.min(toMm, solid.heightMm)
  const grossMl = solid.volumeBelowMl(reachedMm) - solid.volumeBelowMl(fromMm)
  if (grossMl <= LEVEL_TOLERANCE_ML) {
    return refuse(
      'level-not-rising',
      issue(path, 'level-not-rising', { reachesMm: reachedMm, belowMm: fromMm }),
    )
  }
  return answer({ fromMm, toMm: reachedMm, grossMl })
}

function coatMl(coat: Coat, flat: Flat): number {
  const sides = flat.perimeterMm * (coat.sideHeightMm ?? 0) * (coat.sideThicknessMm ?? 0)
  return (flat.areaMm2 * coat.thicknessMm + sides) / MM3_PER_ML
}

function levelOf(fill: Fill, fromMm: number, solid: Solid): number {
  if (fill.depthMm !== undefined) return fromMm + fill.depthMm
  if (fill.heightFraction !== undefined) return fill.heightFraction * solid.heightMm
  if (fill.volumeFraction !== undefined && fill.volumeFraction <= 1) {
    return levelAtVolume(solid, fill.volumeFraction * solid.capacityMl)
  }
  return fill.volumeFraction === undefined ? solid.heightMm : fill.volumeFraction * solid.heightMm
}
