import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { beforeAll, describe, expect, it } from 'vitest'
import { fonts, paper } from '../../tests/support/paper'
import { h, p, signatureBlock } from '../document/build'
import { type SigningKey, makeSigningKey, pem } from '../evidence/certificate'
import { type RecordLabels, deviceWords, signingRecord } from '../evidence/record'
import { layoutDocument } from '../layout/layout'
import { drawPdf } from './draw'
import type { PlacedMark, SignatureMark } from './marks'
import { seal } from './seal'

const folder = mkdtempSync(join(tmpdir(), 'upwold-pdf-'))
const at = new Date('2026-06-12T14:03:22Z')
const run = (command: string, ...args: string[]) => execFileSync(command, args, { encoding: 'utf8' })
const write = (name: string, bytes: Uint8Array) => {
  const path = join(folder, name)
  writeFileSync(path, bytes)
  return path
}
const WORDS = 'Sauna am See, Λουτρό δίπλα στη λίμνη, Баня у озера, Łaźnia.'
const document = paper([h(1, 'Hire agreement'), p(WORDS), ...signatureBlock('client', 'For the client')])
const laid = layoutDocument(document, fonts)
const options = { at, author: 'Larkmoor Saunas', parties: ['client', 'business'] }
/** Each of the record's words as its own name, but for those that are looked for. */
const RECORD = new Proxy({} as RecordLabels, {
  get: (_, key) => ({ title: 'Signing record', signedAt: 'Signed {at}' })[String(key)] ?? String(key),
})
const record = layoutDocument(
  signingRecord({
    words: RECORD,
    paper: 'Hire agreement',
    job: 'Orchard weekend',
    business: 'Larkmoor Saunas Ltd',
    language: 'en-GB',
    round: 'r1',
    sentSha: 'ab'.repeat(32),
    pages: 1,
    lastHash: 'cd'.repeat(32),
    people: [
      {
        name: 'Ines Marlow',
        part: 'signs',
        reached: 'Reached by e-mail at ines@marlow.example',
        signedAt: at.toISOString(),
        consent: 'I agree.',
        given: [{ label: 'Full name', value: 'Ines Marlow' }],
      },
    ],
    events: [
      {
        at: at.toISOString(),
        who: 'Ines Marlow',
        what: 'agreed and signed',
        ip: '192.0.2.7',
        device: deviceWords('Mozilla/5.0 (Linux; Android 14) Chrome/140.0 Mobile'),
      },
    ],
  }),
  fonts,
)
/** Dark pixels of a page, or of a part of it in points. */
function ink(pdf: string, page: number, box?: { x: number; y: number; w: number; h: number }): number {
  const crop = box
    ? ['-x', box.x, '-y', box.y, '-W', box.w, '-H', box.h].map((v) =>
        typeof v === 'number' ? String(Math.round(v)) : v,
      )
    : []
  const raw = execFileSync('pdftoppm', ['-r', '72', '-gray', '-f', String(page), '-l', String(page), ...crop, pdf], {
    maxBuffer: 1e8,
  })
  const header = /^P5\s+\d+\s+\d+\s+255\s/.exec(raw.subarray(0, 40).toString('latin1'))![0].length
  return raw.subarray(header).filter((v) => v < 128).length
}

describe('a drawn paper', () => {
  it('says its words to other programs, in every script, and shows them', async () => {
    const pdf = write('paper.pdf', await drawPdf(laid, fonts, options))
    expect(run('pdftotext', pdf, '-').replace(/\s+/g, ' ')).toContain(WORDS)
    expect(ink(pdf, 1)).toBeGreaterThan(900)
    expect(run('qpdf', '--check', pdf)).toContain('No syntax or stream encoding errors found')
    const fontsUsed = run('pdffonts', pdf).split('\n').slice(2).filter(Boolean)
    for (const line of fontsUsed) expect(line).toMatch(/^[A-Z]{6}\+\S+.*yes yes yes/)
  })

  it('is tagged, titled, in its language, and the same bytes each time', async () => {
    const bytes = await drawPdf(laid, fonts, options)
    const info = run('pdfinfo', write('again.pdf', bytes))
    expect(info).toMatch(/Tagged:\s+yes/)
    expect(info).toMatch(/Title:\s+A paper/)
    expect(run('pdfinfo', '-struct', write('s.pdf', bytes))).toMatch(/Sect[\s\S]*H1[\s\S]*P/)
    expect(Buffer.from(bytes).toString('latin1')).toContain('/Lang (en-GB)')
    expect(Buffer.compare(bytes, await drawPdf(laid, fonts, options))).toBe(0)
  })

  it('places fields where the words around them are', async () => {
    const pdf = write('fields.pdf', await drawPdf(laid, fonts, options))
    const words = run('pdftotext', '-bbox', pdf, '-')
    const [, x, y] = /xMax="([\d.]+)" yMax="([\d.]+)">Name</.exec(words)!
    const name = laid.fields.find((f) => f.field.type === 'name')!
    expect(name.x).toBeGreaterThan(Number(x))
    expect(name.x).toBeLessThan(Number(x) + 6)
    expect(Number(y)).toBeGreaterThan(name.y)
    expect(Number(y)).toBeLessThan(name.y + name.h + 3)
  })
})

