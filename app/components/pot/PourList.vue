<script setup lang="ts">
/** Pours in the order in which they are done, each with its tint, how, where and how much. */
interface ShownPour {
  cup: string
  layer: string
  pieces: number
  /** As a recipe names it. */
  how: string
  where: string
  ml: number
  perPieceMl: number
  drops: readonly { name: string; n: number }[]
  fromMin: number
  tint: string
}
const {
  pours,
  done = [],
  tellable = false,
  large = false,
} = defineProps<{
  pours: readonly ShownPour[]
  /** The places of those that are done, in the order in which they were. */
  done?: readonly number[]
  /** Whether a pour can be told done by pressing it, in whatever order. */
  tellable?: boolean
  /** At the bench it is read from afar. */
  large?: boolean
}>()
defineEmits<{ poured: [index: number] }>()
/** Which it was in the order really poured; 0 for one that is to come. */
const turnOf = (i: number) => done.indexOf(i) + 1
const drops = (pour: ShownPour) =>
  pour.drops.map(({ name, n }) => `${writtenNumber(n, 0)} drops of ${name}`).join(', ')
</script>

<template>
  <ol :class="large ? 'space-y-2 text-[clamp(1.1rem,2.2vw,1.7rem)]' : 'space-y-1'">
    <li
      v-for="(pour, i) in pours"
      :key="i"
      class="grid items-start gap-3 text-left leading-tight"
      :class="large ? 'grid-cols-[auto_minmax(0,1fr)_auto]' : 'grid-cols-[auto_minmax(0,1fr)]'"
    >
      <span
        class="grid place-items-center border border-ink"
        :class="large ? 'size-10' : 'size-6 text-sm'"
        :style="
          pour.tint === '' ? undefined : { background: pour.tint, color: readableOn(pour.tint) }
        "
        >{{ i + 1 }}</span
      >
      <span :class="turnOf(i) > 0 ? 'text-soft' : ''"
        ><strong>{{ pour.cup }}</strong
        >{{ ' ' }}{{ howWords(pour.how) }}{{ pour.where === '' ? '' : `, ${pour.where}` }},
        <strong>{{ figure(pour.ml, 'ml', 1) }}</strong><template v-if="pour.pieces > 1"
          >, {{ figure(pour.perPieceMl, 'ml', 1) }} into each of {{ pour.pieces }}</template
        ><span class="block text-soft"
          >{{ pour.layer === pour.cup ? '' : `${pour.layer}; `
          }}{{ drops(pour) === '' ? '' : `${drops(pour)} in first; ` }}from
          {{ writtenNumber(pour.fromMin, 0) }} min after stirring</span
        ></span
      >
      <template v-if="large"
        ><span v-if="turnOf(i) > 0" class="self-center text-soft">{{
          turnOf(i) === i + 1 ? 'poured' : `poured as ${turnOf(i)}`
        }}</span
        ><button
          v-else-if="tellable"
          type="button"
          class="quiet h-12 self-center px-4"
          :aria-label="`${pour.cup} is poured`"
          @click="$emit('poured', i)"
        >
          poured
        </button></template
      >
    </li>
  </ol>
</template>
