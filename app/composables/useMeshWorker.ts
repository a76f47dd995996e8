import type { MeshAnswer } from '~~/core/mesh'
import type { MeshNews, MeshQuestion } from '~/workers/mesh.worker'

export interface MeasuredMesh {
  answer: MeshAnswer
  /** Nine numbers a triangle, mm. */
  corners: Float32Array
}
const SAMPLES = 64

/** Measures a mesh in a worker: one at a time, with progress, and it can be stopped. */
export function useMeshWorker() {
  const progress = ref<{ stage: string; share: number } | null>(null)
  let worker: Worker | null = null
  let stopped: (() => void) | null = null

  function cancel(): void {
    worker?.terminate()
    worker = null
    progress.value = null
    stopped?.()
    stopped = null
  }
  onScopeDispose(cancel)

  /** @returns what was measured, the sentence that says why not, or null when it was stopped */
  function measure(bytes: ArrayBuffer): Promise<MeasuredMesh | string | null> {
    cancel()
    progress.value = { stage: 'reading', share: 0 }
    const running = new Worker(new URL('../workers/mesh.worker.ts', import.meta.url), {
      type: 'module',
    })
    worker = running
    return new Promise((resolve) => {
      stopped = () => resolve(null)
      const end = (result: MeasuredMesh | string) => {
        stopped = null
        cancel()
        resolve(result)
      }
      running.onerror = () =>
        end('The mesh could not be worked through; it may need more memory than this device has.')
      running.onmessage = ({ data }: MessageEvent<MeshNews>) => {
        if (data.kind === 'progress') progress.value = { stage: data.stage, share: data.share }
        else if (data.kind === 'refused') end(`This file ${data.message}.`)
        else end({ answer: data.answer, corners: data.corners })
      }
      const question: MeshQuestion = { bytes, samples: SAMPLES }
      running.postMessage(question, [bytes])
    })
  }
  return { progress: readonly(progress), measure, cancel }
}
