import { invalid, issue, refuse, type Refusal, type Result, answer } from '../result'
import type { SplitCup, SplitLayer, SplitRequest, SplitShare, SplitStep } from './types'

/** A share of a cup that goes elsewhere, with the place in the request that it stands at. */
export interface Leaving {
  cup: number
  share: SplitShare
}
export interface SceneStep extends Leaving {
  kind: 'fill' | 'pour'
  layer: number
  /** Per member of the layer, whether it is poured onto. */
  onto: boolean[]
}
export interface ScenePart {
  layer: number
  share: SplitShare
}
export interface SceneLayer {
  source: SplitLayer
  staysMl: number
  pouredMl: number
  sets: number
}
export interface SceneCup {
  source: SplitCup
  parts: ScenePart[]
  gifts: Leaving[]
  /** How many sets it serves: what its amounts per set are taken times. */
  sets: number
}

/** A request whose names are looked up and whose amounts are whole-pot. */
export interface Scene {
  layers: SceneLayer[]
  cups: SceneCup[]
  steps: SceneStep[]
  /** Below this, ml are none. */
  toleranceMl: number
}

const DEFAULT_CUP = (layers: readonly SplitLayer[]): SplitCup => ({
  id: 'clear',
  parts: layers.map(({ id }) => ({ layer: id, rest: true })),
  isMixingCup: true,
})

/**
 * Looks every name of a request up and works out what does not hang on how the cups are poured.
 * @returns the scene, or what is wrong with the request
 */
export function sceneOf(request: SplitRequest): Result<Scene> {
  const cups = request.cups ?? [DEFAULT_CUP(request.layers)]
  const twice =
    secondOf(request.layers, 'layers') ??
    secondOf(cups, 'cups') ??
    first(request.layers, ({ members }, i) => secondOf(members, `layers[${i}].members`)) ??
    first(
      cups,
      ({ fillers, pigments }, i) =>
        secondOf(fillers ?? [], `cups[${i}].fillers`) ??
        secondOf(pigments ?? [], `cups[${i}].pigments`),
    )
  if (twice) return twice
  const layers = request.layers.map(sized)
  const empty = layers.findIndex(({ staysMl }) => !(staysMl > 0))
  if (empty >= 0) return invalid(`layers[${empty}]`, 'pours-nothing')
  const layerAt = lookUp(request.layers)
  const cupAt = lookUp(cups)
  const links: Links = { layers, layerAt, cupAt, cups }
  const read: SceneCup[] = []
  for (const [i, cup] of cups.entries()) {
    const linked = linkedCup(cup, `cups[${i}]`, links)
    if (!linked.ok) return linked
    read.push(linked.value)
  }
  const wrong = wrongTogether(read)
  if (wrong) return wrong
  const scene: Scene = {
    layers,
    cups: read,
    steps: [],
    toleranceMl:
      1e-9 *
      Math.max(
        1,
        sum(layers, ({ pouredMl }) => pouredMl),
      ),
  }
  for (const cup of read) cup.sets = setsOf(cup, scene)
  for (const [i, step] of (request.steps ?? []).entries()) {
    const linked = linkedStep(step, `steps[${i}]`, links)
    if (!linked.ok) return linked
    scene.steps.push(linked.value)
  }
  return wrongShares(scene) ?? answer(scene)
}

export const sum = <T>(list: readonly T[], of: (item: T) => number): number =>
  list.reduce((total, item) => total + of(item), 0)

interface Links {
  layers: readonly SceneLayer[]
  cups: readonly SplitCup[]
  layerAt: (name: string) => number
  cupAt: (name: string) => number
}

const lookUp = (list: readonly { id: string }[]) => {
  const at = new Map(list.map(({ id }, i) => [id, i]))
  return (name: string) => at.get(name) ?? -1
}

function first<T, R>(list: readonly T[], find: (item: T, index: number) => R | null): R | null {
  for (const [i, item] of list.entries()) {
    const found = find(item, i)
    if (found) return found
  }
  return null
}

const secondOf = (list: readonly { id: string }[], path: string): Refusal | null =>
  first(list, ({ id }, i) =>
    list.findIndex((other) => other.id === id) < i
      ? invalid(`${path}[${i}].id`, 'name-twice', { name: id })
      : null,
  )

function sized(source: SplitLayer): SceneLayer {
  const staysMl = sum(source.members, ({ netMl, pieces }) => netMl * pieces)
  const setMl = sum(source.members, ({ netMl, inSet = 1 }) => netMl * inSet)
  return {
    source,
    staysMl,
    pouredMl: staysMl * (1 + (source.runOffPct ?? 0) / 100),
    sets: setMl > 0 ? staysMl / setMl : 0,
  }
}

/** Which layer a name means; where there is only one, it need not be named. */
function layerOf(name: string | undefined, path: string, links: Links): Result<number> {
  if (name === undefined)
    return links.layers.length === 1 ? answer(0) : invalid(path, 'which-layer')
  const layer = links.layerAt(name)
  return layer < 0 ? invalid(path, 'name-unknown', { name }) : answer(layer)
}

