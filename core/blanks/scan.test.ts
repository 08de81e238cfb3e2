import { describe, expect, it } from 'vitest'
import { findOnPage } from './find'
import type { Ink } from './ink'
import { sceneOf } from './scene'
import { isScan, lookAt, scanned } from './scan'
import type { Scan } from './scan-picture'
import type { ScanWord } from './scan-words'

const SCALE = 2
const [WIDE, HIGH] = [595, 842]
/** A sheet of white, with some of a scanner’s grain, and what is drawn on it: all in points. */
function sheet(degrees = 0, tone = 40) {
  const [width, height] = [WIDE * SCALE, HIGH * SCALE]
  const light = Uint8Array.from({ length: width * height }, (_, i) => 236 + ((i * 7919) % 19))
  const a = (degrees * Math.PI) / 180
  const dot = (x: number, y: number, fine = false) => {
    const [dx, dy] = [x * SCALE - width / 2, y * SCALE - height / 2]
    const [px, py] = [
      Math.round(width / 2 + dx * Math.cos(a) - dy * Math.sin(a)),
      Math.round(height / 2 + dx * Math.sin(a) + dy * Math.cos(a)),
    ]
    for (const [ox, oy] of fine
      ? [[0, 0] as const]
      : ([
          [0, 0],
          [1, 0],
          [0, 1],
        ] as const))
      if (px + ox < width && py + oy < height && px >= 0 && py >= 0) light[(py + oy) * width + px + ox] = tone
  }
  const line = (x1: number, y1: number, x2: number, y2: number, fine = false) => {
    const n = Math.ceil(Math.max(Math.abs(x2 - x1), Math.abs(y2 - y1)) * SCALE * 1.5)
    for (let i = 0; i <= n; i += 1) dot(x1 + ((x2 - x1) * i) / n, y1 + ((y2 - y1) * i) / n, fine)
  }
  return {
    scan: { width, height, light, scale: SCALE } satisfies Scan,
    line,
    box: (x: number, y: number, size: number) => {
      line(x, y, x + size, y)
      line(x, y + size, x + size, y + size)
      line(x, y, x, y + size)
      line(x + size, y, x + size, y + size)
    },
    dots: (x1: number, x2: number, y: number) => {
      for (let x = x1; x < x2; x += 4) dot(x, y)
    },
    /** Strokes of letters, as far as a picture without a reader has them. */
    scribble: (x: number, y: number, w: number) => {
      for (let k = 0; k < w; k += 5) line(x + k, y - 7, x + k + 2, y)
    },
  }
}
const page: Ink = {
  ...{ page: 1, width: WIDE, height: HIGH, glyphs: [], strokes: [], shapes: [], widgets: [] },
  images: [{ x: 0, y: 0, w: WIDE, h: HIGH }],
}
/** A word as a reader tells it, from its left end and its baseline in points. */
const word = (text: string, x: number, base: number, size = 11): ScanWord => {
  const above = /[A-Z0-9bdfhklt]/.test(text) ? 0.71 : 0.5
  const below = /[gjpqy]/.test(text) ? 0.2 : 0
  return {
    text,
    x: Math.round(x * SCALE),
    y: Math.round((base - above * size) * SCALE),
    w: Math.round(text.length * 0.5 * size * SCALE),
    h: Math.round((above + below) * size * SCALE),
  }
}

function form(degrees: number) {
  const s = sheet(degrees)
  s.scribble(60, 100, 260)
  s.scribble(60, 200, 40)
  s.line(110, 202, 400, 202)
  s.scribble(60, 260, 60)
  s.dots(130, 400, 261)
  s.box(60, 320, 10)
  s.scribble(80, 329, 90)
  const words = [
    ...['Hire', 'of', 'the', 'sauna'].map((w, i) => word(w, 60 + 40 * i, 100)),
    word('Name', 60, 200),
    word('Telephone', 60, 260),
    ...['with', 'wood'].map((w, i) => word(w, 78 + 28 * i, 329)),
  ]
  const looked = lookAt(s.scan)
  return { looked, ink: scanned(page, looked, words, SCALE) }
}

