import * as fontkit from 'fontkit'
import type { Face, FontBook } from '../layout/types'

/** Script faces a typed signature may be set in. */
export const scriptFaces = ['caveat', 'dancing', 'marck', 'vibes', 'allura', 'sacramento'] as const
export type ScriptFace = (typeof scriptFaces)[number]
export type FaceFile = Face | ScriptFace

/** The files of the set, below the fonts folder. */
export const FONT_FILES: Record<FaceFile, string> = {
  serif: 'SourceSerif4_400Regular.ttf',
  'serif-bold': 'SourceSerif4_600SemiBold.ttf',
  'serif-italic': 'SourceSerif4_400Regular_Italic.ttf',
  'serif-bold-italic': 'SourceSerif4_600SemiBold_Italic.ttf',
  sans: 'NotoSans_400Regular.ttf',
  'sans-bold': 'NotoSans_600SemiBold.ttf',
  arabic: 'NotoNaskhArabic_400Regular.ttf',
  hebrew: 'NotoSansHebrew_400Regular.ttf',
  emoji: 'NotoEmoji_400Regular.ttf',
  caveat: 'Caveat_400Regular.ttf',
  dancing: 'DancingScript_400Regular.ttf',
  marck: 'MarckScript_400Regular.ttf',
  vibes: 'GreatVibes_400Regular.ttf',
  allura: 'Allura_400Regular.ttf',
  sacramento: 'Sacramento_400Regular.ttf',
}

/** The parsed fonts, each opened when first needed, with word widths remembered. */
export interface FontSet extends FontBook {
  font(face: FaceFile): fontkit.Font
}

/**
 * A font whose glyphs know what they were asked for. The library remembers each glyph with the characters it was first met by:
 * as a part of another letter with none, and as one of two characters that look alike with the other. Text set in it could then
 * neither be copied nor found.
 */
function telling(font: fontkit.Font): fontkit.Font {
  const open = font as fontkit.Font & { getGlyph(id: number, codePoints?: number[]): fontkit.Glyph }
  const remembered = open.getGlyph.bind(open)
  open.getGlyph = (id, codePoints = []) => {
    const glyph = remembered(id, codePoints)
    const same = codePoints.length === glyph.codePoints.length && codePoints.every((c, i) => c === glyph.codePoints[i])
    if (same || codePoints.length === 0) return glyph
    return Object.defineProperty(Object.create(glyph) as fontkit.Glyph, 'codePoints', { value: codePoints })
  }
  return font
}

const REMEMBERED = 20_000

/** Builds the set from a function that gives a file's bytes. */
export function fontSet(read: (file: string) => Uint8Array): FontSet {
  const fonts = new Map<FaceFile, fontkit.Font>()
  const font = (face: FaceFile) => {
    let f = fonts.get(face)
    if (!f) fonts.set(face, (f = telling(fontkit.create(read(FONT_FILES[face]) as Buffer) as fontkit.Font)))
    return f
  }
  const widths = new Map<string, number>()
  const glyphs = new Map<Face, Map<number, boolean>>()
  const wordWidth = (face: Face, word: string) => {
    const key = `${face}|${word}`
    let w = widths.get(key)
    if (w === undefined) {
      const f = font(face)
      w = f.layout(word).advanceWidth / f.unitsPerEm
      if (widths.size > REMEMBERED) widths.clear()
      widths.set(key, w)
    }
    return w
  }
  return {
    font,
    // Words with the space behind them are shaped as units, as the PDF writer does: what is measured is what is drawn.
    width(face, text) {
      let width = 0,
        from = 0
      for (let at = text.indexOf(' '); at !== -1; at = text.indexOf(' ', from)) {
        width += wordWidth(face, text.slice(from, at + 1))
        from = at + 1
      }
      return from < text.length ? width + wordWidth(face, text.slice(from)) : width
    },
    ascent: (face) => font(face).ascent / font(face).unitsPerEm,
    descent: (face) => font(face).descent / font(face).unitsPerEm,
    has(face, code) {
      let known = glyphs.get(face)
      if (!known) glyphs.set(face, (known = new Map()))
      let yes = known.get(code)
      if (yes === undefined) known.set(code, (yes = font(face).hasGlyphForCodePoint(code)))
      return yes === true
    },
  }
}
