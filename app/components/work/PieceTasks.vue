<script setup lang="ts">
import type { PieceRow } from '~~/shared/types/pieces'
import { isToldOver } from '~/utils/workWords'

/** What hands do with a piece next, by the plan. */
const { piece } = defineProps<{ piece: PieceRow }>()
const plan = usePlanStore()
const workshop = useWorkshopStore()
const { short } = useWhen()
const SHOWN = 4
const tasks = computed(() =>
  (plan.plan?.tasks ?? [])
    .filter(
      (task) =>
        task.attended &&
        task.orderLineId === piece.orderLineId &&
        task.does !== null &&
        task.does.first <= piece.number &&
        piece.number < task.does.first + task.does.pieces &&
        !isToldOver(task),
    )
    .slice(0, SHOWN),
)
const ofWords = (pieces: number) => (pieces === 1 ? '' : `, all ${pieces} of them`)
</script>

<template>
  <section v-if="tasks.length > 0" class="mt-3" aria-label="What is done with it next">
    <h3 class="text-soft">What is done with it next</h3>
    <ol>
      <li
        v-for="task in tasks"
        :key="task.key"
        class="flex items-center gap-3 border-b border-hair py-1"
      >
        <span class="min-w-0 flex-1"
          ><span class="font-semibold">{{ task.title }}</span
          >{{ ' ' }}
          <span class="text-soft"
            >{{ short(task.startAt) }}, {{ workshop.people.get(task.personId ?? 0)?.name
            }}{{ ofWords(task.does?.pieces ?? 1) }}</span
          ></span
        ><TaskActs :task="task" />
      </li>
    </ol>
  </section>
</template>
