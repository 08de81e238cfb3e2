import { deflateSync, inflateSync } from 'node:zlib'
import { PDFDocument } from '@cantoo/pdf-lib'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { pdfs } from '../../tests/support/hostile'
import { type Inflate, LIMITS, Unsafe, scanPdf, walkTrees, weighForms } from './guard'
import { allowed } from '../../tests/support/pace'

const inflate: Inflate = (data, most) => {
  try {
    return inflateSync(data, { maxOutputLength: Math.max(1, most) })
  } catch (error) {
    if ((error as { code?: string }).code === 'ERR_BUFFER_TOO_LARGE') return null
    throw error
  }
}
const bytes = (text: string) => new Uint8Array(Buffer.from(text, 'latin1'))
const why = (work: () => void): string => {
  try {
    work()
    return 'safe'
  } catch (error) {
    expect(error).toBeInstanceOf(Unsafe)
    return (error as Unsafe).why
  }
}
const scan = (text: string | Uint8Array) => why(() => scanPdf(typeof text === 'string' ? bytes(text) : text, inflate))

describe('looking through a PDF before it is opened', () => {
  it('counts how deep arrays and dictionaries nest, and nothing that only looks like them', () => {
    const nested = (n: number) => `1 0 obj ${'[<<'.repeat(n / 2)}${'>>]'.repeat(n / 2)} endobj`
    expect([scan(nested(LIMITS.depth)), scan(nested(LIMITS.depth + 2))]).toEqual(['safe', 'too-deep'])
    expect(scan(`1 0 obj (${'['.repeat(500)}) endobj`)).toBe('safe')
    expect(scan(`1 0 obj (a \\( ( nested ) ${'<<'.repeat(500)}) endobj`)).toBe('safe')
    expect(scan(`1 0 obj << /Length 9 >>\nstream\n${'['.repeat(500)}\nendstream endobj`)).toBe('safe')
    // What an object leaves open doesn't count for the next.
    expect(scan(Array.from({ length: 300 }, (_, i) => `${i} 0 obj [ endobj`).join('\n'))).toBe('safe')
  })

  it('unpacks against a limit, through as many filters as a stream names', () => {
    const packed = (times: number, size: number) => {
      let data: Buffer = Buffer.alloc(size)
      for (let i = 0; i < times; i += 1) data = deflateSync(data)
      const names = Array(times).fill('/FlateDecode').join(' ')
      return new Uint8Array(
        Buffer.concat([bytes(`1 0 obj << /Filter [${names}] >>\nstream\n`), data, bytes('\nendstream endobj')]),
      )
    }
    expect(scan(packed(1, 1000))).toBe('safe')
    expect(scan(packed(1, LIMITS.stream + 10))).toBe('bomb')
    expect(scan(packed(2, LIMITS.stream + 10))).toBe('bomb')
    expect(scan(packed(4, 10))).toBe('bomb')
  })

  it('never throws anything but a reason, nor takes longer than the bytes are many', () => {
    const piece = fc.oneof(
      fc.constantFrom(
        '[',
        ']',
        '<<',
        '>>',
        '(',
        ')',
        '\\',
        'stream\n',
        'endstream',
        'endobj',
        '1 0 obj ',
        '/FlateDecode',
        '/Type /ObjStm /N 99999999',
      ),
      fc.string({ maxLength: 6 }),
    )
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 60 }), (parts) => {
        expect(['safe', 'too-deep', 'too-many-objects', 'bomb']).toContain(scan(parts.join('')))
      }),
      { numRuns: 500 },
    )
    const began = performance.now()
    for (const text of ['(', '(\\', 'stream\n', 'stream\nendstream ', '<', 'endobj'])
      scan(text.repeat(2_000_000 / text.length))
    const took = performance.now() - began
    expect(took).toBeLessThan(allowed(5000, took))
  })
})

describe('walking an opened PDF', () => {
  const of = async (name: string) =>
    PDFDocument.load(pdfs().find((p) => p.name === name)!.bytes, { throwOnInvalidObject: false, parseSpeed: Infinity })

  it('finds fields that nest, pages in a circle, and forms that draw each other without end', async () => {
    const [deep, circle, laughs] = [
      await of('fields-deep.pdf'),
      await of('pages-in-a-circle.pdf'),
      await of('forms-within-forms.pdf'),
    ]
    expect(why(() => walkTrees(deep))).toBe('too-deep')
    expect(why(() => walkTrees(circle))).toBe('too-deep')
    expect(why(() => weighForms(laughs, (s) => s.contents))).toBe('endless')
  })

  it('lets forms that draw others a few times by', async () => {
    const pdf = await PDFDocument.create()
    const inner = await PDFDocument.create()
    inner.addPage([50, 50]).drawText('x')
    const [form] = await pdf.embedPdf(inner)
    const page = pdf.addPage([300, 300])
    for (let i = 0; i < 20; i += 1) page.drawPage(form!, { x: i * 5, y: 5 })
    const opened = await PDFDocument.load(await pdf.save({ useObjectStreams: false }))
    expect(why(() => weighForms(opened, (s) => s.contents))).toBe('safe')
    expect(why(() => walkTrees(opened))).toBe('safe')
  })
})
