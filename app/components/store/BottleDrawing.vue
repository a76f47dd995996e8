<script setup lang="ts">
/**
 * A bottle at the level of what is in it. Bottles beside each other are drawn to one scale: what
 * they hold goes with the cube of their height.
 */
const { left, size, largest, tint } = defineProps<{
  left: number
  size: number
  /** The largest of those that stand beside it, in the same unit. */
  largest: number
  tint: string
}>()
const TALLEST = 68
const SMALLEST_SHARE = 0.34
const share = computed(() =>
  Math.max(SMALLEST_SHARE, Math.cbrt(size > 0 && largest > 0 ? size / largest : 1)),
)
const height = computed(() => TALLEST * share.value)
const width = computed(() => height.value * 0.56)
const body = computed(() => {
  const [top, bottom] = [height.value * 0.26, height.value - 2]
  return { top, bottom, height: bottom - top, radius: width.value * 0.12 }
})
const level = computed(() => Math.min(1, Math.max(0, size > 0 ? left / size : 0)))
const clip = useId()
</script>

<template>
  <svg
    :width="width + 4"
    :height="height + 2"
    :viewBox="`-2 -1 ${width + 4} ${height + 2}`"
    aria-hidden="true"
  >
    <defs>
      <clipPath :id="clip">
        <rect x="0" :y="body.top" :width="width" :height="body.height" :rx="body.radius" />
      </clipPath>
    </defs>
    <rect
      x="0"
      :y="body.bottom - body.height * level"
      :width="width"
      :height="body.height * level"
      :fill="tint"
      :clip-path="`url(#${clip})`"
    />
    <path
      :d="`M ${width * 0.36} ${height * 0.13} V ${height * 0.2} Q 0 ${height * 0.24} 0 ${body.top + body.radius}`"
      fill="none"
      stroke="var(--ink)"
    />
    <path
      :d="`M ${width * 0.64} ${height * 0.13} V ${height * 0.2} Q ${width} ${height * 0.24} ${width} ${body.top + body.radius}`"
      fill="none"
      stroke="var(--ink)"
    />
    <path
      :d="`M 0 ${body.top + body.radius} V ${body.bottom - body.radius} Q 0 ${body.bottom} ${body.radius} ${body.bottom} H ${width - body.radius} Q ${width} ${body.bottom} ${width} ${body.bottom - body.radius} V ${body.top + body.radius}`"
      fill="none"
      stroke="var(--ink)"
    />
    <rect :x="width * 0.3" y="0" :width="width * 0.4" :height="height * 0.13" fill="var(--firm)" />
    <path
      v-if="left < 0"
      :d="`M ${width * 0.2} ${body.top + 8} L ${width * 0.8} ${body.bottom - 6} M ${width * 0.8} ${body.top + 8} L ${width * 0.2} ${body.bottom - 6}`"
      stroke="var(--hands)"
      stroke-width="2.5"
    />
  </svg>
</template>
