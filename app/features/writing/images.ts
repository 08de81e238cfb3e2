/** The longest side a picture on a paper needs: twice the width of a page's text at 300 dots an inch. */
const SIDE = 1600
const BYTES = 1_200_000
/** Width of a page's text in points. */
export const TEXT_WIDTH = 467

const mb = (n: number) =>
  n >= 1_000_000 ? `${(n / 1_000_000).toFixed(1)} MB` : `${Math.max(1, Math.round(n / 1000))} kB`

const dataUrl = (file: File) =>
  new Promise<string>((resolve, reject) => {
    const reader = new FileReader()
    reader.onload = () => resolve(String(reader.result))
    reader.onerror = () => reject(new Error(`“${file.name}” can’t be read.`))
    reader.readAsDataURL(file)
  })

/**
 * Reads a picture somebody gives, draws it anew at the size a page needs, and says so where that made it smaller. Drawing
 * it anew leaves behind whatever else was in the file, such as a script in an SVG or the place it was taken.
 */
export async function imageFrom(
  file: File,
): Promise<{ attrs: { src: string; alt: string; width: number; height: number }; words: string }> {
  if (file.size > 30_000_000) throw new Error(`“${file.name}” is ${mb(file.size)}. Give a picture of 30 MB or less.`)
  const img = new Image()
  img.src = await dataUrl(file)
  await img.decode().catch(() => {
    throw new Error(
      `“${file.name}” is broken or not a picture. Open it elsewhere, save it as PNG or JPEG, and put that in.`,
    )
  })
  const [w, h] = [img.naturalWidth || 600, img.naturalHeight || 400]
  const scale = Math.min(1, SIDE / Math.max(w, h))
  const canvas = document.createElement('canvas')
  canvas.width = Math.max(1, Math.round(w * scale))
  canvas.height = Math.max(1, Math.round(h * scale))
  const context = canvas.getContext('2d')!
  context.drawImage(img, 0, 0, canvas.width, canvas.height)
  let src = canvas.toDataURL('image/png')
  if (file.type === 'image/jpeg' || src.length > BYTES * 1.37) {
    context.globalCompositeOperation = 'destination-over'
    context.fillStyle = '#ffffff'
    context.fillRect(0, 0, canvas.width, canvas.height)
    src = canvas.toDataURL('image/jpeg', 0.86)
  }
  const size = src.length * 0.75
  // As large as it is on a screen: 96 pixels to the inch.
  const width = Math.min(TEXT_WIDTH, w * 0.75)
  return {
    attrs: {
      src,
      alt: file.name.replace(/\.[a-z0-9]+$/i, ''),
      width: Math.round(width),
      height: Math.round((width * h) / w),
    },
    words: size < file.size * 0.8 ? `The picture was made smaller, from ${mb(file.size)} to ${mb(size)}.` : '',
  }
}
