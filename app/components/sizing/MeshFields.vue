<script setup lang="ts">
import { levelAtVolume, solidOf, type Shape } from '~~/core/size'
import type { MeasuredMesh } from '~/composables/useMeshWorker'

/**
 * The inside of a mould from an STL file, measured in a worker and shown with the resin standing in
 * it.
 */
const emit = defineEmits<{ sized: [shape: Shape | null, from: string] }>()
const MOST_BYTES = 200_000_000
const { progress, measure, cancel } = useMeshWorker()
const file = ref('')
const refused = ref('')
const mesh = shallowRef<MeasuredMesh | null>(null)
const levelMl = ref(0)

const shape = computed<Shape | null>(() =>
  mesh.value?.answer.curve ? { kind: 'curve', points: rising(mesh.value.answer.curve) } : null,
)
const solid = computed(() => shape.value && solidOf(shape.value))
const levelMm = computed(() =>
  solid.value ? levelAtVolume(solid.value, Math.min(levelMl.value, solid.value.capacityMl)) : 0,
)

/** A shape's curve rises strictly; levels at which nothing is gained are left out. */
const rising = (curve: readonly { heightMm: number; volumeMl: number }[]) =>
  curve.filter((point, i) => i === 0 || point.volumeMl > (curve[i - 1]?.volumeMl ?? 0))

async function open(files: FileList | null): Promise<void> {
  const chosen = files?.[0]
  if (!chosen) return
  refused.value = ''
  mesh.value = null
  emit('sized', null, '')
  if (chosen.size > MOST_BYTES) {
    refused.value = `“${chosen.name}” is larger than 200 MB; export it with fewer triangles.`
    return
  }
  const result = await measure(await chosen.arrayBuffer())
  if (result === null) return
  if (typeof result === 'string') {
    refused.value = result
    return
  }
  mesh.value = result
  file.value = chosen.name
  if (!result.answer.watertight)
    refused.value = `“${chosen.name}” does not close: some edge has not exactly two triangles, so its content is not clear. Repair it where it was drawn and export it again.`
  levelMl.value = Math.round((result.answer.volumeMl ?? 0) / 2)
  emit('sized', shape.value, `the mesh “${chosen.name}”, ${result.answer.triangles} triangles`)
}
</script>

<template>
  <div>
    <p class="text-soft">
      An STL file of the cavity as a solid, in millimetres, standing as it will be poured (z up).
    </p>
    <div class="mt-3 flex flex-wrap items-center gap-3">
      <label class="quiet inline-grid cursor-pointer place-content-center"
        >Choose the mesh<input
          type="file"
          accept=".stl,model/stl"
          class="sr-only"
          @change="open(($event.target as HTMLInputElement).files)"
      /></label>
      <template v-if="progress">
        <progress
          class="h-3 w-40 accent-ink"
          max="1"
          :value="progress.share"
          :aria-label="progress.stage"
        /><span role="status">{{ progress.stage }} …</span>
        <button type="button" class="link" @click="cancel">Stop</button>
      </template>
    </div>
    <p v-if="refused" role="alert" class="wrong mt-2">{{ refused }}</p>
    <template v-if="mesh">
      <MeshView
        class="sheet mt-3"
        :corners="mesh.corners"
        :height-mm="mesh.answer.heightMm"
        :level-mm="levelMm"
      />
      <template v-if="solid">
        <label class="mt-2 flex items-center gap-3"
          ><span class="text-soft">filled with</span
          ><input
            v-model.number="levelMl"
            type="range"
            class="flex-1 accent-ink"
            min="0"
            :max="Math.floor(solid.capacityMl)"
            step="1"
            aria-label="millilitres in the mould"
          /><span class="w-44 text-right"
            ><strong>{{ figure(levelMl, 'ml', 0) }}</strong> to {{ figure(levelMm, 'mm', 1) }}</span
          ></label
        >
      </template>
      <p class="mt-1 text-soft">
        {{ mesh.answer.triangles }} triangles, {{ figure(mesh.answer.heightMm, 'mm', 1) }} high.
      </p>
    </template>
  </div>
</template>
