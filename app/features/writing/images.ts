import { drawnAnew, onWhite, sizeWords } from '../../composables/pictures'

/** The longest side a picture on a paper needs: twice the width of a page's text at 300 dots an inch. */
const SIDE = 1600
const BYTES = 1_200_000
/** Width of a page's text in points. */
export const TEXT_WIDTH = 467

/** As wide as a mark among words is to begin with, at most, in points. */
const IN_LINE = 60
/** A picture as one of the words of a line. */
export function inLine(attrs: { src: string; alt: string; width: number; height: number }): {
  type: 'picture'
  attrs: typeof attrs
} {
  const scale = Math.min(1, IN_LINE / attrs.width)
  const size = (n: number) => Math.max(1, Math.round(n * scale))
  return { type: 'picture', attrs: { ...attrs, width: size(attrs.width), height: size(attrs.height) } }
}

/**
 * Reads a picture somebody gives, draws it anew at the size a page needs, and says so where that made it smaller.
 */
export async function imageFrom(
  file: File,
): Promise<{ attrs: { src: string; alt: string; width: number; height: number }; words: string }> {
  const { canvas, w, h } = await drawnAnew(file, SIDE)
  let src = canvas.toDataURL('image/png')
  if (file.type === 'image/jpeg' || src.length > BYTES * 1.37) {
    onWhite(canvas)
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
    words:
      size < file.size * 0.8 ? `The picture was made smaller, from ${sizeWords(file.size)} to ${sizeWords(size)}.` : '',
  }
}
