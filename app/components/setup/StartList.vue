<script setup lang="ts">
import type { Missing } from '~~/core/tasks'
import { missingWords } from '~~/shared/words'

/** What the workshop still lacks, each leading to where it is added; nothing where all is there. */
const { only = undefined, title = 'Before pieces can be poured and priced' } = defineProps<{
  /** Leaves out what this place does not need. */
  only?: (missing: Missing) => boolean
  title?: string
}>()
const house = useHouseStore()
const session = useSessionStore()
useLoading(() => house.loadMissing())

/** Where each is added, and what it takes to do so. */
const WHERE = {
  'no-room': ['/house/rooms/new', 'keep the house'],
  'no-station': ['/house/stations/new', 'keep the house'],
  'no-rack': ['/house/places/new', 'keep the house'],
  'rack-too-small': ['/house/places', 'keep the house'],
  'nobody-can': ['/house/people', 'keep the house'],
  'never-there': ['/house/people', 'keep the house'],
  'no-resin': ['/stores/new', 'change the stores'],
  'no-recipe': ['/recipes/new', 'write recipes'],
  'no-mould': ['/sizing', 'change the stores'],
  'no-order': ['/orders/new', 'take orders'],
  'no-wage': ['/house/rules', 'keep the house'],
} as const satisfies Record<Missing['code'], readonly [string, string]>

const lines = computed(() =>
  (house.missing ?? [])
    .filter((missing) => only?.(missing) ?? true)
    .map((missing) => {
      const [path, action] = WHERE[missing.code]
      const query = missing.code === 'no-station' ? { kind: missing.kind } : {}
      return {
        key: JSON.stringify(missing),
        ...missingWords(missing),
        to: session.may(action) ? { path, query } : null,
      }
    }),
)
</script>

<template>
  <section v-if="lines.length > 0" aria-labelledby="start-list" class="sheet mb-6 p-5">
    <h2 id="start-list">{{ title }}</h2>
    <ol class="mt-2">
      <li
        v-for="line in lines"
        :key="line.key"
        class="flex flex-wrap items-baseline gap-x-4 gap-y-1 border-t border-hair py-2 first:border-t-0"
      >
        <span class="font-semibold">{{ line.what }}</span>
        <span class="min-w-0 flex-1 text-soft">{{ inOwnWords(line.why) }}</span>
        <NuxtLink v-if="line.to" :to="line.to" class="quiet slim">See to it</NuxtLink>
        <span v-else class="text-soft">the manager sees to it</span>
      </li>
    </ol>
    <p v-if="!only && session.may('keep the house')" class="mt-3 text-soft">
      Or see first how it is done:
      <NuxtLink to="/workshops" class="link">look around in the made-up yard</NuxtLink>.
    </p>
  </section>
</template>
