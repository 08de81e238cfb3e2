import type JSZip from 'jszip'
import { IMAGE_MAX } from '../../../../core/document/pictures'
import { pictureIn } from '../pictures'

/** English metric units to the point (ISO/IEC 29500-1, 20.1.2.1). */
const EMU = 12_700
/** The most drawings that are looked at, and how much of one: its size and its picture stand at its beginning. */
const DRAWINGS = 400
const DRAWING_HEAD = 4000

interface Size {
  width: number
  height: number
}
/** How large each picture of a letter is drawn, in points, and how many pixels it has. */
export interface Sizes {
  /** The next size a picture is drawn at, by what it is (base64). */
  take(data: string): Size | undefined
  /** Width and height of a picture that can be drawn; null for anything else. */
  pixels(src: string): Size | null
}
export const pictureSize = (src: string): Size | null => {
  const info = pictureIn(src, IMAGE_MAX)
  return 'refused' in info ? null : info
}

/** How large each picture of a file is drawn: in their order, by what the picture is. */
export async function drawnSizes(zip: JSZip): Promise<Sizes> {
  const out = new Map<string, Size[]>()
  const pictures = new Map<string, string>()
  const rels = (await zip.file('word/_rels/document.xml.rels')?.async('string')) ?? ''
  const targets = new Map(
    rels
      .split('<Relationship ')
      .map((r) => [/\bId="([^"]{1,80})"/.exec(r)?.[1] ?? '', /\bTarget="([^"]{1,200})"/.exec(r)?.[1] ?? '']),
  )
  const xml = await zip.file('word/document.xml')!.async('string')
  for (const drawing of xml
    .split('<w:drawing')
    .slice(1, DRAWINGS)
    .map((d) => d.slice(0, DRAWING_HEAD))) {
    const extent = /<wp:extent\b[^>]{0,200}>/.exec(drawing)?.[0] ?? ''
    const [cx, cy] = ['cx', 'cy'].map((k) => Number(new RegExp(`\\b${k}="(\\d{1,12})"`).exec(extent)?.[1] ?? 0))
    const target = targets.get(/\br:embed="([^"]{1,80})"/.exec(drawing)?.[1] ?? '') ?? ''
    const file = zip.file(`word/${target}`)
    if (!cx || !cy || !file) continue
    const key = pictures.get(target) ?? (await file.async('base64'))
    pictures.set(target, key)
    out.set(key, [...(out.get(key) ?? []), { width: cx / EMU, height: cy / EMU }])
  }
  return { take: (data) => out.get(data)?.shift(), pixels: pictureSize }
}
