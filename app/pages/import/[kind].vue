<script setup lang="ts">
import { SHEETS, textOfFile } from '~/utils/sheetKinds'
import type { Imported, ImportPreview, SheetKind } from '~~/shared/types/exchangeSheets'
import { SHEET_KINDS } from '~~/shared/types/exchangeSheets'

definePageMeta({
  validate: ({ params }) => (SHEET_KINDS as readonly string[]).includes(String(params.kind)),
})
const kind = useRoute().params.kind as SheetKind
const { title, path, one } = SHEETS[kind]
const exchange = useExchangeStore()
const fileName = ref('')
const text = ref('')
const columns = ref<(string | null)[] | null>(null)
const preview = shallowRef<ImportPreview | null>(null)
const done = shallowRef<Imported | null>(null)
const { busy, refused, attempt } = useAttempt()

const look = () =>
  attempt(async () => {
    done.value = null
    preview.value = null
    preview.value = await exchange.preview(kind, text.value, columns.value)
  })
async function choose(files: FileList | null): Promise<void> {
  const file = files?.[0]
  if (!file) return
  fileName.value = file.name
  text.value = textOfFile(await file.arrayBuffer())
  columns.value = null
  await look()
}
function takeFor(at: number, column: string | null): void {
  columns.value = (preview.value?.heads ?? []).map((head, i) =>
    i === at ? column : head.column === column ? null : head.column,
  )
  void look()
}
const take = (leaveOut: boolean) =>
  attempt(async () => {
    done.value = await exchange.take(kind, text.value, columns.value, leaveOut)
    preview.value = null
    text.value = ''
  })
const good = computed(() => (preview.value?.added ?? 0) + (preview.value?.changed ?? 0))
const many = (count: number) =>
  `${count} ${count === 1 ? one : one === 'person' ? 'people' : `${one}s`}`
</script>

<template>
  <div class="max-w-5xl">
    <PlaceHead :title="`${title} from a table`" note="A file of a spreadsheet, saved as CSV.">
      <a :href="`/api/export/${kind}`" download class="quiet">Download what is here</a>
      <NuxtLink :to="path" class="quiet">{{ title }}</NuxtLink>
    </PlaceHead>
    <p v-if="done" role="status" class="sheet mb-4 p-4">
      <strong>{{ many(done.added) }} added</strong
      ><template v-if="done.changed > 0">, {{ done.changed }} changed</template
      ><template v-if="done.leftOut > 0">; {{ done.leftOut }} lines were left out</template>.
      <NuxtLink :to="path" class="link">Look at them</NuxtLink>
    </p>
    <label class="quiet inline-grid cursor-pointer place-content-center"
      >{{ fileName ? 'Choose another file' : 'Choose a file'
      }}<input
        type="file"
        accept=".csv,.txt,.tsv,text/csv,text/plain"
        class="sr-only"
        @change="choose(($event.target as HTMLInputElement).files)"
    /></label>
    <span v-if="fileName" class="ml-3 text-soft">{{ fileName }}</span>
    <p v-if="!fileName" class="mt-3 max-w-prose text-soft">
      The first line has the names of the columns. Download what is here for a file that has them
      all: whatever has the name of something that is here changes it, the rest is added. Nothing is
      taken before you have seen what would come of it.
    </p>
    <p v-if="busy" role="status" class="mt-3 text-soft">Reading it …</p>
    <p v-if="refused" role="alert" class="wrong mt-3">{{ refused }}</p>
    <template v-if="preview">
      <div class="my-4 flex flex-wrap items-center gap-3">
        <p class="mr-3">
          <strong>{{ preview.lines }} lines</strong>: {{ preview.added }} new,
          {{ preview.changed }} that are here already<template v-if="preview.bad.length > 0"
            >, <strong class="wrong">{{ preview.bad.length }} wrong</strong></template
          >.
        </p>
        <button
          v-if="preview.bad.length === 0 && good > 0"
          type="button"
          class="press"
          :disabled="busy"
          @click="take(false)"
        >
          Take {{ many(good) }}
        </button>
        <button
          v-else-if="good > 0"
          type="button"
          class="press"
          :disabled="busy"
          @click="take(true)"
        >
          Take {{ many(good) }}, leave out {{ preview.bad.length }}
        </button>
      </div>
      <p v-if="preview.missing.length > 0" role="alert" class="wrong mb-3">
        No column is taken for {{ preview.missing.join(', ') }}; say below which one is.
      </p>
      <ImportProblems v-if="preview.bad.length > 0" :bad="preview.bad" />
      <h2 class="mt-5 mb-1">How it is understood</h2>
      <ImportColumns :preview="preview" @choose="takeFor" />
    </template>
  </div>
</template>
