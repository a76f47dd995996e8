import { measure, readStl, type MeshAnswer } from '~~/core/mesh'
import { allSaid } from '~~/shared/words'

export interface MeshQuestion {
  bytes: ArrayBuffer
  samples: number
}
export type MeshNews =
  | { kind: 'progress'; stage: 'reading' | 'checking' | 'slicing'; share: number }
  | { kind: 'done'; answer: MeshAnswer; corners: Float32Array }
  | { kind: 'refused'; message: string }

const tell = (news: MeshNews, transfer: Transferable[] = []) => self.postMessage(news, { transfer })

/** Parses, checks and slices a mesh beside the page, so that the page keeps answering. */
self.onmessage = ({ data }: MessageEvent<MeshQuestion>) => {
  const read = readStl(new Uint8Array(data.bytes), (share) =>
    tell({ kind: 'progress', stage: 'reading', share }),
  )
  if (!read.ok) {
    tell({ kind: 'refused', message: allSaid(read.issues) })
    return
  }
  const answer = measure(read.value, data.samples, (stage, share) =>
    tell({ kind: 'progress', stage, share }),
  )
  const corners = Float32Array.from(read.value.corners)
  tell({ kind: 'done', answer, corners }, [corners.buffer])
}
