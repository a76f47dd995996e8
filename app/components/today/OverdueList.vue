<script setup lang="ts">
import type { PlanTaskRow } from '~~/shared/types/plan'

/** What should have been done by now. */
const { tasks } = defineProps<{ tasks: readonly PlanTaskRow[] }>()
const plan = usePlanStore()
const workshop = useWorkshopStore()
const { short } = useWhen()
const rows = computed(() =>
  tasks.map((task) => {
    const pot = plan.potById.get(task.potId ?? 0)
    const who = workshop.people.get(task.personId ?? 0)?.name
    return { task, pot, due: `should have been done ${short(task.endAt)}, ${who}` }
  }),
)
</script>

<template>
  <section>
    <h2 class="mb-1 text-hands">Running late</h2>
    <ul>
      <li
        v-for="{ task, pot, due } in rows"
        :key="task.key"
        class="grid grid-cols-[2rem_minmax(0,1fr)_auto] items-center gap-3 border-b border-hair py-1.5"
      >
        <PotMark v-if="pot" :letter="pot.letter" :tint="pot.tint" /><span v-else />
        <span
          ><span class="font-semibold">{{ task.title }}</span
          >{{ ' ' }} <span class="text-soft">{{ due }}</span></span
        >
        <TaskActs v-if="task.does" :task="task" /><NuxtLink
          v-else-if="pot"
          :to="`/bench/${pot.id}`"
          class="quiet slim inline-grid place-content-center"
          >bench</NuxtLink
        >
      </li>
    </ul>
    <NuxtLink to="/plan" class="link">Bring the plan up to date</NuxtLink>
  </section>
</template>
