import { setHeader, type H3Event } from 'h3'

/**
 * Says that an answer is a file to be kept.
 * @param type its media type
 * @param name its name, in any letters (RFC 6266)
 */
export function asFile(event: H3Event, type: string, name: string): void {
  setHeader(event, 'content-type', type)
  setHeader(
    event,
    'content-disposition',
    `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
  )
}
