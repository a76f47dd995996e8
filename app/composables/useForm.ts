import { check } from '~~/shared/schemas/check'
import type { SchemaOf } from '~~/shared/schemas/typed'
import { said } from '~~/shared/words'

interface UseFormOptions<T extends object, R> {
  schema: SchemaOf<T>
  /** Sends the checked value; its answer is handed to `done`. */
  send: (value: T) => Promise<R>
  done: (answer: R) => void
}

/**
 * Checks a draft with the schema that the server uses too, sends it, and keeps what was wrong
 * beside the fields.
 * Nothing typed is ever lost: the draft stays as it is until it is accepted.
 */
export function useForm<T extends object, R>({ schema, send, done }: UseFormOptions<T, R>) {
  const issues = ref<{ path: string; message: string }[]>([])
  const failure = ref('')
  const conflict = ref<unknown>(null)
  /** It looks wrong and can be true: whoever says that it is so is believed. */
  const doubted = ref(false)
  const sending = ref(false)

  const errorAt = (path: string) => issues.value.find((issue) => issue.path === path)?.message
  const reset = () => {
    issues.value = []
    failure.value = ''
    conflict.value = null
    doubted.value = false
  }

  async function submit(draft: object): Promise<void> {
    reset()
    const checked = check(schema, JSON.parse(JSON.stringify(draft)))
    if (!checked.ok) {
      issues.value = checked.issues.map(said)
      failure.value = 'Some of this cannot be used as it stands; see the marked fields.'
      await nextTick()
      document.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus()
      return
    }
    sending.value = true
    try {
      done(await send(checked.value))
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error
      issues.value = error.problem.issues
      failure.value = error.problem.title
      doubted.value = error.problem.code === 'say-so'
      if (error.problem.status === 409) conflict.value = error.problem.current
    } finally {
      sending.value = false
    }
  }
  return {
    issues: readonly(issues),
    failure: readonly(failure),
    conflict,
    doubted: readonly(doubted),
    sending: readonly(sending),
    errorAt,
    submit,
    reset,
  }
}
