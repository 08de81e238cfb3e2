const mb = (n: number) =>
  n >= 1_000_000 ? `${(n / 1_000_000).toFixed(1)} MB` : `${Math.max(1, Math.round(n / 1000))} kB`
/** The most bytes of a picture that are read at all. */
const READ_MAX = 30_000_000

const dataUrl = (file: File) =>
  new Promise<string>((resolve, reject) => {
    const reader = new FileReader()
    reader.onload = () => resolve(String(reader.result))
    reader.onerror = () => reject(new Error(`“${file.name}” can’t be read.`))
    reader.readAsDataURL(file)
  })

/**
 * A picture somebody gives, drawn anew with no side longer than `side` pixels. Drawing it anew leaves behind whatever else was
 * in the file, such as a script in an SVG or the place it was taken. `w` and `h` are what it had.
 */
export async function drawnAnew(
  file: File,
  side: number,
): Promise<{ canvas: HTMLCanvasElement; w: number; h: number }> {
  if (file.size > READ_MAX) throw new Error(`“${file.name}” is ${mb(file.size)}. Give a picture of 30 MB or less.`)
  const img = new Image()
  img.src = await dataUrl(file)
  await img.decode().catch(() => {
    throw new Error(
      `“${file.name}” is broken or not a picture. Open it elsewhere, save it as PNG or JPEG, and put that in.`,
    )
  })
  const [w, h] = [img.naturalWidth || 600, img.naturalHeight || 400]
  const scale = Math.min(1, side / Math.max(w, h))
  const canvas = document.createElement('canvas')
  canvas.width = Math.max(1, Math.round(w * scale))
  canvas.height = Math.max(1, Math.round(h * scale))
  canvas.getContext('2d')!.drawImage(img, 0, 0, canvas.width, canvas.height)
  return { canvas, w, h }
}
/** Puts white behind what is drawn, for a JPEG, which knows nothing to see through. */
export function onWhite(canvas: HTMLCanvasElement): HTMLCanvasElement {
  const context = canvas.getContext('2d')!
  context.globalCompositeOperation = 'destination-over'
  context.fillStyle = '#ffffff'
  context.fillRect(0, 0, canvas.width, canvas.height)
  return canvas
}
/** A picture as a JPEG with no side longer than so many pixels. */
export async function shrunk(file: File, side: number): Promise<Blob> {
  const { canvas } = await drawnAnew(file, side)
  return new Promise((resolve, reject) =>
    onWhite(canvas).toBlob(
      (blob) => (blob ? resolve(blob) : reject(new Error(`“${file.name}” can’t be drawn. Make it smaller first.`))),
      'image/jpeg',
      0.86,
    ),
  )
}
export const sizeWords = mb
/** A picture as a PNG that lets through what it lets through, with no side longer than so many pixels. */
export async function asPng(file: File, side: number): Promise<Blob> {
  const { canvas } = await drawnAnew(file, side)
  return new Promise((resolve, reject) =>
    canvas.toBlob((blob) => (blob ? resolve(blob) : reject(new Error(`“${file.name}” can’t be drawn.`))), 'image/png'),
  )
}
