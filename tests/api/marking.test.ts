import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { PDFDocument, PDFName } from '@cantoo/pdf-lib'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { toDocx } from '../../core/document/docx'
import { h, p } from '../../core/document/build'
import type { MarkingView, MovedMarks } from '../../shared/marking'
import { Caller, signedIn } from '../support/caller'
import { linkTo, looked, makeJob, send, viewOf } from '../support/line'
import { drawn, everyBlank, key, layDown, saveMarks, setFile, tableOf, upload } from '../support/marking'
import { paper } from '../support/paper'
import { TestServer } from '../support/server'

let server: TestServer, owner: Caller

beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})

afterAll(() => server.stop())

const folder = mkdtempSync(join(tmpdir(), 'upwold-marking-'))

const kept = (bytes: Uint8Array, name = 'a.pdf'): string => {
  const path = join(folder, name)
  writeFileSync(path, bytes)
  return path
}

const textOf = (bytes: Uint8Array): string =>
  execFileSync('pdftotext', ['-layout', kept(bytes), '-'], { encoding: 'utf8' })

const signature = (party: string, y = 520) =>
  drawn(`${party}-sign`, { type: 'signature', party, label: 'Signature' }, { y, h: 30 })

describe('a file brought in', () => {
  it('is refused in words that say why, and nothing of it is kept', async () => {
    const before = (await server.rows('select count(*) as n from files'))[0]!.n
    const cases: [Uint8Array, string, RegExp][] = [
      [new TextEncoder().encode('no PDF at all'), 'form.pdf', /neither a PDF/],
      [setFile('pool-party').subarray(0, 700), 'form.pdf', /damaged/],
      [new Uint8Array(0), 'form.pdf', /empty/],
      [
        Buffer.concat([
          Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13]),
          Buffer.from('IHDR'),
          Buffer.from([0, 0, 0xea, 0x60, 0, 0, 0xea, 0x60, 8, 0, 0, 0, 0]),
        ]),
        'bomb.png',
        /40 million pixels/,
      ],
      [new Uint8Array([0xff, 0xd8, 0xff, 0xe0, 0, 4, 0, 0, 0xff, 0xd9]), 'broken.jpg', /damaged/],
      [new Uint8Array([0x50, 0x4b, 3, 4, 1, 2, 3]), 'broken.docx', /damaged/],
      [new Uint8Array(Buffer.from('\0\0\0\x18ftypheic\0\0\0\0')), 'photo.heic', /HEIC/],
    ]
    for (const [bytes, name, words] of cases) {
      const { status, body } = await upload(owner, bytes, name)
      expect([name, status]).toEqual([name, 422])
      expect(body.title).toMatch(words)
    }
    expect((await server.rows('select count(*) as n from files'))[0]!.n).toBe(before)
  })

  it('of more than 60 MB is refused before it is read', async () => {
    const { status, body } = await upload(owner, new Uint8Array(60_000_001), 'large.pdf')
    expect([status, body.title]).toEqual([413, 'This file is larger than 60 MB. Make it smaller first.'])
  })

  it('that is protected opens with its password, and not without', async () => {
    const locked = join(folder, 'locked.pdf')
    execFileSync('qpdf', ['--encrypt', 'zwölf £', 'o', '256', '--', kept(setFile('pool-party'), 'plain.pdf'), locked])
    const bytes = new Uint8Array(readFileSync(locked))
    expect((await upload(owner, bytes)).body.why).toBe('password')
    expect((await upload(owner, bytes, 'a.pdf', { 'x-file-password': 'no' })).body.why).toBe('wrong-password')
    const { status, body } = await upload(owner, bytes, 'a.pdf', { 'x-file-password': encodeURIComponent('zwölf £') })
    expect([status, body.pages.length]).toEqual([200, 1])
  })

  it('may be a DOCX or a picture', async () => {
    const docx = await toDocx(paper([h(1, 'Stall terms'), p('Name: ______________')]))
    const { body } = await upload(owner, docx, 'terms.docx')
    expect(textOf(await owner.raw(`/api/files/${body.sha}`))).toContain('Stall terms')
    const png = Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAIAAAABCAAAAADRSSBWAAAAC0lEQVR42mNk+A8AAQUBAScY42YAAAAASUVORK5CYII=',
      'base64',
    )
    expect((await upload(owner, png, 'photo.png')).body.pages).toHaveLength(1)
  })

  it('that is digitally signed can’t be marked, but goes with a paper to be read, byte for byte', async () => {
    const pdf = await PDFDocument.load(setFile('pool-party'))
    const field = pdf.context.register(pdf.context.obj({ FT: 'Sig', V: { Type: 'Sig' } }))
    pdf.catalog.set(PDFName.of('AcroForm'), pdf.context.obj({ Fields: [field] }))
    const signed = await pdf.save({ useObjectStreams: false })
    const { body } = await upload(owner, signed, 'signed.pdf')
    expect(body).toMatchObject({ why: 'signed', title: expect.stringContaining('break that signature') as string })
    const job = await makeJob(owner)
    const id = await layDown(owner, job.id, setFile('pool-party'))
    await saveMarks(owner, id, [signature('client')])
    await owner.must('POST', `/api/papers/${id}/enclosures`, body.file)
    await send(owner, id)
    const token = await linkTo(owner, job.email)
    const client = new Caller(server)
    const view = await viewOf(client, token)
    expect(view.papers[0]!.enclosures.map((e) => e.name)).toEqual(['signed.pdf'])
    expect(
      Buffer.from(await client.raw(`/api/sign/${token}/enclosures/${body.file!.sha}`)).equals(Buffer.from(signed)),
    ).toBe(true)
    // It stays what was sent.
    expect((await owner.call('DELETE', `/api/papers/${id}/enclosures/${body.file!.sha}`)).status).toBe(409)
  })
})

