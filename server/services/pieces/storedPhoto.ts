import sharp from 'sharp'
import { AppError } from '../AppError'

const MOST_PHOTO_BYTES = 12 * 1024 * 1024
const MOST_PIXELS = 60_000_000
const LONGEST_SIDE_PX = 1600
const READABLE = new Set(['jpeg', 'png', 'webp'])

/**
 * Makes an upload fit to keep: read by content, not by name, turned upright, shrunk, and stripped
 * of everything but the picture (place and camera included).
 * @throws AppError when it is too large or no JPEG, PNG or WebP
 */
export async function storedPhoto(
  upload: Buffer,
): Promise<{ webp: Buffer; widthPx: number; heightPx: number }> {
  if (upload.byteLength > MOST_PHOTO_BYTES)
    throw new AppError(
      'too-large',
      `The photograph is larger than ${MOST_PHOTO_BYTES / 1024 / 1024} MB; take a smaller one.`,
    )
  try {
    const image = sharp(upload, { limitInputPixels: MOST_PIXELS })
    const { format } = await image.metadata()
    if (!READABLE.has(format ?? ''))
      throw new AppError('not-an-image', 'This is no JPEG, PNG or WebP picture.')
    const { data, info } = await image
      .rotate()
      .resize({
        width: LONGEST_SIDE_PX,
        height: LONGEST_SIDE_PX,
        fit: 'inside',
        withoutEnlargement: true,
      })
      .webp({ quality: 82 })
      .toBuffer({ resolveWithObject: true })
    return { webp: data, widthPx: info.width, heightPx: info.height }
  } catch (error) {
    if (error instanceof AppError) throw error
    throw new AppError('not-an-image', 'This picture cannot be read; it may be damaged.', {
      cause: error,
    })
  }
}
