import { outline, type OutlineRequest } from '~~/core/outline'

/** Flattens a drawing beside the page: a large one takes seconds. */
self.onmessage = ({ data }: MessageEvent<OutlineRequest>) => {
  self.postMessage(outline(data))
}
