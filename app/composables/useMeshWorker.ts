import type { MeshAnswer } from '~~/core/mesh'
import { useWorkerTask, WorkStopped } from '~/composables/useWorkerTask'
import type { MeshNews, MeshQuestion } from '~/workers/mesh.worker'

export interface MeasuredMesh {
  answer: MeshAnswer
  /** Nine numbers a triangle, mm. */
  corners: Float32Array
}
const SAMPLES = 64

const TOO_MUCH =
  'The mesh could not be worked through; it may need more memory than this device has.'

/** Measures a mesh in a worker: one at a time, with progress, and it can be stopped. */
export function useMeshWorker() {
  const { run, stop } = useWorkerTask()
  const progress = ref<{ stage: string; share: number } | null>(null)
  let latest = 0

  /** @returns what was measured, the sentence that says why not, or null when it was stopped */
  async function measure(bytes: ArrayBuffer): Promise<MeasuredMesh | string | null> {
    let measured: MeasuredMesh | string | null = null
    const work = run<MeshQuestion, MeshNews>({
      worker: () =>
        new Worker(new URL('../workers/mesh.worker.ts', import.meta.url), { type: 'module' }),
      question: { bytes, samples: SAMPLES },
      transfer: [bytes],
      hears: (news) => {
        if (news.kind === 'progress') {
          progress.value = { stage: news.stage, share: news.share }
          return false
        }
        measured =
          news.kind === 'refused'
            ? `This file ${news.message}.`
            : { answer: news.answer, corners: news.corners }
        return true
      },
    })
    const own = ++latest
    progress.value = { stage: 'reading', share: 0 }
    try {
      await work
    } catch (error) {
      measured = error instanceof WorkStopped ? null : TOO_MUCH
    }
    if (own === latest) progress.value = null
    return measured
  }
  return { progress: readonly(progress), measure, cancel: stop }
}