describe('a scanned page', () => {
  it('is one that is nothing but a picture', () => {
    expect(isScan(page)).toBe(true)
    expect(isScan({ ...page, images: [{ x: 0, y: 0, w: 200, h: 90 }] })).toBe(false)
    expect(
      isScan({ ...page, strokes: Array.from({ length: 5 }, () => ({ x1: 0, y1: 0, x2: 9, y2: 0, thick: 1 })) }),
    ).toBe(false)
  })

  it.each([0, 1.2, -2])(
    'has its lines, dots and boxes found, lying %s degrees askew, and what they are for',
    (degrees) => {
      const { looked, ink } = form(degrees)
      expect(looked.tilt).toBeCloseTo(degrees, 0)
      const found = findOnPage(ink).filter((f) => f.confidence >= 0.6)
      expect(found.map((f) => [f.type, f.label])).toEqual([
        ['name', 'Name'],
        ['text', 'Telephone'],
        ['checkbox', 'with wood'],
      ])
      // Where they are shown: on the page as it lies.
      const a = (degrees * Math.PI) / 180
      const low = HIGH / 2 + (255 - WIDE / 2) * Math.sin(a) + (202 - HIGH / 2) * Math.cos(a)
      expect(Math.abs(found[0]!.y + found[0]!.h - low)).toBeLessThan(6)
      expect(found[0]!.w).toBeGreaterThan(270)
    },
  )

  it.each([0, 1.3, -0.7])('has the openings of a table of hairlines, lying %s degrees askew', (degrees) => {
    const s = sheet(degrees)
    s.scribble(60, 100, 260)
    for (let i = 0; i < 5; i += 1) s.line(60, 200 + 24 * i, 500, 200 + 24 * i, true)
    for (let i = 0; i < 4; i += 1) s.line(60 + (440 / 3) * i, 200, 60 + (440 / 3) * i, 296, true)
    const { grids } = sceneOf(scanned(page, lookAt(s.scan), [], SCALE))
    expect(grids.map((g) => [g.rows, g.columns, g.cells.length, Math.round(g.w)])).toEqual([[4, 3, 12, 440]])
  })

  const blanksOf = (s: ReturnType<typeof sheet>, words: ScanWord[]) =>
    findOnPage(scanned(page, lookAt(s.scan), words, SCALE))
      .filter((f) => f.confidence >= 0.6)
      .map((f) => [f.type, f.label])

  it('has brackets with nothing between them ticked, and not those around words', () => {
    const s = sheet()
    const bracket = (x: number, to: number) => {
      s.line(x, 300, x, 310)
      s.line(x, 300, to, 300)
      s.line(x, 310, to, 310)
    }
    bracket(60, 63)
    bracket(76, 73)
    s.scribble(84, 309, 40)
    bracket(160, 163)
    s.scribble(166, 309, 10)
    bracket(182, 179)
    expect(blanksOf(s, [word('Vegan', 84, 309)])).toEqual([['checkbox', 'Vegan']])
  })

  it('has dots that lead to a price, though they run together, and room that ends in a stop', () => {
    const s = sheet()
    s.scribble(60, 200, 60)
    s.dots(120, 300, 200)
    s.line(300, 200, 340, 200)
    s.dots(342, 480, 200)
    s.scribble(486, 200, 30)
    for (const x of [300, 301]) s.line(x, 259, x, 260)
    const led = [word('Cleaning', 60, 200), word('£40.00', 486, 200)]
    expect(blanksOf(s, [...led, word('Name:', 60, 260), word('below', 60, 275)])).toEqual([['name', 'Name']])
    // The same dots with nothing that they lead to are to be written on.
    expect(blanksOf(s, led.slice(0, 1))).toEqual([['text', 'Cleaning']])
  })

  it.each([0, 1.1])(
    'has faint lines seen, lying %s degrees askew: a rule is one to write on, a frame is none',
    (degrees) => {
      const s = sheet(degrees, 185)
      s.line(110, 202, 400, 202)
      s.line(60, 300, 400, 300)
      s.line(60, 330, 400, 330)
      s.line(60, 300, 60, 330)
      s.line(400, 300, 400, 330)
      const said = ['Both', 'sides', 'may', 'end', 'this'].map((w, i) => word(w, 66 + 36 * i, 319))
      expect(blanksOf(s, [word('Name', 60, 200), ...said])).toEqual([['name', 'Name']])
    },
  )

  it('has no lines of the letters of a title, but the sides of a low box', () => {
    const s = sheet()
    for (const x of [80, 92, 110]) s.line(x, 86, x, 100)
    s.line(60, 300, 400, 300)
    s.line(60, 313, 400, 313)
    s.line(60, 300, 60, 313)
    s.line(400, 300, 400, 313)
    const { strokes, words, width } = lookAt(s.scan)
    expect(strokes.filter((r) => r.x1 === r.x2).map((r) => Math.floor(r.x1))).toEqual([60, 400])
    expect(words[93 * SCALE * width + 92 * SCALE]).toBeLessThan(128)
  })

  it('has words with wide strokes for bold ones', () => {
    const s = sheet()
    const letters = (x: number, base: number, wide: number) => {
      for (let k = 0; k < 40; k += 8)
        for (let o = 0; o < wide; o += 1) s.line(x + k + o / SCALE, base - 7, x + k + o / SCALE, base)
    }
    const words = [60, 120, 180, 240].map((x) => word('plain', x, 200))
    for (const x of [60, 120, 180, 240]) letters(x, 200, 1)
    letters(60, 240, 3)
    const { glyphs } = scanned(page, lookAt(s.scan), [...words, word('Client', 60, 240)], SCALE)
    expect(glyphs.map((g) => g.bold)).toEqual([...Array<boolean>(20).fill(false), ...Array<boolean>(6).fill(true)])
  })

  it('is read without its lines, which readers of words trip over', () => {
    const { looked } = form(0)
    const dark = (x: number, y: number) =>
      looked.words[Math.round(y * SCALE) * looked.width + Math.round(x * SCALE)]! < 128
    expect([dark(250, 202), dark(65, 320)]).toEqual([false, false])
    expect([...looked.words].filter((v) => v < 128).length).toBeGreaterThan(500)
  })

  it('keeps the words that lie behind it, and shows places without words where none are', () => {
    const behind = { ...page, glyphs: [{ ch: 'A', x: 60, w: 6, base: 200, size: 11, bold: false }] }
    const { looked } = form(0)
    expect(scanned(behind, looked, [], SCALE).glyphs.filter((g) => g.ch !== '.')).toHaveLength(1)
    expect(scanned(page, looked, [], SCALE).strokes).toHaveLength(1)
  })
})
