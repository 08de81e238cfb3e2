import type { Style } from './pieces'
import type { Face, FontBook } from './types'

const FALLBACKS: Face[] = ['sans', 'arabic', 'hebrew', 'emoji']
export function faceOf(style: Style): Face {
  if (style.bold) return style.italic ? 'serif-bold-italic' : 'serif-bold'
  return style.italic ? 'serif-italic' : 'serif'
}

interface FacePiece {
  readonly text: string
  readonly face: Face
}

/** Words split before, by font book: papers made of one template say the same words over and over. */
export const seen = new WeakMap<FontBook, Map<string, FacePiece[]>>()
export const REMEMBERED = 20000
function splitFaces(text: string, wanted: Face, fonts: FontBook): FacePiece[] {
  const out: { text: string; face: Face }[] = []
  for (const char of text) {
    const code = char.codePointAt(0)!
    const last = out.at(-1)
    let face: Face = wanted,
      shown = char
    if (clings(code) && last) {
      face = last.face
      if (!fonts.has(face, code)) continue
    } else if (!fonts.has(wanted, code)) {
      const other = FALLBACKS.find((f) => fonts.has(f, code))
      if (other) face = other
      else shown = '?'
    }
    if (last && last.face === face) last.text += shown
    else out.push({ text: shown, face })
  }
  return out
}

/** Splits text into pieces of one face; a character no face has becomes a question mark, never an empty box. */
export function facePieces(text: string, wanted: Face, fonts: FontBook): readonly FacePiece[] {
  let known = seen.get(fonts)
  if (!known || known.size > REMEMBERED) seen.set(fonts, (known = new Map()))
  const key = `${wanted}|${text}`
  let pieces = known.get(key)
  if (!pieces) known.set(key, (pieces = splitFaces(text, wanted, fonts)))
  return pieces
}

/** Invisible joiners and marks stay in the face of the character before them. */
export function clings(code: number): boolean {
  return (
    code === 0x200d ||
    code === 0x200c ||
    (code >= 0x300 && code <= 0x36f) ||
    (code >= 0xfe00 && code <= 0xfe0f) ||
    (code >= 0x1f3fb && code <= 0x1f3ff)
  )
}
