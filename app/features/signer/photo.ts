/** The most pixels a photograph is worked on with: enough for a signature in any place. */
const WIDEST = 1400

/**
 * Takes a signature out of a photograph: its ground becomes clear, what is written becomes ink, and it is cropped to that.
 * Uneven light is evened out by comparing each pixel with the mean around it. Null when nothing is written there.
 */
export async function signatureFromPhoto(file: File): Promise<Blob | null> {
  // Decoded to the size it is worked on at: a photograph of 12,000 pixels never is in memory whole as a canvas.
  const full = await createImageBitmap(file)
  const scale = Math.min(1, WIDEST / Math.max(full.width, full.height))
  const [w, h] = [Math.max(1, Math.round(full.width * scale)), Math.max(1, Math.round(full.height * scale))]
  const canvas = document.createElement('canvas')
  canvas.width = w
  canvas.height = h
  const context = canvas.getContext('2d', { willReadFrequently: true })
  if (!context) return null
  context.fillStyle = '#fff'
  context.fillRect(0, 0, w, h)
  context.drawImage(full, 0, 0, w, h)
  full.close()
  const picture = context.getImageData(0, 0, w, h)
  const box = clearGround(picture)
  if (!box) return null
  context.putImageData(picture, 0, 0)
  const out = document.createElement('canvas')
  out.width = box.x1 - box.x0
  out.height = box.y1 - box.y0
  out.getContext('2d')!.drawImage(canvas, box.x0, box.y0, out.width, out.height, 0, 0, out.width, out.height)
  return new Promise((resolve) => out.toBlob(resolve, 'image/png'))
}

interface Box {
  x0: number
  y0: number
  x1: number
  y1: number
}

/** Makes everything clear that isn't clearly darker than what is around it, in place; returns where ink is. */
export function clearGround(picture: { width: number; height: number; data: Uint8ClampedArray }): Box | null {
  const { width: w, height: h, data } = picture
  const sums = new Float64Array((w + 1) * (h + 1))
  const light = new Float32Array(w * h)
  for (let y = 0; y < h; y += 1) {
    let row = 0
    for (let x = 0; x < w; x += 1) {
      const i = (y * w + x) * 4
      const l = 0.3 * data[i]! + 0.59 * data[i + 1]! + 0.11 * data[i + 2]!
      light[y * w + x] = l
      row += l
      sums[(y + 1) * (w + 1) + x + 1] = sums[y * (w + 1) + x + 1]! + row
    }
  }
  const reach = Math.max(8, Math.round(Math.max(w, h) / 24))
  const rows = new Uint32Array(h)
  const columns = new Uint32Array(w)
  for (let y = 0; y < h; y += 1)
    for (let x = 0; x < w; x += 1) {
      const [x0, x1] = [Math.max(0, x - reach), Math.min(w, x + reach)]
      const [y0, y1] = [Math.max(0, y - reach), Math.min(h, y + reach)]
      const sum =
        sums[y1 * (w + 1) + x1]! - sums[y0 * (w + 1) + x1]! - sums[y1 * (w + 1) + x0]! + sums[y0 * (w + 1) + x0]!
      const darker = sum / ((x1 - x0) * (y1 - y0)) - light[y * w + x]!
      const ink = Math.max(0, Math.min(1, (darker - 18) / 40))
      const i = (y * w + x) * 4
      data[i] = 27
      data[i + 1] = 42
      data[i + 2] = 74
      data[i + 3] = Math.round(ink * 255)
      if (ink > 0.5) {
        rows[y]! += 1
        columns[x]! += 1
      }
    }
  const [y0, y1] = extent(rows, 2)
  const [x0, x1] = extent(columns, 2)
  if (x1 - x0 < 24 || y1 - y0 < 8) return null
  const edge = 6
  return {
    x0: Math.max(0, x0 - edge),
    y0: Math.max(0, y0 - edge),
    x1: Math.min(w, x1 + edge),
    y1: Math.min(h, y1 + edge),
  }
}

/** The first and last place with at least so many; single specks don't count. */
function extent(counts: Uint32Array, least: number): [number, number] {
  const first = counts.findIndex((n) => n >= least)
  return first < 0 ? [0, 0] : [first, counts.findLastIndex((n) => n >= least) + 1]
}
