import type { PlacedField } from '../layout/types'
import { type Pdf, setFont } from './draw'
import { type FontSet, type ScriptFace, scriptFaces } from './fonts'

/** A signature as given: strokes of points in a box of its own, or a name in a script face. */
export type SignatureMark =
  | { kind: 'drawn'; width: number; height: number; strokes: { x: number; y: number; w?: number | undefined }[][] }
  | { kind: 'typed'; text: string; face: ScriptFace }
  /** A PNG with a clear ground. */
  | { kind: 'image'; png: Uint8Array; width: number; height: number }

/** What stands in a field once it is filled. */
/** Text is fitted to its place, or set in the size that is asked for. */
export type Mark =
  | { kind: 'text'; text: string; size?: number; face?: 'serif' | 'sans' }
  | { kind: 'tick' }
  | { kind: 'signature'; signature: SignatureMark }
export interface PlacedMark {
  at: PlacedField
  mark: Mark
}

const PEN = '#1b2a4a'

/** Draws a mark inside its field on the current page of an overlay. */
export function drawMark(doc: Pdf, fonts: FontSet, { at, mark }: PlacedMark): void {
  if (mark.kind === 'tick') {
    const { x, y, w, h } = at
    doc
      .lineWidth(1.5)
      .lineCap('round')
      .lineJoin('round')
      .moveTo(x + w * 0.2, y + h * 0.55)
      .lineTo(x + w * 0.42, y + h * 0.78)
      .lineTo(x + w * 0.82, y + h * 0.22)
      .stroke(PEN)
  } else if (mark.kind === 'text') drawFitted(doc, fonts, mark.text, at, mark)
  else if (mark.signature.kind === 'typed') drawTyped(doc, fonts, mark.signature, at)
  else if (mark.signature.kind === 'image') drawPicture(doc, mark.signature, at)
  else drawStrokes(doc, mark.signature, at)
}

/** One line, made smaller until it fits; at 5 points and still too long, it is broken into lines within the box's width. */
function drawFitted(
  doc: Pdf,
  fonts: FontSet,
  text: string,
  at: PlacedField,
  set: { size?: number; face?: 'serif' | 'sans' } = {},
): void {
  const runs = runsOf(text, fonts, set.face)
  const ems = runs.reduce((w, r) => w + fonts.width(r.face, r.text), 0)
  const most = (at.w - 6) / Math.max(ems, 0.01)
  const size = Math.max(Math.min(5, at.h), Math.min(set.size ?? 10.5, set.size ? most : Math.min(at.h - 3, most)))
  let x = at.x + 3
  const baseline = at.y + at.h - Math.max(3, (at.h - size) / 2 - size * 0.02)
  doc.save().rect(at.x, at.y, at.w, at.h).clip()
  for (const run of runs) {
    setFont(doc, fonts, run.face, size)
    doc.fillColor(PEN).text(run.text, x, baseline, { lineBreak: false, baseline: 'alphabetic' })
    x += fonts.width(run.face, run.text) * size
  }
  doc.restore()
}

/** The smallest size the text would need to show whole in the box; below 5 points it doesn't fit. */
export function fits(text: string, at: Pick<PlacedField, 'w'>, fonts: FontSet): boolean {
  return runsOf(text, fonts).reduce((w, r) => w + fonts.width(r.face, r.text), 0) * 5 <= at.w - 6
}

const TEXT_FACES = ['serif', 'sans', 'arabic', 'hebrew', 'emoji'] as const
function runsOf(
  text: string,
  fonts: FontSet,
  first: 'serif' | 'sans' = 'serif',
): { text: string; face: (typeof TEXT_FACES)[number] }[] {
  const out: { text: string; face: (typeof TEXT_FACES)[number] }[] = []
  for (const char of text.replace(/\s+/g, ' ')) {
    const code = char.codePointAt(0)!
    const last = out.at(-1)
    const joins = last && (char === ' ' || (code >= 0x300 && code <= 0x36f) || code === 0x200d || code === 0xfe0f)
    const face = joins ? last.face : fonts.has(first, code) ? first : TEXT_FACES.find((f) => fonts.has(f, code))
    if (joins && char !== ' ' && !fonts.has(last.face, code)) continue
    if (last && face === last.face) last.text += char
    else out.push({ text: face ? char : '?', face: face ?? 'serif' })
  }
  return out
}

