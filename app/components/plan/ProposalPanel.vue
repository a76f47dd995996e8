<script setup lang="ts">
import type { PlanView } from '~~/shared/types/plan'
import type { Proposal } from '~~/shared/types/proposals'
import {
  changeSentence,
  changeWords,
  hasChanged,
  isLate,
  potsWords,
  promiseChanges,
  savingWords,
} from '~/utils/proposalChanges'

/**
 * What a change of the plan comes to, before it holds: its progress, then the change task by task
 * and promise by promise.
 */
const { proposal, plan, busy } = defineProps<{
  proposal: Proposal
  plan: PlanView
  busy: boolean
}>()
const emit = defineEmits<{ accept: []; discard: []; show: [key: string] }>()
const { dayAndClock, short } = useWhen()
const workshop = useWorkshopStore()

const isWorking = computed(() => proposal.state === 'waiting' || proposal.state === 'running')
const isSupposed = computed(() => proposal.ask.suppose.length > 0)
const changes = computed(() =>
  proposal.outcome ? promiseChanges(plan.promises, proposal.outcome.promises) : [],
)
const changed = computed(() => changes.value.filter(hasChanged))
const nameOf = (id: number | null) => workshop.people.get(id ?? 0)?.name ?? ''
const SHOWN = 40
</script>

<template>
  <section class="sheet mb-4 p-4" aria-labelledby="proposed">
    <h2 id="proposed">
      {{ isWorking ? 'Being worked out' : isSupposed ? 'What would be' : 'Proposed' }}
    </h2>
    <template v-if="isWorking">
      <progress
        class="mt-2 block h-2 w-full accent-ink"
        :value="proposal.progress"
        max="1"
        aria-label="How far it is"
      />
      <p class="mt-1 text-soft" role="status">
        {{ proposal.progress < 0.7 ? 'Laying out the work …' : 'Working out the odds …' }}
        {{ Math.round(proposal.progress * 100) }} %
      </p>
      <button type="button" class="quiet mt-2" @click="emit('discard')">Stop</button>
    </template>
    <template v-else-if="proposal.state === 'done' && proposal.outcome">
      <p class="mt-1" role="status">{{ changeSentence(proposal.outcome, changes) }}</p>
      <div class="mt-3 flex flex-wrap gap-2">
        <button
          v-if="!isSupposed"
          type="button"
          class="press"
          :disabled="busy"
          @click="emit('accept')"
        >
          Accept
        </button>
        <button type="button" class="quiet" :disabled="busy" @click="emit('discard')">
          {{ isSupposed ? 'Close' : 'Leave the plan as it is' }}
        </button>
      </div>
      <ul v-if="proposal.outcome.mixes.length" class="mt-3" aria-label="Pots mixed as one">
        <li
          v-for="mix in proposal.outcome.mixes"
          :key="mix.letters[0]"
          class="border-t border-hair py-1 leading-tight"
        >
          <span class="font-semibold">{{ potsWords(mix) }}</span><br />
          <span class="text-soft">{{ savingWords(mix) }}</span>
        </li>
      </ul>
      <ul v-if="changed.length" class="mt-3" aria-label="Promises that change">
        <li
          v-for="change in changed"
          :key="change.after.orderId"
          class="border-t border-hair py-1 leading-tight"
        >
          <span class="font-semibold">{{ change.after.title }}</span><br />
          <span v-if="change.before" class="text-soft"
            >{{
              change.before.readyAt ? `ready ${short(change.before.readyAt)}` : 'not planned'
            }}
            → </span
          ><span v-if="change.after.readyAt"
            >{{ change.before ? '' : 'ready ' }}{{ short(change.after.readyAt) }}, </span
          ><span :class="isLate(change.after) ? 'text-hands' : 'text-soft'">{{
            changeWords(change)
          }}</span>
          <template v-if="change.before === null && change.after.odds"
            ><br /><span
              >nine times in ten by
              <strong>{{ dayAndClock(change.after.odds.safeAt) }}</strong></span
            ></template
          >
        </li>
      </ul>
      <details v-if="proposal.outcome.moved.length" class="mt-2">
        <summary>what moves</summary>
        <ul class="mt-1 max-h-60 overflow-y-auto">
          <li
            v-for="task in proposal.outcome.moved.slice(0, SHOWN)"
            :key="task.key"
            class="border-b border-hair py-1 leading-tight"
          >
            <button type="button" class="link text-left" @click="emit('show', task.key)">
              {{ task.title }}</button><br />
            <span class="text-soft"
              >{{ short(task.fromAt) }} → {{ short(task.toAt)
              }}{{
                task.fromPersonId !== task.toPersonId
                  ? `, ${nameOf(task.fromPersonId)} → ${nameOf(task.toPersonId)}`
                  : ''
              }}</span
            >
          </li>
          <li v-if="proposal.outcome.moved.length > SHOWN" class="py-1 text-soft">
            and {{ proposal.outcome.moved.length - SHOWN }} more, outlined in the lanes
          </li>
        </ul>
      </details>
    </template>
    <template v-else>
      <p class="wrong mt-1" role="alert">{{ proposal.message ?? 'This was stopped.' }}</p>
      <button type="button" class="quiet mt-2" @click="emit('discard')">Close</button>
    </template>
  </section>
</template>
