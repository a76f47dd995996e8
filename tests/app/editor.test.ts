import { beforeEach, describe, expect, test } from '@jest/globals'
import { number, object, string } from 'yup'
import { aStorage, giveNuxtGlobals } from '../fixtures/nuxtGlobals'

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
interface Fields {
  name: string
  note: string
}
type Row = Fields & { id: number; version: number }
const shape = {
  name: string().strict().required('must not be empty'),
  note: string().strict().defined('is missing'),
}
const schemas = {
  fresh: object(shape),
  changed: object({ ...shape, version: number().strict().required('is missing') }),
}

let rows: Map<number, Row>
let sessionStorage: Storage
let went: string[]
let somebodyElse: (() => void) | null
/** Whether leaving the page would lose something. */
let asksOnLeaving: () => boolean

/** A server that refuses a save over a version that has moved on. */
const server = {
  create: (fields: Fields) => {
    const row = { ...fields, id: 9, version: 1 }
    rows.set(9, row)
    return Promise.resolve(row)
  },
  save: (id: number, fields: Fields & { version: number }) => {
    somebodyElse?.()
    somebodyElse = null
    const current = rows.get(id)!
    if (current.version !== fields.version)
      return Promise.reject(
        new ProblemError({ title: 'Somebody else was faster.', status: 409, issues: [], current }),
      )
    const row = { ...fields, id, version: current.version + 1 }
    rows.set(id, row)
    return Promise.resolve(row)
  },
}

async function anEditor(id: string) {
  const { useKeptDraft } = await import('../../app/composables/useKeptDraft')
  const { useCopy } = await import('../../app/composables/useCopy')
  const [{ useForm }, { useLoading }, { useOthersSaved }] = await Promise.all([
    import('../../app/composables/useForm'),
    import('../../app/composables/useLoading'),
    import('../../app/composables/useOthersSaved'),
  ])
  giveNuxtGlobals({
    ProblemError,
    useForm,
    useLoading,
    useOthersSaved,
    useKeptDraft,
    useCopy,
    useSessionStore: () => ({ person: { id: 1 } }),
    sessionStorage,
    useLeaving: (isTouched: () => boolean) => (asksOnLeaving = isTouched),
    useRoute: () => ({ params: { id }, path: `/things/${id}` }),
    navigateTo: (path: string) => went.push(path),
    document: { querySelector: () => null },
  })
  const { useEditor } = await import('../../app/composables/useEditor')
  const editor = useEditor<Fields, Row>({
    subject: 'resin' as const,
    path: '/things',
    blank: () => ({ name: '', note: 'as most are' }),
    load: () => Promise.resolve(),
    find: (wanted) => rows.get(wanted),
    schemas,
    create: server.create,
    save: server.save,
    keep: (row) => {
      rows.set(row.id, row)
      return row
    },
  })
  await new Promise((resolve) => setTimeout(resolve, 0))
  return editor
}
beforeEach(() => {
  sessionStorage = aStorage()

  rows = new Map([[4, { id: 4, version: 2, name: 'Dish', note: '' }]])
  went = []
  somebodyElse = null
})

describe('a page that edits a row', () => {
  test('opens what its address names, without key and version in the draft', async () => {
    const editor = await anEditor('4')
    expect(editor.draft.value).toEqual({ name: 'Dish', note: '' })
    expect([editor.ready.value, editor.missing.value, editor.opened.value?.version]).toEqual([
      true,
      false,
      2,
    ])
  })
  test('says that there is nothing at a wrong address', async () => {
    const editor = await anEditor('77')
    expect([editor.missing.value, editor.opened.value]).toEqual([true, null])
  })
  test('begins a new one, and goes to it once it is saved', async () => {
    const editor = await anEditor('new')
    expect(editor.draft.value.note).toBe('as most are')
    editor.draft.value.name = 'Cup'
    await editor.submit()
    expect(rows.get(9)).toMatchObject({ name: 'Cup', version: 1 })
    expect(went).toEqual(['/things/9'])
  })
  test('tells that it is saved until something is changed again', async () => {
    const editor = await anEditor('4')
    editor.draft.value.name = 'Deep dish'
    await editor.submit()
    expect([editor.saved.value, rows.get(4)?.name, editor.opened.value?.version]).toEqual([
      true,
      'Deep dish',
      3,
    ])
    editor.draft.value.note = 'x'
    expect(editor.saved.value).toBe(false)
  })
  test('asks before it is left only while something typed is not saved', async () => {
    const editor = await anEditor('4')
    expect(asksOnLeaving()).toBe(false)
    editor.draft.value.note = 'chipped'
    expect(asksOnLeaving()).toBe(true)
    await editor.submit()
    expect(asksOnLeaving()).toBe(false)
    const fresh = await anEditor('new')
    expect(asksOnLeaving()).toBe(false)
    fresh.draft.value.name = 'Cup'
    expect(asksOnLeaving()).toBe(true)
    // Once it is kept it goes on to its own address, and nobody is asked on the way.
    await fresh.submit()
    expect(asksOnLeaving()).toBe(false)
  })
  test('the draft is no part of the row it came from', async () => {
    const editor = await anEditor('4')
    editor.draft.value.name = 'changed'
    expect(rows.get(4)?.name).toBe('Dish')
  })
})