describe('what lies on the table', () => {
  it('is laid once for a key, saved only on what was there, and pulled onto its page', async () => {
    const job = await makeJob(owner)
    const k = key()
    const id = await layDown(owner, job.id, setFile('pool-party'), { key: k })
    expect(await layDown(owner, job.id, setFile('pool-party'), { key: k })).toBe(id)
    expect((await saveMarks(owner, id, [drawn('a', {}, { x: 9000, y: -50 })])).status).toBe(200)
    const [m] = (await tableOf(owner, id)).marked.marks
    expect([m!.x + m!.w, m!.y]).toEqual([610, 2])
    expect((await saveMarks(owner, id, [drawn('a', {})], { revision: 0 })).status).toBe(409)
    expect((await saveMarks(owner, id, [drawn('a', {}, { page: 2 })])).body.title).toContain('no page 2')
  })

  it('refuses rules that go in a circle, with the reason', async () => {
    const job = await makeJob(owner)
    const id = await layDown(owner, job.id, setFile('pool-party'))
    const circle = [
      drawn('a', { show: { field: 'b', is: 'filled' } }),
      drawn('b', { show: { field: 'a', is: 'filled' } }),
    ]
    const { status, body } = await saveMarks(owner, id, circle)
    expect([status, body.title]).toEqual([422, expect.stringContaining('circle')])
    expect((await tableOf(owner, id)).marked.marks).toEqual([])
  })

  it('has its pages put in another order, and a new edition put under its marks', async () => {
    const job = await makeJob(owner)
    const id = await layDown(owner, job.id, setFile('cottage-tenancy'))
    const marks = await everyBlank(setFile('cottage-tenancy'))
    await saveMarks(owner, id, marks)
    let view = await tableOf(owner, id)
    const { sha } = view.marked
    const onSecond = marks.filter((m) => m.page === 2)
    await owner.must<MovedMarks>('POST', `/api/papers/${id}/marking/pages`, {
      revision: view.revision,
      pages: [
        { sha, page: 2 },
        { sha, page: 1, turn: 180 },
      ],
    })
    view = await tableOf(owner, id)
    expect(view.marked.marks.filter((m) => m.page === 1).map((m) => [m.id, m.x, m.y])).toEqual(
      onSecond.map((m) => [m.id, m.x, m.y]),
    )
    // Only its second page comes back in the new edition: what stood on the first is listed.
    const half = await PDFDocument.load(setFile('cottage-tenancy'))
    half.removePage(0)
    const edition = await upload(owner, await half.save({ useObjectStreams: false }), 'edition 2.pdf')
    const moved = await owner.must<MovedMarks>('POST', `/api/papers/${id}/marking/replace`, {
      revision: view.revision,
      sha: edition.body.sha,
    })
    view = await tableOf(owner, id)
    expect(view.marked.marks.map((m) => m.id).sort()).toEqual(onSecond.map((m) => m.id).sort())
    expect(moved.unplaced).toHaveLength(marks.length - onSecond.length)
    expect(view.marked.unplaced).toHaveLength(moved.unplaced.length)
  })

  it('says before it goes what would go wrong', async () => {
    const job = await makeJob(owner)
    const id = await layDown(owner, job.id, setFile('pool-party'))
    const marks = (await everyBlank(setFile('pool-party'))).map((m, i) =>
      i < 3 ? { ...m, state: 'proposed' as const } : m,
    )
    const card = drawn('card', { label: 'Card number' }, { x: 300, y: 700 })
    const { body } = await saveMarks(owner, id, [...marks, card])
    expect(body.preflight.map((n) => n.rule).sort()).toEqual(['cardNumber', 'offBlank', 'uncoveredBlank'])
    expect(
      (
        await owner.call('POST', `/api/papers/${id}/send`, {
          ...(await looked(owner, id)),
          subject: 'x',
          message: 'y',
          key: key(),
        })
      ).status,
    ).toBe(409)
  })

  it('is kept as a template, and used from another job with that job’s values', async () => {
    const job = await makeJob(owner)
    const id = await layDown(owner, job.id, setFile('pool-party'))
    const place = drawn(
      'place',
      { label: 'Place', party: 'client' },
      { words: { path: 'job.place', face: 'sans' }, y: 620 },
    )
    await saveMarks(owner, id, [
      signature('client'),
      place,
      drawn('mine', {}, { y: 660, words: { text: 'only for Petra', face: 'sans' } }),
    ])
    expect(textOf(await owner.raw(`/api/papers/${id}/pdf`))).toMatch(/Long Meadow, Sedge[\s\S]*only for Petra/)
    const { id: templateId } = await owner.must<{ id: string }>('POST', `/api/papers/${id}/marking/template`, {
      name: 'Pool form',
      key: key(),
    })
    const other = await makeJob(owner, { title: 'Quarry', place: 'The quarry' })
    const { id: made } = await owner.must<{ id: string }>('POST', `/api/jobs/${other.id}/papers`, {
      templateId,
      key: key(),
    })
    const text = textOf(await owner.raw(`/api/papers/${made}/pdf`))
    expect(text).toContain('The quarry')
    expect(text).not.toContain('only for Petra')
    const view = await owner.must<MarkingView>('GET', `/api/templates/${templateId}/marking`)
    expect(view.marked.marks.map((m) => m.id)).toEqual(['client-sign', 'place', 'mine'])
  })
})
