<script setup lang="ts" generic="R extends KeptRow">
import type { KeptKind } from '~~/shared/schemas/house'
import type { KeptRow } from '~~/shared/types/house'

/** Puts a row away, brings it back, or removes it where it was never used. */
const { kind, row, list } = defineProps<{
  kind: KeptKind
  row: R
  /** Where one goes after it is removed. */
  list: string
}>()
const emit = defineEmits<{ done: [row: R] }>()
const house = useHouseStore()
const failure = ref<{ title: string; issues: string[] } | null>(null)
const asks = ref(false)
const isPerson = computed(() => kind === 'people')

async function tellWhy(act: () => Promise<void>): Promise<void> {
  failure.value = null
  try {
    await act()
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error
    const { title, issues } = error.problem
    failure.value = { title, issues: issues.map(({ message }) => message) }
  }
}
const setArchived = (archived: boolean) =>
  tellWhy(async () => emit('done', await house.setArchived(kind, row, archived)))
const remove = () =>
  tellWhy(async () => {
    asks.value = false
    await house.remove(kind, row.id)
    await navigateTo(list)
  })
</script>

<template>
  <div class="mt-6 border-t border-hair pt-4">
    <p v-if="row.archivedAt" class="mb-2">
      <strong>{{ isPerson ? 'Has left.' : 'Put away.' }}</strong>
      {{
        isPerson
          ? 'They cannot sign in and are not planned with; what they did stays theirs.'
          : 'It is not offered and not planned with; what was done with it stays as it was.'
      }}
    </p>
    <div class="flex flex-wrap gap-3">
      <button v-if="row.archivedAt" type="button" class="quiet" @click="setArchived(false)">
        {{ isPerson ? 'They are back' : 'Bring it back' }}
      </button>
      <button v-else type="button" class="quiet" @click="setArchived(true)">
        {{ isPerson ? 'They have left' : 'Put it away' }}
      </button>
      <button type="button" class="quiet" @click="asks = true">Remove for good</button>
    </div>
    <div v-if="failure" role="alert" class="wrong mt-2">
      <p>{{ failure.title }}</p>
      <p v-for="sentence in failure.issues" :key="sentence">It {{ sentence }}.</p>
    </div>
    <AskDialog :open="asks" :title="`Remove ${row.name}?`" @close="asks = false">
      <p>
        Only what was never used can be removed, and it cannot be brought back. Otherwise
        {{ isPerson ? 'say that they have left' : 'put it away' }}.
      </p>
      <div class="mt-4 flex gap-3">
        <button type="button" class="press" @click="remove">Remove it</button>
        <button type="button" class="quiet" @click="asks = false">Leave it</button>
      </div>
    </AskDialog>
  </div>
</template>