function linkedCup(source: SplitCup, path: string, links: Links): Result<SceneCup> {
  const parts: ScenePart[] = []
  for (const [j, part] of (source.parts ?? []).entries()) {
    const at = `${path}.parts[${j}]`
    const layer = layerOf(part.layer, `${at}.layer`, links)
    if (!layer.ok) return layer
    if (parts.some((other) => other.layer === layer.value))
      return invalid(`${at}.layer`, 'name-twice', {
        name: links.layers[layer.value]?.source.id ?? '',
      })
    if (part.rest && source.over) return invalid(`${at}.rest`, 'rest-over')
    parts.push({ layer: layer.value, share: part })
  }
  if (source.over && parts.length === 0) return invalid(`${path}.over`, 'over-without-part')
  const gifts: Leaving[] = []
  for (const [j, gift] of (source.from ?? []).entries()) {
    const cup = links.cupAt(gift.cup)
    if (cup < 0) return invalid(`${path}.from[${j}].cup`, 'name-unknown', { name: gift.cup })
    gifts.push({ cup, share: gift })
  }
  return answer({ source, parts, gifts, sets: 1 })
}

/** What is wrong with the cups taken together. */
function wrongTogether(cups: readonly SceneCup[]): Refusal | null {
  const rests = new Set<number>()
  let hasMixingCup = false
  for (const [i, { source, parts }] of cups.entries()) {
    for (const [j, { layer, share }] of parts.entries()) {
      if (!share.rest) continue
      if (rests.has(layer)) return invalid(`cups[${i}].parts[${j}].rest`, 'second-rest')
      rests.add(layer)
    }
    if (source.isMixingCup && hasMixingCup)
      return invalid(`cups[${i}].isMixingCup`, 'second-mixing-cup')
    hasMixingCup ||= source.isMixingCup === true
  }
  const state = cups.map((): 'new' | 'open' | 'done' => 'new')
  const leadsBack = (cup: number): boolean => {
    if (state[cup] !== 'new') return state[cup] === 'open'
    state[cup] = 'open'
    const back = cups[cup]?.gifts.some((gift) => leadsBack(gift.cup)) ?? false
    state[cup] = 'done'
    return back
  }
  const circle = cups.findIndex((_, i) => leadsBack(i))
  return circle < 0 ? null : invalid(`cups[${circle}].from`, 'cups-in-circle')
}

/** The sets of a cup's first part; a cup that is filled from others goes with the first of them. */
function setsOf({ source, parts, gifts }: SceneCup, scene: Scene): number {
  if (source.over === 'batch') return 1
  const [part] = parts
  if (part) return scene.layers[part.layer]?.sets ?? 1
  const giver = scene.cups[gifts[0]?.cup ?? -1]
  return giver ? setsOf(giver, scene) : 1
}

function linkedStep(step: SplitStep, path: string, links: Links): Result<SceneStep> {
  const kind = step.fill === undefined ? 'pour' : 'fill'
  const name = step.fill ?? step.pour ?? ''
  const cup = links.cupAt(name)
  if (cup < 0) return invalid(`${path}.${kind}`, 'name-unknown', { name })
  if (kind === 'fill') return answer({ kind, cup, share: {}, layer: -1, onto: [] })
  const layer = layerOf(step.layer, `${path}.layer`, links)
  if (!layer.ok) return layer
  const members = links.layers[layer.value]?.source.members ?? []
  for (const [j, member] of (step.members ?? []).entries()) {
    if (!members.some(({ id }) => id === member))
      return invalid(`${path}.members[${j}]`, 'name-unknown', { name: member })
    if (step.members?.indexOf(member) !== j)
      return invalid(`${path}.members[${j}]`, 'name-twice', { name: member })
  }
  const twice = secondOf(step.drops ?? [], `${path}.drops`)
  if (twice) return twice
  const onto = members.map(({ id }) => step.members?.includes(id) ?? true)
  if (
    !(
      sum(members, ({ netMl, pieces, id }) => (onto[indexOf(members, id)] ? netMl * pieces : 0)) > 0
    )
  )
    return invalid(`${path}.members`, 'pours-nothing')
  return answer({ kind, cup, share: step, layer: layer.value, onto })
}

const indexOf = (list: readonly { id: string }[], id: string) =>
  list.findIndex((one) => one.id === id)

/** Whether a pour or gift says how much. */
export const isStated = ({ pct, ml, rest }: SplitShare): boolean =>
  pct !== undefined || ml !== undefined || rest === true

/** What leaves a cup equally shares what is left, so that nothing else may take all of it. */
function wrongShares({ cups, steps }: Scene): Refusal | null {
  const shares = new Set(
    steps.filter(({ kind, share }) => kind === 'pour' && !isStated(share)).map(({ cup }) => cup),
  )
  for (const [i, { gifts }] of cups.entries())
    for (const [j, { cup, share }] of gifts.entries())
      if (share.rest && shares.has(cup))
        return invalid(`cups[${i}].from[${j}].rest`, 'rest-of-shared')
  for (const [i, { cup, share }] of steps.entries())
    if (share.rest && shares.has(cup))
      return refuse('invalid-input', issue(`steps[${i}].rest`, 'rest-of-shared'))
  return null
}
