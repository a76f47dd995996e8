import { CLEAR_TINT } from '../pot'
import { planOf } from '../size'
import type { Pigment, Recipe } from '../trade'
import { faceStrokes, type FaceStroke } from './faceStrokes'
import { faceThings } from './faceThings'
import { bandPath, outlinePath } from './paths'

const INK = '#2b2722'
const PAPER = '#ffffff'

/**
 * The face of a piece as a picture of its own, for paper.
 * @param recipe how it is made
 * @param pigments those of the workshop
 * @returns an SVG document without anything that would be fetched
 */
export function faceSvg(recipe: Recipe, pigments: ReadonlyMap<number, Pigment>): string {
  const plan = planOf(recipe.shape)
  const { widthMm, lengthMm, outline } = plan
  const room = 0.02 * widthMm
  const [x, y] = [-widthMm / 2 - room, -lengthMm / 2 - room]
  const [width, height] = [widthMm + 2 * room, lengthMm + 2 * room]
  const fill = (tint: string, share = 1) =>
    `<rect x="${x}" y="${y}" width="${width * share}" height="${height}" fill="${tint}"/>`
  const drawn = ({ form, tint }: FaceStroke): string => {
    switch (form.kind) {
      case 'fill':
        return fill(tint, form.share)
      case 'blob':
        return `<circle cx="${form.x}" cy="${form.y}" r="${form.r}" fill="${tint}"/>`
      case 'ring':
        return `<circle cx="${form.x}" cy="${form.y}" r="${form.r}" fill="none" stroke="${tint}" stroke-width="${form.across}"/>`
      case 'band':
        return `<path d="${bandPath(form, plan)}" fill="none" stroke="${tint}" stroke-width="${form.isWavy ? form.across / 2 : form.across}"/>`
      case 'dots':
        return form.dots
          .map((dot) => `<circle cx="${dot.x}" cy="${dot.y}" r="${form.r}" fill="${tint}"/>`)
          .join('')
    }
  }
  const strokes = faceStrokes(recipe, plan, pigments).map(
    (stroke) => `<g opacity="${stroke.cover}">${drawn(stroke)}</g>`,
  )
  const things = faceThings(recipe, plan, pigments).map(
    (one) =>
      `<ellipse cx="${one.x}" cy="${one.y}" rx="${one.r}" ry="${one.r * 0.7}" fill="none" stroke="${INK}" stroke-width="${widthMm * 0.006}" opacity="${one.seen}"/>`,
  )
  const hole =
    outline.kind === 'ellipse' && outline.holeMm > 0
      ? `<circle cx="0" cy="0" r="${outline.holeMm / 2}" fill="${PAPER}" stroke="${INK}" stroke-width="${widthMm * 0.005}"/>`
      : ''
  const edge = outlinePath(plan)
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${x} ${y} ${width} ${height}" width="${width}" height="${height}">`,
    `<defs><clipPath id="face"><path d="${edge}"/></clipPath></defs>`,
    `<g clip-path="url(#face)">${fill(CLEAR_TINT)}${strokes.join('')}${things.join('')}</g>`,
    `<path d="${edge}" fill="none" stroke="${INK}" stroke-width="${widthMm * 0.005}"/>${hole}</svg>`,
  ].join('')
}
