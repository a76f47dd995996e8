<script setup lang="ts">
import type { OpeningAhead } from '~/utils/openingsAhead'

/** What opens and closes next, the soonest first. */
defineProps<{ openings: readonly OpeningAhead[] }>()
const { short } = useWhen()
const nameOf = ({ piece, count }: OpeningAhead) =>
  `${count > 1 ? `${count} × ` : ''}${piece.recipeName}`
</script>

<template>
  <section>
    <h2 class="mb-1">Opens and closes</h2>
    <p v-if="openings.length === 0" class="text-soft">Nothing is curing.</p>
    <ol v-else>
      <li
        v-for="one in openings"
        :key="one.piece.id"
        class="grid grid-cols-[8.4rem_2rem_minmax(0,1fr)] items-center gap-3 border-b border-hair py-1.5"
      >
        <span class="whitespace-nowrap" :class="{ 'font-semibold text-soon': one.next.closes }">{{
          short(one.next.at)
        }}</span>
        <PotMark v-if="one.piece.letter" :letter="one.piece.letter" :tint="one.piece.tint" /><span
          v-else
        />
        <span
          ><span class="font-semibold">{{ nameOf(one) }}</span
          >{{ ' ' }}
          <span class="text-soft">{{
            one.next.closes ? 'tack window closes' : one.next.words
          }}</span></span
        >
      </li>
    </ol>
  </section>
</template>
