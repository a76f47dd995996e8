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
const { pours, large = false } = defineProps<{
  pours: readonly ShownPour[]
  /** At the bench it is read from afar. */
  large?: boolean
}>()
const drops = (pour: ShownPour) =>
  pour.drops.map(({ name, n }) => `${writtenNumber(n, 0)} drops of ${name}`).join(', ')
</script>

<template>
  <ol :class="large ? 'space-y-2 text-[clamp(1.1rem,2.2vw,1.7rem)]' : 'space-y-1'">
    <li
      v-for="(pour, i) in pours"
      :key="i"
      class="grid grid-cols-[auto_minmax(0,1fr)] items-start gap-3 text-left leading-tight"
    >
      <span
        class="grid place-items-center border border-ink"
        :class="large ? 'size-10' : 'size-6 text-sm'"
        :style="
          pour.tint === '' ? undefined : { background: pour.tint, color: readableOn(pour.tint) }
        "
        >{{ i + 1 }}</span
      >
      <span
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
    </li>
  </ol>
</template>
