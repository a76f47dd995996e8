<script setup lang="ts">
import { flatOf, levelAtVolume, sectionOf, solidOf, type Shape } from '~~/core/size'

/** What a shape holds, and how deep some resin stands in it, both ways. */
const { shape } = defineProps<{ shape: Shape }>()
const solid = computed(() => solidOf(shape))
const flat = computed(() => flatOf(shape))
const askMl = ref<number | undefined>(120)
const askMm = ref<number | undefined>(5)
const isTrue = computed(() => sectionOf(shape).isTrue)
const level = computed(() =>
  solid.value && askMl.value !== undefined && askMl.value >= 0
    ? askMl.value > solid.value.capacityMl + 1e-9
      ? null
      : levelAtVolume(solid.value, askMl.value)
    : undefined,
)
const volume = computed(() =>
  solid.value && askMm.value !== undefined && askMm.value >= 0
    ? askMm.value > solid.value.heightMm + 1e-9
      ? null
      : solid.value.volumeBelowMl(askMm.value)
    : undefined,
)
</script>

<template>
  <div v-if="solid">
    <dl class="grid grid-cols-3 gap-4">
      <div>
        <dt class="text-soft">holds</dt>
        <dd class="text-2xl font-semibold">
          {{ ownFigure(solid.capacityMl, 'ml', 1).text }}
          <span class="text-base font-normal text-soft">{{ ownUnits().volume }}</span>
        </dd>
      </div>
      <div>
        <dt class="text-soft">high</dt>
        <dd class="text-2xl font-semibold">
          {{ ownFigure(solid.heightMm, 'mm', 1).text }}
          <span class="text-base font-normal text-soft">{{ ownUnits().length }}</span>
        </dd>
      </div>
      <div>
        <dt class="text-soft">open at the top</dt>
        <dd class="text-2xl font-semibold">
          <template v-if="flat"
            >{{ ownFigure(flat.areaMm2 / 100, 'cm²', 1).text }}
            <span class="text-base font-normal text-soft">{{
              ownFigure(flat.areaMm2 / 100, 'cm²', 1).unit
            }}</span></template
          ><template v-else>–</template>
        </dd>
      </div>
    </dl>
    <div class="mt-4 grid gap-x-6 gap-y-2 sm:grid-cols-2">
      <div>
        <FieldNumber v-model="askMl" label="how deep are" unit="ml" />
        <p role="status" class="mt-1">
          <template v-if="level === null"><span class="wrong">more than it holds</span></template
          ><template v-else-if="level !== undefined"
            ><strong>{{ figure(level, 'mm', 2) }}</strong></template
          >
        </p>
      </div>
      <div>
        <FieldNumber v-model="askMm" label="how much is a depth of" unit="mm" />
        <p role="status" class="mt-1">
          <template v-if="volume === null"><span class="wrong">higher than its brim</span></template
          ><template v-else-if="volume !== undefined"
            ><strong>{{ figure(volume, 'ml', 2) }}</strong></template
          >
        </p>
      </div>
    </div>
    <p v-if="!isTrue && shape.kind === 'measured'" class="mt-1 text-soft">
      Only its content and height are known: straight sides are assumed between them.
    </p>
  </div>
  <p v-else class="text-soft">Give it a height to fill it.</p>
</template>
