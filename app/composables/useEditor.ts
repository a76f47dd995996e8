import type { Subject } from '~~/shared/events'
import type { SchemaOf } from '~~/shared/schemas/typed'
import type { Ref } from 'vue'

interface UseEditorOptions<
  Fields extends object,
  Row extends Fields & { id: number; version: number },
> {
  /** What a new one begins with; asked after loading. */
  blank: () => Fields
  load: () => Promise<unknown>
  find: (id: number) => Row | undefined
  schemas: { fresh: SchemaOf<Fields>; changed: SchemaOf<Fields & { version: number }> }
  create: (fields: Fields) => Promise<Row>
  save: (id: number, fields: Fields & { version: number }) => Promise<Row>
  /** Puts a row as the server has it now among the others. */
  keep: (row: Row) => Row
  /** The list that a saved one belongs to, as in `/recipes`. */
  path: string
  /** What it is called where it is told that somebody changed it. */
  subject: Subject
}

/**
 * A page that edits one row: it opens the row that the address names or begins a new one, keeps a
 * draft, sends it, and after somebody else's save offers both.
 */
export function useEditor<
  Fields extends object,
  Row extends Fields & { id: number; version: number },
>(options: UseEditorOptions<Fields, Row>) {
  const { id } = useRoute().params
  const isNew = id === 'new'
  /** A copy of what is edited of a row: not its key, its version, or since when it is put away. */
  const fieldsOf = (row: Row): Fields => {
    const { id: _id, version: _version, ...rest } = JSON.parse(JSON.stringify(row)) as Row
    // Neither what is worked out of other rows.
    const {
      archivedAt: _archived,
      uses: _uses,
      stockMl: _stock,
      ...fields
    } = rest as { archivedAt?: unknown; uses?: unknown; stockMl?: unknown }
    return fields as unknown as Fields
  }
  const opened = shallowRef<Row | null>(null)
  const draft = ref(options.blank()) as Ref<Fields>
  const missing = ref(false)
  const saved = ref(false)

  /** Whether somebody has typed something that is not saved. */
  const isTouched = () =>
    JSON.stringify(opened.value ? fieldsOf(opened.value) : untouched.value) !==
    JSON.stringify(kept.copy.value)
  const untouched = shallowRef<Fields>(options.blank())
  useLeaving(() => isTouched() && !form.sending.value && !isGoingOn)
  const kept = useKeptDraft<Fields>({
    key: useRoute().path,
    draft,
    version: () => opened.value?.version ?? null,
    isTouched,
  })
  /** After something new is saved the page goes on to its own address. */
  let isGoingOn = false

  const others = useOthersSaved<Row>({
    subject: options.subject,
    opened: () => opened.value,
    isTouched,
    isSending: () => form.sending.value,
    read: async () => {
      await options.load()
      return options.find(opened.value?.id ?? 0)
    },
    show: (row) => show(row),
  })
  function show(row: Row): void {
    others.forget()
    opened.value = row
    draft.value = fieldsOf(row)
  }
  const { ready, failure, again } = useLoading(async () => {
    await options.load()
    if (isNew) {
      draft.value = options.blank()
      untouched.value = JSON.parse(JSON.stringify(draft.value)) as Fields
      kept.takeUp()
      return
    }
    const row = options.find(Number(id))
    missing.value = row === undefined
    if (!row) return
    show(row)
    kept.takeUp()
  })
  function dropDraft(): void {
    kept.forget()
    if (opened.value) show(opened.value)
    else draft.value = JSON.parse(JSON.stringify(untouched.value)) as Fields
  }
  const form = useForm<Fields, Row>({
    schema: (isNew ? options.schemas.fresh : options.schemas.changed) as SchemaOf<Fields>,
    send: (value) =>
      opened.value
        ? options.save(opened.value.id, { ...value, version: opened.value.version })
        : options.create(value),
    done: (row) => {
      isGoingOn = isNew
      kept.forget()
      if (isNew) void navigateTo(`${options.path}/${row.id}`)
      show(row)
      saved.value = true
    },
  })
  watch(kept.copy, () => (saved.value = false), { flush: 'sync' })

  const submit = () =>
    form.submit(opened.value ? { ...draft.value, version: opened.value.version } : draft.value)
  /** The row as somebody else left it, after a conflict. */
  const theirs = computed(() => form.conflict.value as Row | null)
  function keepMine(): void {
    if (!theirs.value) return
    opened.value = options.keep(theirs.value)
    void submit()
  }
  function takeTheirs(): void {
    if (!theirs.value) return
    show(options.keep(theirs.value))
    form.reset()
  }
  return {
    isNew,
    opened,
    draft,
    copy: kept.copy,
    missing,
    saved,
    ready,
    failure,
    again,
    form,
    theirs,
    savedBy: others.savedBy,
    restored: kept.restored,
    dropDraft,
    submit,
    keepMine,
    takeTheirs,
    show,
  }
}
