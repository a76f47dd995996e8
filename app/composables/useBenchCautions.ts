import { cautions, type Caution, type CautionRequest, type CautionStep } from '~~/core/caution'
import type { HeatTool, RunState, RunStepKind, RunTargets } from '~~/core/run'

/** What is about to be done at each step of a run, as cautions name it. */
const STEPS: Partial<Record<RunStepKind, CautionStep>> = {
  weigh: 'weigh',
  stir: 'stir',
  rest: 'rest',
  pour: 'pour',
  heat: 'heat',
  cure: 'carry',
  spoiled: 'dispose',
}
const LEVELS: readonly Caution['level'][] = ['stop', 'warn', 'note']
/** Below this resin is thick and holds bubbles; a starting value, °C. */
const COLD_C = 18

/** What only somebody at the bench knows of a heat pass. */
export const HEAT_QUESTIONS = {
  onSilicone: 'silicone under it',
  alcoholNear: 'alcohol near',
  gloveIsSticky: 'sticky gloves',
  looseFlakes: 'loose flakes',
} as const
type HeatQuestion = keyof typeof HEAT_QUESTIONS

interface Options {
  state: () => RunState | null
  targets: () => RunTargets | null
}

/** What must be said before the step of a run, and which of it stops until somebody has seen to it. */
export function useBenchCautions({ state, targets }: Options) {
  const answers = reactive<Partial<Record<HeatQuestion, boolean>>>({})
  const planned = computed(() => {
    const step = state()?.step
    return step?.kind === 'heat' ? (targets()?.heatTools?.[step.index] ?? null) : null
  })
  /** What is really in the hand, where that is another than planned. */
  const taken = ref<HeatTool | null>(null)
  watch(planned, () => (taken.value = null))
  const tool = computed(() => taken.value ?? planned.value)
  const take = (what: HeatTool): void => {
    taken.value = what
  }
  const request = computed<CautionRequest | null>(() => {
    const [at, of] = [state(), targets()]
    const step = at && STEPS[at.step.kind]
    if (!step || !of) return null
    return {
      step,
      tool: tool.value,
      ...(step === 'heat' && answers),
      hasPowder: of.cups.some(({ doses }) => doses?.some(({ premixMl }) => premixMl !== null)),
      offRatioPct: at.ratioErrorPct,
      tolerancePct: of.resin.tolerancePct,
      coldResin: at.bench !== null && at.bench.tempC < COLD_C,
    }
  })
  const told = computed<Caution[]>(() => {
    const one = request.value
    if (!one) return []
    // Tinting is done while the mix is stirred and rests.
    const tinting = one.step === 'stir' && one.hasPowder ? cautions({ ...one, step: 'tint' }) : null
    const all = [...(tinting?.cautions ?? []), ...cautions(one).cautions]
    return all
      .filter(({ code }, i) => all.findLastIndex((other) => other.code === code) === i)
      .sort((x, y) => LEVELS.indexOf(x.level) - LEVELS.indexOf(y.level))
  })
  const stops = computed(() =>
    told.value.filter(
      ({ code, level }) => level === 'stop' && !state()?.acknowledged.includes(code),
    ),
  )
  const questions = computed(() =>
    state()?.step.kind === 'heat'
      ? (Object.keys(HEAT_QUESTIONS) as HeatQuestion[]).filter(
          (name) => name === 'looseFlakes' || tool.value === null || tool.value === 'torch',
        )
      : [],
  )
  const answer = (name: HeatQuestion): void => {
    answers[name] = !answers[name]
  }
  return { told, stops, questions, answers: readonly(answers), answer, tool, take }
}
