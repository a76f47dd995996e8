<script setup lang="ts">
/** The clocks that run at the benches, the nearest first; each leads to its bench. */
const { except = null } = defineProps<{
  /** A pot whose clocks are shown otherwise. */
  except?: number | null
}>()
const clocks = useClockStore()
const now = useTicking(500)
/** A browser asks once whether a page may tell when nobody looks at it. */
const mayAsk = ref('Notification' in window && Notification.permission === 'default')
async function allow(): Promise<void> {
  await Notification.requestPermission()
  mayAsk.value = Notification.permission === 'default'
}
const shown = computed(() => clocks.clocks.filter(({ potId }) => potId !== except))
</script>

<template>
  <div v-if="shown.length > 0">
    <ul aria-label="Clocks that run" class="space-y-1">
      <li v-for="clock in shown" :key="clock.key">
        <NuxtLink :to="`/bench/${clock.potId}`" class="flex items-center gap-2 py-0.5">
          <PotMark :letter="clock.letter" :tint="clock.tint" />
          <span
            ><span
              class="font-semibold tabular-nums"
              :class="clock.until < now ? 'text-hands' : ''"
              role="timer"
              >{{ clock.until < now ? 'over ' : '' }}{{ clockText(clock.until - now) }}</span
            >{{ ' ' }} <span class="text-soft">{{ clock.words }}</span></span
          >
        </NuxtLink>
      </li>
    </ul>
    <button v-if="mayAsk" type="button" class="link min-h-12" @click="allow">
      Tell me when I look elsewhere
    </button>
  </div>
</template>
