import PDFDocument from 'pdfkit'
import { describe, expect, it } from 'vitest'
import { fonts } from '../../tests/support/paper'

/** What the drawing relies on that pdfkit doesn't document: a later version that changes it is found here first. */
describe('pdfkit', () => {
  it('remembers the fonts of a document by name, and has the one in use with its glyphs', () => {
    const doc = new PDFDocument({ font: null as unknown as string }) as unknown as {
      registerFont: (name: string, font: unknown) => void
      font: (name: string) => unknown
      _registeredFonts: Record<string, unknown>
      _font: {
        layout: (text: string) => { glyphs: { advanceWidth: number }[] }
        encode: (text: string) => [string[], unknown[]]
        subset: { includeGlyph: (id: number) => number; glyphs: number[] }
      }
    }
    doc.registerFont('sans', fonts.font('sans'))
    expect(Object.keys(doc._registeredFonts)).toContain('sans')
    doc.font('sans')
    expect(doc._font.layout('Weir').glyphs.map((g) => g.advanceWidth > 0)).toEqual([true, true, true, true])
    const [codes, places] = doc._font.encode('Weir')
    expect([codes.length, places.length]).toEqual([4, 4])
    expect(doc._font.subset.glyphs.length).toBeGreaterThan(4)
  })
})
