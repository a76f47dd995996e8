import { beforeEach, describe, expect, test } from '@jest/globals'
import { number, object, string } from 'yup'
import { giveNuxtGlobals } from '../fixtures/nuxtGlobals'

class ProblemError extends Error {
  constructor(
    readonly problem: {
      title: string
      status: number
      issues: { path: string; message: string }[]
      current?: unknown
    },
  ) {
    super(problem.title)
  }
}
const schema = object({
  name: string().strict().required('must not be empty'),
  depthMm: number().strict().moreThan(0, 'must be greater than 0').required('is missing'),
})
interface Draft {
  name: string
  depthMm: number
}
const sent: Draft[] = []
let answer: () => Promise<string> = () => Promise.resolve('saved')
let done: string[] = []
const focused: string[] = []

async function aForm() {
  const { useForm } = await import('../../app/composables/useForm')
  return useForm<Draft, string>({
    schema,
    send: (value) => {
      sent.push(value)
      return answer()
    },
    done: (saved) => done.push(saved),
  })
}
beforeEach(() => {
  sent.length = 0
  done = []
  answer = () => Promise.resolve('saved')
  giveNuxtGlobals({
    ProblemError,
    document: { querySelector: (selector: string) => ({ focus: () => focused.push(selector) }) },
  })
})

describe('a form', () => {
  test('sends what passes its schema', async () => {
    const form = await aForm()
    await form.submit({ name: 'Face', depthMm: 3 })
    expect([sent, done, form.failure.value]).toEqual([
      [{ name: 'Face', depthMm: 3 }],
      ['saved'],
      '',
    ])
  })
  test('sends nothing that does not, says why at each field, and leads to the first', async () => {
    const form = await aForm()
    await form.submit({ name: '', depthMm: -1 })
    expect(sent).toEqual([])
    expect(form.errorAt('name')).toBe('must not be empty')
    expect(form.errorAt('depthMm')).toBe('must be greater than 0')
    expect(form.failure.value).toContain('marked fields')
    expect(focused.at(-1)).toContain('aria-invalid')
  })
  test('a number that is none (an emptied field) is refused before it is sent', async () => {
    const form = await aForm()
    await form.submit({ name: 'Face', depthMm: Number.NaN })
    expect(sent).toEqual([])
    expect(form.errorAt('depthMm')).toBeDefined()
  })
  test('shows what the server refused beside the field', async () => {
    answer = () =>
      Promise.reject(
        new ProblemError({
          title: 'Not so.',
          status: 422,
          issues: [{ path: 'name', message: 'another has this name' }],
        }),
      )
    const form = await aForm()
    await form.submit({ name: 'Face', depthMm: 3 })
    expect([form.errorAt('name'), form.failure.value, form.sending.value]).toEqual([
      'another has this name',
      'Not so.',
      false,
    ])
  })
  test('keeps somebody else’s row after a conflict, and forgets it with the next try', async () => {
    answer = () =>
      Promise.reject(
        new ProblemError({
          title: 'Somebody else was faster.',
          status: 409,
          issues: [],
          current: { name: 'Theirs' },
        }),
      )
    const form = await aForm()
    await form.submit({ name: 'Face', depthMm: 3 })
    expect(form.conflict.value).toEqual({ name: 'Theirs' })
    answer = () => Promise.resolve('saved')
    await form.submit({ name: 'Face', depthMm: 3 })
    expect([form.conflict.value, done]).toEqual([null, ['saved']])
  })
  test('lets a bug of ours through instead of hiding it', async () => {
    answer = () => Promise.reject(new TypeError('a bug'))
    const form = await aForm()
    await expect(form.submit({ name: 'Face', depthMm: 3 })).rejects.toThrow('a bug')
    expect(form.sending.value).toBe(false)
  })
})

describe('loading', () => {
  const loading = async (load: () => Promise<unknown>) =>
    (await import('../../app/composables/useLoading')).useLoading(load)
  test('is ready once, and says why when it is not', async () => {
    let works = false
    const page = await loading(() =>
      works
        ? Promise.resolve()
        : Promise.reject(new ProblemError({ title: 'Cannot be reached.', status: 0, issues: [] })),
    )
    await Promise.resolve()
    expect([page.ready.value, page.failure.value]).toEqual([false, 'Cannot be reached.'])
    works = true
    await page.again()
    expect([page.ready.value, page.failure.value]).toEqual([true, ''])
  })
  test('an old attempt that ends late says nothing any more', async () => {
    const endings: (() => void)[] = []
    let calls = 0
    const page = await loading(() => {
      calls++
      return calls === 1
        ? new Promise((_resolve, reject) =>
            endings.push(() =>
              reject(new ProblemError({ title: 'Too late.', status: 0, issues: [] })),
            ),
          )
        : Promise.resolve()
    })
    await page.again()
    endings[0]?.()
    await new Promise((resolve) => setTimeout(resolve, 0))
    expect([page.ready.value, page.failure.value]).toEqual([true, ''])
  })
})