describe('a sealed copy', () => {
  let key: SigningKey
  beforeAll(async () => {
    key = await makeSigningKey(
      'Larkmoor Saunas Ltd',
      new Date(Date.now() - 1000),
      10,
      new Uint8Array([1, 2, 3, 4, 5, 6, 7, 8]),
    )
  })
  const drawn: SignatureMark = {
    kind: 'drawn',
    width: 300,
    height: 100,
    strokes: [Array.from({ length: 60 }, (_, i) => ({ x: i * 5, y: 50 + 40 * Math.sin(i / 4) })), [{ x: 150, y: 95 }]],
  }
  const marks = (signature: SignatureMark): PlacedMark[] =>
    laid.fields.map((place) => ({
      at: place,
      mark: place.field.type === 'signature' ? { kind: 'signature', signature } : { kind: 'text', text: 'Ines Marlow' },
    }))
  const sealed = async (signature: SignatureMark = drawn) => {
    const sent = await drawPdf(laid, fonts, options)
    const bytes = await seal(
      {
        sent,
        marks: marks(signature),
        record,
        title: 'Hire agreement',
        language: 'en-GB',
        author: 'Larkmoor Saunas Ltd',
        at,
        reason: 'All have signed',
      },
      fonts,
      key,
    )
    return { sent, bytes, pdf: write('sealed.pdf', bytes) }
  }

  it('is called valid by pdfsig and clean by qpdf, and begins with the very bytes that were sent', async () => {
    const { sent, bytes, pdf } = await sealed()
    const verdict = run('pdfsig', '-nocert', pdf)
    for (const words of [
      'Signature is Valid',
      'Total document signed',
      'ETSI.CAdES.detached',
      'SHA-256',
      'Larkmoor Saunas Ltd, sealing',
    ])
      expect(verdict).toContain(words)
    expect(run('qpdf', '--check', pdf)).toContain('No syntax or stream encoding errors found')
    expect(Buffer.compare(bytes.subarray(0, sent.length), sent)).toBe(0)
    const text = run('pdftotext', pdf, '-').replace(/\s+/g, ' ')
    for (const words of [
      'Signing record',
      'ab'.repeat(32),
      'cd'.repeat(32),
      '2026-06-12 14:03:22 UTC',
      'Chrome 140, Android',
      '192.0.2.7',
    ])
      expect(text.replace(/ /g, '')).toContain(words.replace(/ /g, ''))
  })

  it('is broken by any changed byte, in front of the seal or behind', async () => {
    const { bytes } = await sealed()
    // All but the hole the signature itself stands in is covered.
    const [, from, to] = /\/ByteRange \[0 (\d+) +(\d+)/.exec(Buffer.from(bytes).toString('latin1'))!
    for (const i of [100, Math.floor(Number(from) * 0.5), Number(from) - 40, Number(to) + 10, bytes.length - 20]) {
      const forged = bytes.slice()
      forged[i] = forged[i] === 0x41 ? 0x42 : 0x41
      const verdict = (() => {
        try {
          return run('pdfsig', '-nocert', write('forged.pdf', forged))
        } catch (e) {
          return String((e as { stdout: string }).stdout)
        }
      })()
      expect(verdict).not.toContain('Signature is Valid')
    }
  })

  it.each<[string, SignatureMark]>([
    ['drawn', drawn],
    ['typed in a script face', { kind: 'typed', text: 'Ines Marlow', face: 'caveat' }],
    ['typed in a script no such face has', { kind: 'typed', text: 'Ελένη Παππά', face: 'dancing' }],
  ])('shows a signature that was %s, in its field', async (_, signature) => {
    const { pdf, sent } = await sealed(signature)
    const box = laid.fields.find((f) => f.field.type === 'signature')!
    const blank = ink(write('blank.pdf', sent), 1, box)
    expect(ink(pdf, 1, box)).toBeGreaterThan(blank + 40)
  })

  it('carries a certificate that openssl reads, fit for signing documents', () => {
    const file = write('seal.pem', new TextEncoder().encode(pem(key.certificate, 'CERTIFICATE')))
    const text = run('openssl', 'x509', '-in', file, '-noout', '-text')
    for (const words of [
      'CN = "Larkmoor Saunas Ltd, sealing"',
      'Digital Signature, Non Repudiation',
      'CA:FALSE',
      'E-mail Protection',
    ])
      expect(text).toContain(words)
    expect(readFileSync(file, 'utf8')).toMatch(/^-----BEGIN CERTIFICATE-----\n(.{64}\n)+/)
  })
})