describe('after somebody else’s save', () => {
  const contested = async () => {
    const editor = await anEditor('4')
    editor.draft.value.name = 'Mine'
    somebodyElse = () => rows.set(4, { id: 4, version: 3, name: 'Theirs', note: 'theirs' })
    await editor.submit()
    return editor
  }
  test('both are there, and nothing of mine is lost', async () => {
    const editor = await contested()
    expect(editor.theirs.value).toMatchObject({ name: 'Theirs', version: 3 })
    expect(editor.draft.value.name).toBe('Mine')
    expect(rows.get(4)?.name).toBe('Theirs')
  })
  test('mine can be saved over theirs', async () => {
    const editor = await contested()
    editor.keepMine()
    await new Promise((resolve) => setTimeout(resolve, 0))
    expect(rows.get(4)).toMatchObject({ name: 'Mine', version: 4 })
    expect(editor.theirs.value).toBeNull()
  })
  test('or theirs taken', async () => {
    const editor = await contested()
    editor.takeTheirs()
    expect(editor.draft.value).toEqual({ name: 'Theirs', note: 'theirs' })
    expect([editor.theirs.value, editor.form.failure.value]).toEqual([null, ''])
    editor.draft.value.note = 'and mine'
    await editor.submit()
    expect(rows.get(4)).toMatchObject({ note: 'and mine', version: 4 })
  })
})

describe('while somebody else saves what is open', () => {
  const theirsSaved = async () => {
    const { itHappened } = await import('../../app/live/happened')
    rows.set(4, { id: 4, version: 3, name: 'Theirs', note: 'theirs' })
    await itHappened({
      subject: 'resin',
      kind: 'changed',
      number: 1,
      id: 4,
      by: 'Wren Rudge',
      at: '2026-03-02T09:00:00.000Z',
      changed: ['name'],
    })
    await new Promise((resolve) => setTimeout(resolve, 0))
  }
  test('a form that nobody has typed in shows it', async () => {
    const editor = await anEditor('4')
    await theirsSaved()
    expect([editor.draft.value.name, editor.savedBy.value]).toEqual(['Theirs', ''])
  })
  test('one in work is told who it was, and stays as it is', async () => {
    const editor = await anEditor('4')
    editor.draft.value.name = 'Mine'
    await theirsSaved()
    expect([editor.draft.value, editor.savedBy.value, editor.opened.value?.version]).toEqual([
      { name: 'Mine', note: '' },
      'Wren Rudge',
      2,
    ])
  })
})

describe('what was typed', () => {
  const typed = () => new Promise((resolve) => setTimeout(resolve, 400))
  test('is there again after a reload, and can be dropped', async () => {
    const before = await anEditor('4')
    before.draft.value.name = 'Deep dish'
    await typed()
    const after = await anEditor('4')
    expect(after.restored.value).toBe(true)
    expect(after.draft.value.name).toBe('Deep dish')
    after.dropDraft()
    expect(after.restored.value).toBe(false)
    expect(after.draft.value.name).toBe('Dish')
    expect((await anEditor('4')).restored.value).toBe(false)
  })
  test('is let go once it is saved, or where somebody else has saved meanwhile', async () => {
    const first = await anEditor('4')
    first.draft.value.note = 'kept apart'
    await typed()
    rows.set(4, { id: 4, version: 3, name: 'Dish', note: 'by another' })
    const second = await anEditor('4')
    expect(second.restored.value).toBe(false)
    second.draft.value.note = 'mine'
    await typed()
    await second.submit()
    expect((await anEditor('4')).restored.value).toBe(false)
  })
})
