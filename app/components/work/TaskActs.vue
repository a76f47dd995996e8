<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import type { PlanTaskRow } from '~~/shared/types/plan'

/** What can be told of a task: that it is done, and behind a button all else. */
const { task } = defineProps<{ task: PlanTaskRow }>()
const work = useWorkStore()
const plan = usePlanStore()
const session = useSessionStore()
/** Who sees what it is promised for may work on it; a guest sees their own. */
const mayTell = computed(
  () =>
    session.may('work on pieces') &&
    (plan.plan?.promises ?? []).some(({ orderId }) => orderId === task.orderId),
)
const { busy, refused, attempt } = useAttempt()
const asked = ref<'done' | 'skipped' | 'put off' | null>(null)

const done = () =>
  task.does?.asks
    ? void (asked.value = 'done')
    : void attempt(() => work.tell(task, { kind: 'done' }))
const acts = computed(() => [
  ...(task.told?.kind === 'begun'
    ? [{ name: 'not begun after all', act: () => attempt(() => work.takeBack(task)) }]
    : [{ name: 'begin', act: () => attempt(() => work.tell(task, { kind: 'begun' })) }]),
  { name: 'done, with more to say …', act: () => (asked.value = 'done') },
  { name: 'not now …', act: () => (asked.value = 'put off') },
  { name: 'skip …', act: () => (asked.value = 'skipped') },
])
</script>

<template>
  <div v-if="mayTell" class="relative flex items-center gap-1">
    <button
      type="button"
      class="quiet slim"
      :disabled="busy"
      :aria-label="`${task.title}: done`"
      @click="done"
    >
      done
    </button>
    <Menu as="div" class="relative">
      <MenuButton class="quiet slim px-2" :aria-label="`${task.title}: more`">⋯</MenuButton>
      <MenuItems class="sheet absolute right-0 z-30 mt-1 w-56 py-1 outline-none">
        <MenuItem v-for="one in acts" :key="one.name" v-slot="{ active }">
          <button
            type="button"
            class="block min-h-11 w-full px-4 text-left font-normal"
            :class="active ? 'bg-hair' : ''"
            @click="one.act"
          >
            {{ one.name }}
          </button>
        </MenuItem>
      </MenuItems>
    </Menu>
    <WorkDialog v-if="asked" :task="task" :kind="asked" @close="asked = null" />
    <p v-if="refused" role="alert" class="wrong absolute right-0 top-full z-20 w-64 bg-sheet p-1">
      {{ refused }}
    </p>
  </div>
</template>
