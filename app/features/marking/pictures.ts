import type { Picture } from '~~/core/scan/page'
import ScanWorker from './scan.worker?worker'

/** The longest side, in pixels, a photograph is worked on with: enough for 250 dots an inch on A4. */
const MOST = 2900
export const isPicture = (f: File): boolean => /^image\//.test(f.type) || /\.(jpe?g|png|heic|heif|webp)$/i.test(f.name)

function tidy(picture: Picture): Promise<Picture> {
  const worker = new ScanWorker()
  return new Promise<Picture>((resolve, reject) => {
    worker.onmessage = ({ data }: MessageEvent<Picture>) => resolve(data)
    worker.onerror = () => reject(new Error('This picture could not be worked on. Bring it in as a PDF.'))
    worker.postMessage(picture, [picture.data.buffer])
  }).finally(() => worker.terminate())
}

/** A photograph as a JPEG of the sheet on it: upright, cropped to the page, evened out. */
export async function pageOf(file: File): Promise<Blob> {
  let bitmap: ImageBitmap
  try {
    bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' })
  } catch {
    throw new Error(
      /hei[cf]$/i.test(file.name) || /hei[cf]/.test(file.type)
        ? 'This browser can’t open HEIC pictures. Save it as JPEG, or bring it in from the phone that took it.'
        : 'This picture is damaged, or of a kind this browser can’t open. Save it as JPEG.',
    )
  }
  if (bitmap.width * bitmap.height > 150_000_000)
    throw new Error('This picture has more than 150 million pixels. Make it smaller first.')
  const scale = Math.min(1, MOST / Math.max(bitmap.width, bitmap.height))
  const canvas = document.createElement('canvas')
  canvas.width = Math.max(1, Math.round(bitmap.width * scale))
  canvas.height = Math.max(1, Math.round(bitmap.height * scale))
  const context = canvas.getContext('2d', { willReadFrequently: true })!
  context.drawImage(bitmap, 0, 0, canvas.width, canvas.height)
  bitmap.close()
  const sheet = await tidy({
    width: canvas.width,
    height: canvas.height,
    data: context.getImageData(0, 0, canvas.width, canvas.height).data,
  })
  canvas.width = sheet.width
  canvas.height = sheet.height
  context.putImageData(new ImageData(new Uint8ClampedArray(sheet.data), sheet.width, sheet.height), 0, 0)
  return new Promise((resolve, reject) =>
    canvas.toBlob((b) => (b ? resolve(b) : reject(new Error('This picture could not be kept.'))), 'image/jpeg', 0.88),
  )
}