/** A typed name as glyph outlines, so that it looks the same everywhere; falls back to text where the face lacks a letter. */
function drawTyped(
  doc: Pdf,
  fonts: FontSet,
  signature: Extract<SignatureMark, { kind: 'typed' }>,
  at: PlacedField,
): void {
  const text = signature.text.trim()
  const face = [signature.face, ...scriptFaces].find((f) =>
    [...text].every((c) => fonts.font(f).hasGlyphForCodePoint(c.codePointAt(0)!)),
  )
  if (!face) return drawFitted(doc, fonts, text, at)
  const font = fonts.font(face)
  const run = font.layout(text)
  const size = Math.min(at.h * 0.72, ((at.w - 12) * font.unitsPerEm) / Math.max(run.advanceWidth, 1))
  const scale = size / font.unitsPerEm
  let x = at.x + 6
  const baseline = at.y + at.h * 0.72
  run.glyphs.forEach((glyph, i) => {
    const position = run.positions[i]!
    const d = glyph.path
      .scale(scale, -scale)
      .translate(x + position.xOffset * scale, baseline - position.yOffset * scale)
      .toSVG()
    if (d) doc.path(d).fill(PEN)
    x += position.xAdvance * scale
  })
}

/** A picture of a signature, as large as its place allows, standing on the line. */
function drawPicture(
  doc: Pdf,
  { png, width, height }: Extract<SignatureMark, { kind: 'image' }>,
  at: PlacedField,
): void {
  const scale = Math.min((at.w - 8) / width, (at.h - 4) / height)
  doc.image(png.slice().buffer as ArrayBuffer, at.x + 4, at.y + at.h - 2 - height * scale, {
    width: width * scale,
    height: height * scale,
  })
}

/** Strokes as one smooth vector path each: quadratic curves through the midpoints. */
function drawStrokes(
  doc: Pdf,
  { width, height, strokes }: Extract<SignatureMark, { kind: 'drawn' }>,
  at: PlacedField,
): void {
  const xs = strokes.flat().map((q) => q.x),
    ys = strokes.flat().map((q) => q.y)
  const left = Math.min(...xs),
    topY = Math.min(...ys)
  const scale = Math.min(
    (at.w - 10) / Math.max(Math.max(...xs) - left, width * 0.2, 1),
    (at.h - 8) / Math.max(Math.max(...ys) - topY, height * 0.2, 1),
  )
  const px = (q: { x: number; y: number }): [number, number] => [
    at.x + 5 + (q.x - left) * scale,
    at.y + 4 + (q.y - topY) * scale,
  ]
  doc.lineCap('round').lineJoin('round').lineWidth(1.3)
  for (const stroke of strokes) {
    const points = stroke.map(px)
    if (points.length === 1) {
      doc.circle(...points[0]!, 0.9).fill(PEN)
      continue
    }
    // A pen that was pressed or slowed draws broader: each piece between midpoints has a width of its own.
    if (stroke.some((q) => q.w !== undefined)) {
      const middle = (i: number): [number, number] => [
        (points[i]![0] + points[i + 1]![0]) / 2,
        (points[i]![1] + points[i + 1]![1]) / 2,
      ]
      for (let i = 0; i < points.length; i += 1) {
        const from = i === 0 ? points[0]! : middle(i - 1)
        const to = i === points.length - 1 ? points[i]! : middle(i)
        doc.lineWidth(Math.max(0.5, (stroke[i]!.w ?? 1.8) * 0.6))
        doc
          .moveTo(...from)
          .quadraticCurveTo(...points[i]!, ...to)
          .stroke(PEN)
      }
      continue
    }
    doc.moveTo(...points[0]!)
    for (let i = 1; i < points.length - 1; i += 1) {
      const [x, y] = points[i]!,
        [nx, ny] = points[i + 1]!
      doc.quadraticCurveTo(x, y, (x + nx) / 2, (y + ny) / 2)
    }
    doc.lineTo(...points.at(-1)!).stroke(PEN)
  }
}
