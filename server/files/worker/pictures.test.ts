import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { inflateSync } from 'node:zlib'
import jpeg from 'jpeg-js'
import { describe, expect, it } from 'vitest'
import { fonts, paper } from '../../../tests/support/paper'
import { drawPdf } from '../../../core/pdf/draw'
import { takeIn } from '../../../core/pdf/intake'
import { pictureToPdf, assemble } from '../../../core/pdf/assemble'
import { layoutDocument } from '../../../core/layout/layout'
import { inspect, pixelsOf } from './pictures'

const folder = mkdtempSync(join(tmpdir(), 'pictures-'))
const inflate = (data: Uint8Array, most: number) => inflateSync(data, { maxOutputLength: most })
type Colour = 'red' | 'green' | 'blue' | 'black'
const RGB: Record<Colour, [number, number, number]> = {
  red: [220, 20, 20],
  green: [20, 200, 20],
  blue: [20, 20, 220],
  black: [10, 10, 10],
}
const named = (r: number, g: number, b: number): Colour =>
  (Object.keys(RGB) as Colour[]).find((k) => RGB[k].every((v, i) => Math.abs(v - [r, g, b][i]!) < 70))!

/** Where the first row and the first column of the stored pixels are seen, by the tag's value (Exif 2.32, 4.6.4). */
const SIDES: Record<number, [string, string]> = {
  1: ['top', 'left'],
  2: ['top', 'right'],
  3: ['bottom', 'right'],
  4: ['bottom', 'left'],
  5: ['left', 'top'],
  6: ['right', 'top'],
  7: ['right', 'bottom'],
  8: ['left', 'bottom'],
}
const [W, H] = [160, 96]
/** Seen: red and green above, blue and black below. */
const seen = (x: number, y: number): Colour =>
  y < H / 2 ? (x < W / 2 ? 'red' : 'green') : x < W / 2 ? 'blue' : 'black'
/** A photograph that is seen so, as a camera held in one of eight ways stores it. */
function photograph(orientation: number): Uint8Array {
  const [row, column] = SIDES[orientation]!
  const turned = row === 'left' || row === 'right'
  const [width, height] = turned ? [H, W] : [W, H]
  const data = Buffer.alloc(width * height * 4, 255)
  for (let r = 0; r < height; r += 1)
    for (let c = 0; c < width; c += 1) {
      const [x, y] = turned
        ? [row === 'left' ? r : W - 1 - r, column === 'top' ? c : H - 1 - c]
        : [column === 'left' ? c : W - 1 - c, row === 'top' ? r : H - 1 - r]
      data.set(RGB[seen(x, y)], (r * width + c) * 4)
    }
  const plain = jpeg.encode({ width, height, data }, 95).data
  const exif = Buffer.concat([
    Buffer.from('Exif\0\0MM\0*\0\0\0\b\0\x01', 'latin1'),
    Buffer.from([0x01, 0x12, 0, 3, 0, 0, 0, 1, 0, orientation, 0, 0, 0, 0, 0, 0]),
  ])
  const app1 = Buffer.from([0xff, 0xe1, (exif.length + 2) >> 8, (exif.length + 2) & 255])
  return new Uint8Array(Buffer.concat([plain.subarray(0, 2), app1, exif, plain.subarray(2)]))
}

/** The four quarters of what stands on the first page, found by its ink, as poppler draws it. */
function quarters(pdf: Uint8Array): Colour[] {
  const path = join(folder, `${Math.random()}.pdf`)
  writeFileSync(path, pdf)
  execFileSync('pdftoppm', ['-r', '72', '-singlefile', '-f', '1', path, path])
  const ppm = readFileSync(`${path}.ppm`)
  const [header, w, h] = /^P6\s+(\d+)\s+(\d+)\s+255\s/.exec(ppm.subarray(0, 40).toString('latin1'))!
  const [width, height] = [Number(w), Number(h)]
  const at = (x: number, y: number) => [...ppm.subarray(header.length + (y * width + x) * 3).subarray(0, 3)]
  const box = { left: width, top: height, right: 0, bottom: 0 }
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1)
      if (at(x, y).some((v) => v < 150)) {
        box.left = Math.min(box.left, x)
        box.right = Math.max(box.right, x)
        box.top = Math.min(box.top, y)
        box.bottom = Math.max(box.bottom, y)
      }
  // Its shape is as it is seen, too.
  expect((box.right - box.left) / (box.bottom - box.top)).toBeCloseTo(W / H, 1)
  const part = (fx: number, fy: number) =>
    named(
      ...(at(Math.round(box.left + (box.right - box.left) * fx), Math.round(box.top + (box.bottom - box.top) * fy)) as [
        number,
        number,
        number,
      ]),
    )
  return [part(0.25, 0.25), part(0.75, 0.25), part(0.25, 0.75), part(0.75, 0.75)]
}
const AS_SEEN: Colour[] = ['red', 'green', 'blue', 'black']

describe.each([1, 2, 3, 4, 5, 6, 7, 8])('a photograph with orientation %i', (orientation) => {
  const picture = photograph(orientation)
  it('is as large as it is seen, and its pixels stand upright', () => {
    expect(inspect(picture)).toMatchObject({ width: W, height: H, orientation })
    const { width, height, data } = pixelsOf(picture)
    expect([width, height]).toEqual([W, H])
    const at = (x: number, y: number) =>
      named(...([...data.subarray((y * W + x) * 4).subarray(0, 3)] as [number, number, number]))
    expect([at(20, 20), at(140, 20), at(20, 80), at(140, 80)]).toEqual(AS_SEEN)
  })
  it('is seen upright on a page of its own', async () =>
    expect(quarters(await pictureToPdf(picture, 'jpeg', orientation))).toEqual(AS_SEEN))
  it('and on a paper it is put on', async () => {
    const src = `data:image/jpeg;base64,${Buffer.from(picture).toString('base64')}`
    const laid = layoutDocument(paper([{ t: 'image', src, alt: '', width: W, height: H }]), fonts)
    expect(quarters(await drawPdf(laid, fonts, { at: new Date(0), author: '', parties: [] }))).toEqual(AS_SEEN)
  })
})

describe('what was cut off', () => {
  it('a picture that ends in its middle is told as one, whichever way it lies', () => {
    const whole = photograph(6)
    for (const part of [0.3, 0.5, 0.9])
      expect(() => inspect(whole.subarray(0, Math.floor(whole.length * part)))).toThrow(/cut off/)
    expect(() => inspect(whole)).not.toThrow()
  })
  it('a PDF of which one of three pages is left is refused, wherever it ends', async () => {
    const page = await pictureToPdf(photograph(1), 'jpeg', 1)
    const three = await assemble(
      [page],
      [1, 1, 1].map((n) => ({ file: 0, page: n, turn: 0 as const })),
    )
    expect((await takeIn(three, inflate)).pages).toHaveLength(3)
    for (const part of [0.34, 0.6, 0.8, 0.95])
      await expect(takeIn(three.subarray(0, Math.floor(three.length * part)), inflate)).rejects.toMatchObject({
        why: expect.stringMatching(/cut-off|damaged/),
      })
  })
})
