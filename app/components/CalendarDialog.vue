<script setup lang="ts">
import { useClipboard } from '@vueuse/core'
import type { FeedName } from '~~/shared/schemas/calendars'

/**
 * The secret addresses under which other calendars fetch the plan: made, renewed and taken away.
 */
const { open } = defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: [] }>()
const calendars = useCalendarStore()
const { dayAndClock } = useWhen()
const { copy, copied, isSupported } = useClipboard()
const feeds = computed(() => calendars.feeds)
const address = ref<{ whose: FeedName; text: string } | null>(null)
const wrong = ref('')
const NAMES: Record<FeedName, string> = {
  mine: 'My own hands',
  workshop: 'The whole workshop, with its promises',
}

async function trying(work: () => Promise<void>): Promise<void> {
  wrong.value = ''
  address.value = null
  try {
    await work()
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error
    wrong.value = error.problem.title
  }
}
const load = () => trying(calendars.load)
watch(
  () => open,
  (isOpen) => {
    if (isOpen) void load()
  },
)
const renew = (whose: FeedName) =>
  trying(async () => {
    address.value = { whose, text: await calendars.renew(whose) }
  })
const stop = (whose: FeedName) => trying(() => calendars.stop(whose))
const shown = computed<FeedName[]>(() =>
  feeds.value?.hasWorkshop ? ['mine', 'workshop'] : ['mine'],
)
</script>

<template>
  <AskDialog :open="open" title="Calendar" @close="emit('close')">
    <p>
      A calendar program that is given this address shows the plan and follows it. Whoever has the
      address can read it, so it is told once, here; a new one makes the old one useless.
    </p>
    <p v-if="wrong" role="alert" class="wrong mt-2">{{ wrong }}</p>
    <p v-if="!feeds && !wrong" class="mt-3 text-soft" role="status">Looking …</p>
    <ul v-else-if="feeds" class="mt-3">
      <li v-for="whose in shown" :key="whose" class="border-b border-hair py-3">
        <p class="font-semibold">{{ NAMES[whose] }}</p>
        <p class="text-soft">
          {{
            feeds[whose] ? `has an address since ${dayAndClock(feeds[whose]!)}` : 'has no address'
          }}
        </p>
        <template v-if="address?.whose === whose"
          ><input
            :value="address.text"
            readonly
            class="entry mt-2"
            aria-label="The secret address"
            @focus="($event.target as HTMLInputElement).select()"
          /><button
            v-if="isSupported"
            type="button"
            class="quiet slim mt-2"
            @click="copy(address.text)"
          >
            {{ copied ? 'Copied' : 'Copy' }}
          </button></template
        >
        <p class="mt-2 flex flex-wrap gap-2">
          <button type="button" class="quiet slim" @click="renew(whose)">
            {{ feeds[whose] ? 'Make a new address' : 'Make an address' }}</button><button
            v-if="feeds[whose]"
            type="button"
            class="quiet slim"
            @click="stop(whose)"
          >
            Take it away
          </button>
        </p>
      </li>
    </ul>
    <button type="button" class="press mt-4" @click="emit('close')">Close</button>
  </AskDialog>
</template>
