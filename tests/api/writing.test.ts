import { execFileSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import JSZip from 'jszip'
import { PNG } from 'pngjs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { clause, h, p } from '../../core/document/build'
import { toDocx } from '../../core/document/docx'
import type { PaperDocument } from '../../core/document/model'
import { wordsOfInlines, walkBlocks } from '../../core/document/walk'
import type { Brought, ClauseView, TemplateRow, TemplateView, VersionRow } from '../../shared/library'
import type { PaperView } from '../../shared/papers'
import { EMPTY_DRAFT } from '../../shared/signing'
import { type Caller, signedIn } from '../support/caller'
import { jobOf, linkTo, makeJob as newJob, paperOf, send } from '../support/line'
import { paper } from '../support/paper'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

const template = (id: string) => owner.must<TemplateView>('GET', `/api/templates/${id}`)
const add = async (document: PaperDocument, more: object = {}) =>
  (await owner.must<{ id: string }>('POST', '/api/templates', { name: 'A template', kind: 'form', document, ...more }))
    .id
const save = (id: string, revision: number, document: PaperDocument) =>
  owner.call<{ revision: number; aside: string }>('PATCH', `/api/templates/${id}`, { revision, document })
const make = async (jobId: string, templateId: string, more: object = {}) =>
  (await owner.must<{ id: string }>('POST', `/api/jobs/${jobId}/papers`, { templateId, ...more })).id
const view = (id: string) => paperOf(owner, id)
const makeJob = async () => (await newJob(owner)).id
const says = (d: PaperDocument) =>
  [...walkBlocks(d.body)]
    .flatMap((b) => (b.t === 'paragraph' || b.t === 'heading' ? [wordsOfInlines(b.content)] : []))
    .join('|')
const SIGN = {
  t: 'field' as const,
  field: { key: 's', type: 'signature' as const, party: 'client', label: 'Signature', required: true },
}
const both = (body: PaperDocument['body']) =>
  paper([...body, SIGN, { ...SIGN, field: { ...SIGN.field, key: 's2', party: 'business' } }])
const terms = both([h(2, 'Terms', true), clause('At {job.place}.'), clause('Firewood is charged.'), clause('Three.')])

/** The text of a PDF, by a tool we did not write. */
function pdfText(bytes: Uint8Array): string {
  const file = join(mkdtempSync(join(tmpdir(), 'upwold-')), 'a.pdf')
  writeFileSync(file, bytes)
  execFileSync('qpdf', ['--check', file])
  return execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' })
}

describe('a template', () => {
  it('keeps what it said whenever it was used, and brings it back', async () => {
    const id = await add(paper([h(1, 'One'), p('First words.')]))
    const job = await makeJob()
    const first = await make(job, id)
    const { revision, document } = await template(id)
    const next = { ...document, body: [...document.body, p('Second words.')] }
    expect((await save(id, revision, next)).status).toBe(200)
    const second = await make(job, id)
    expect([(await view(first)).written.templateEdition, (await view(second)).written.templateEdition]).toEqual([1, 2])
    expect([says((await view(first)).written.base), says((await view(second)).written.base)]).toEqual([
      'One|First words.',
      'One|First words.|Second words.',
    ])
    const versions = await owner.must<VersionRow[]>('GET', `/api/templates/${id}/versions`)
    expect(versions.map((v) => [v.edition, v.used])).toEqual([
      [2, 1],
      [1, 1],
    ])
    const old = await owner.must<PaperDocument>('GET', `/api/templates/${id}/versions/${versions[1]!.id}`)
    expect(says(old)).toBe('One|First words.')
    const { templates } = await owner.must<{ templates: TemplateRow[] }>('GET', '/api/library')
    expect(templates.find((t) => t.id === id)).toMatchObject({ used: 2, edition: 2 })
  })

  it('written in two windows loses neither text', async () => {
    const id = await add(paper([p('Start.')]))
    const { revision, document } = await template(id)
    const mine = (words: string) => ({ ...document, body: [p(words)] })
    expect((await save(id, revision, mine('The first window.'))).status).toBe(200)
    const late = await save(id, revision, mine('The second window.'))
    expect(late).toMatchObject({ status: 409, body: { code: 'stale' } })
    const aside = await owner.must<PaperDocument>('GET', `/api/templates/${id}/versions/${late.body.aside}`)
    expect([says((await template(id)).document), says(aside)]).toEqual(['The first window.', 'The second window.'])
    // The same text once more is no conflict.
    expect((await save(id, revision, (await template(id)).document)).status).toBe(200)
  })

  it('is taken out as JSON that reads back the same, and as PDF, DOCX and HTML that say the same', async () => {
    const { document } = await template('supplier')
    const file = (as: string) => owner.raw(`/api/templates/supplier/export?as=${as}`)
    const json = await file('json')
    const brought = await owner.upload<Brought>('/api/templates/bring?name=supplier.json', json)
    expect(brought.body).toMatchObject({ left: [], kind: 'contract', name: 'Festival supplier agreement' })
    const id = await add(brought.body.document, { name: 'Festival supplier agreement', kind: 'contract' })
    const again = new TextDecoder().decode(await owner.raw(`/api/templates/${id}/export?as=json`))
    expect(JSON.parse(again)).toEqual(JSON.parse(new TextDecoder().decode(json)))
    expect(brought.body.document.parties).toEqual(document.parties)
    expect(pdfText(await file('pdf'))).toMatch(/pounds/)
    const docx = await JSZip.loadAsync(await file('docx'))
    expect(await docx.file('word/document.xml')!.async('string')).toContain('safety officer')
    expect(new TextDecoder().decode(await file('html'))).toContain('safety officer')
  })

  it('refuses a picture that is broken, too large, or could run', async () => {
    const png = new PNG({ width: 4, height: 4 })
    const src = `data:image/png;base64,${PNG.sync.write(png).toString('base64')}`
    const image = (s: string) => paper([{ t: 'image', src: s, alt: 'Logo', width: 40, height: 40 }])
    const status = async (s: string) =>
      (await owner.call('POST', '/api/templates', { name: 'x', document: image(s) })).status
    expect(await status(src)).toBe(200)
    expect(await status(`${src.slice(0, 60)}AAAA`)).toBe(422)
    expect(await status(`data:image/png;base64,${Buffer.alloc(3_000_000).toString('base64')}`)).toBe(422)
    expect(
      await status(`data:image/svg+xml;base64,${Buffer.from('<svg onload="alert(1)"/>').toString('base64')}`),
    ).toBe(422)
  })

  it('asks for values of a paper alone, prints them, and stops where one is missing', async () => {
    const job = await makeJob()
    const id = await make(job, 'change', { values: { change: 'the hire begins a day later' } })
    const gaps = (await view(id)).gaps.map((g) => g.path)
    expect(gaps).toEqual(['paper.from'])
    await owner.must('PATCH', `/api/papers/${id}`, { values: { from: '2027-03-01', fee: '50.00' } })
    const text = pdfText(await owner.raw(`/api/papers/${id}/pdf`))
    expect(text).toMatch(/From 1 March 2027: the hire begins a day\s+later/)
    expect(text).toContain('The change costs £50.00.')
    expect((await view(id)).preflight.filter((n) => n.severity === 'stop')).toEqual([])
  })

  it('names a value no record has, and can hold two thousand guests or none', async () => {
    const list = both([p('{job.moon}'), p('{item.name}', { each: 'guests' })])
    const id = await add(list)
    const job = await makeJob()
    const empty = await view(await make(job, id))
    expect(empty.preflight).toContainEqual(
      expect.objectContaining({ rule: 'unknownValue', words: expect.stringContaining('job.moon') as string }),
    )
    expect(says(empty.written.document)).toBe('job.moon missing')
  })
})

describe('clauses', () => {
  const body = (text: string) => ({ name: 'Dogs', body: [clause(text)], edition: 0 })
  it('say what they now say in every template that follows them, and not where one keeps an edition', async () => {
    const { id } = await owner.must<{ id: string }>('POST', '/api/clauses', body('No dogs.'))
    const uses = await add(both([h(2, 'A', true), { t: 'clause', clause: id }]), { name: 'Follows' })
    await add(both([{ t: 'clause', clause: id, edition: 1 }]), { name: 'Keeps' })
    const job = await makeJob()
    const before = await make(job, uses)
    await owner.must('PUT', `/api/clauses/${id}`, { ...body('Dogs on a lead.'), edition: 1 })
    const after = await make(job, uses)
    expect([says((await view(before)).written.document), says((await view(after)).written.document)]).toEqual([
      'A|No dogs.',
      'A|Dogs on a lead.',
    ])
    const shown = await owner.must<ClauseView>('GET', `/api/clauses/${id}`)
    expect(shown.templates.map((t) => [t.name, t.follows]).sort()).toEqual([
      ['Follows', true],
      ['Keeps', false],
    ])
    expect(await owner.call('PUT', `/api/clauses/${id}`, { ...body('Late.'), edition: 1 })).toMatchObject({
      status: 409,
    })
  })

  it('that are gone stop a paper from being made without them', async () => {
    const id = await add(both([{ t: 'clause', clause: 'gone' }]), { name: 'Lacking' })
    const answer = await owner.call('POST', `/api/jobs/${await makeJob()}/papers`, { templateId: id })
    expect(answer).toMatchObject({
      status: 409,
      body: { title: expect.stringContaining('“Lacking” uses a clause') as string },
    })
  })

  it('may not come to contain themselves', async () => {
    const { id: one } = await owner.must<{ id: string }>('POST', '/api/clauses', body('One.'))
    const { id: two } = await owner.must<{ id: string }>('POST', '/api/clauses', {
      ...body('x'),
      body: [{ t: 'clause', clause: one }],
    })
    const refused = await owner.call('PUT', `/api/clauses/${one}`, {
      ...body('x'),
      edition: 1,
      body: [{ t: 'clause', clause: two }],
    })
    expect(refused).toMatchObject({ status: 422, body: { title: expect.stringContaining('contain itself') as string } })
  })
})

describe('an amendment', () => {
  const amendment = (block: string, over: object = {}) => ({
    id: `m-${block}`,
    block,
    kind: 'reword',
    content: [{ t: 'text', text: 'Firewood is included.' }],
    why: 'asked',
    ...over,
  })
  const blockOf = (v: PaperView, words: string) =>
    [...walkBlocks(v.written.base.body)].find((b) => b.t === 'paragraph' && wordsOfInlines(b.content).includes(words))!
      .id!
  let id = '',
    job = '',
    templateId = ''
  beforeAll(async () => {
    templateId = await add(terms, { name: 'Terms' })
    job = await makeJob()
    id = await make(job, templateId)
  })
  const pdf = async () => pdfText(await owner.raw(`/api/papers/${id}/pdf`))

  it('changes this copy alone, is shown or listed on the PDF, and is undone by itself', async () => {
    const v = await view(id)
    const fire = blockOf(v, 'Firewood')
    await owner.must('POST', `/api/papers/${id}/amendments`, amendment(fire))
    await owner.must(
      'POST',
      `/api/papers/${id}/amendments`,
      amendment(blockOf(v, 'Three'), { id: 'm2', kind: 'add', content: [{ t: 'text', text: 'Four.' }] }),
    )
    const [first] = (await view(id)).written.amendments
    expect(first).toMatchObject({ by: 'Maren Fosse', why: 'asked', kind: 'reword' })
    expect(await pdf()).toMatch(/1\.2\s+Firewood is charged\s?included\./)
    await owner.must('PATCH', `/api/papers/${id}`, { changes: 'clean' })
    expect(await pdf()).toMatch(
      /1\.2\s+Firewood is included\.[\s\S]*1\.3a\s+Four\.[\s\S]*Changes made to this copy[\s\S]*reworded from/,
    )
    await owner.must('DELETE', `/api/papers/${id}/amendments/m2`)
    await owner.must('DELETE', `/api/papers/${id}/amendments/m-${fire}`)
    expect(says((await view(id)).written.template)).toBe(says(v.written.template))
    expect(says((await template(templateId)).document)).toContain('Firewood is charged.')
  })

  it('that keeps coming back is said, and can become the template’s own wording', async () => {
    const copies = await Promise.all([1, 2].map(async () => make(await makeJob(), templateId)))
    for (const copy of [...copies, id]) {
      const v = await view(copy)
      await owner.must('POST', `/api/papers/${copy}/amendments`, amendment(blockOf(v, 'Firewood')))
    }
    const [row] = (await view(id)).written.amendments
    expect(row!.again).toEqual({ times: 2, of: 2 })
    await owner.must('POST', `/api/papers/${id}/amendments/${row!.id}/template`, {})
    expect(says((await template(templateId)).document)).toContain('Firewood is included.')
    expect(await view(id)).toMatchObject({ written: { amendments: [] } })
    expect(says((await view(id)).written.document)).toContain('Firewood is included.')
  })

  it('that gives words to a value is seen as a fact of the record', async () => {
    const block = blockOf(await view(id), 'At {job.place}')
    await owner.must(
      'POST',
      `/api/papers/${id}/amendments`,
      amendment(block, { content: [{ t: 'text', text: 'At Fen House.' }] }),
    )
    expect((await view(id)).written.amendments[0]!.fact).toMatchObject({
      path: 'job.place',
      text: 'Fen House',
      label: 'Place',
    })
  })

  it('is refused on what was sent, and on what isn’t there', async () => {
    expect(await owner.call('POST', `/api/papers/${id}/amendments`, amendment('nowhere'))).toMatchObject({
      status: 409,
    })
    await send(owner, id)
    expect(await owner.call('POST', `/api/papers/${id}/amendments`, amendment('b2'))).toMatchObject({
      status: 409,
      body: { title: expect.stringContaining('never changes') as string },
    })
  })
})

describe('drift', () => {
  const out = async () => {
    const job = await makeJob()
    const id = await make(job, await add(terms, { name: 'Drifting terms' }))
    await send(owner, id)
    const { version } = await jobOf(owner, job)
    await owner.must('PATCH', `/api/jobs/${job}`, { version, set: { place: 'Fen House, Sedge' } })
    return { job, id }
  }
  it('is shown on the job and the paper, and left once is left for good', async () => {
    const { job, id } = await out()
    const { drift } = await view(id)
    expect(drift).toMatchObject([{ path: 'job.place', now: 'Fen House, Sedge' }])
    expect((await jobOf(owner, job)).papers.find((x) => x.id === id)).toMatchObject({ drift: [{ path: 'job.place' }] })
    await owner.must('POST', `/api/papers/${id}/drift`, { how: 'leave' })
    expect((await view(id)).drift).toEqual([])
  })

  it('can be sent anew: the old link is dead, the new draft says what is true', async () => {
    const { id } = await out()
    const key = 'anew1'
    const made = await owner.must<{ id: string }>('POST', `/api/papers/${id}/drift`, { how: 'anew', key })
    expect(await owner.must('POST', `/api/papers/${id}/drift`, { how: 'anew', key })).toEqual(made)
    expect((await view(id)).state).toBe('withdrawn')
    const fresh = await view(made.id)
    expect([fresh.state, says(fresh.written.document)]).toEqual([
      'draft',
      expect.stringContaining('At Fen House, Sedge.'),
    ])
  })

  it('can become an addendum with only the differences, to be signed by the same people', async () => {
    const { id } = await out()
    const made = await owner.must<{ id: string }>('POST', `/api/papers/${id}/drift`, { how: 'addendum', key: 'add1' })
    const fresh = await view(made.id)
    expect(fresh.sheet.map((s) => s.party)).toEqual(['client', 'business'])
    const text = pdfText(await owner.raw(`/api/papers/${made.id}/pdf`))
    expect(text).toMatch(/Place\s+Long Meadow, Sedge\s+Fen House, Sedge/)
    expect(text).not.toContain('Firewood')
    expect((await view(id)).drift).toEqual([])
    await send(owner, made.id)
  })
})

describe('a contact', () => {
  it('keeps what a correction doesn’t speak of', async () => {
    const contact = { name: 'Ada Quill', email: 'ada@quill.example', phone: '01632 960 777', born: '1990-01-31' }
    const { id } = await owner.must<{ id: string }>('POST', '/api/contacts', contact)
    await owner.must('PATCH', `/api/contacts/${id}`, { name: 'Ada Quill-Marsh' })
    const list = await owner.must<object[]>('GET', '/api/contacts?find=Quill-Marsh')
    expect(list).toMatchObject([{ ...contact, name: 'Ada Quill-Marsh' }])
  })
})

describe('initials on every page', () => {
  it('are given once and stand on each page of the sealed copy', async () => {
    const pages = both([p('One.'), { t: 'pageBreak' }, p('Two.'), { t: 'pageBreak' }, p('Three.')])
    const id = await make(await makeJob(), await add({ ...pages, initials: ['client'] }, { name: 'Initialled' }))
    await send(owner, id)
    const { sheet } = await view(id)
    const client = await linkTo(owner, sheet[0]!.email)
    const draft = { ...EMPTY_DRAFT, signature: { kind: 'typed' as const, text: 'Petra Holm', face: 'caveat' as const } }
    const refused = await owner.call('POST', `/api/sign/${client}/finish`, { draft, consent: true, basedOn: 0 })
    expect(refused).toMatchObject({
      status: 422,
      body: { fields: { 'client-page-initials': expect.any(String) as string } },
    })
    const values = { 'client-page-initials': 'P.Q.H.' }
    await owner.must('POST', `/api/sign/${client}/finish`, { draft: { ...draft, values }, consent: true, basedOn: 0 })
    const { path } = await owner.must<{ path: string }>('POST', `/api/papers/${id}/countersign`)
    await owner.must('POST', `/api/sign/${path.split('/').at(-1)!}/finish`, { draft, consent: true, basedOn: 0 })
    const sealed = await until(
      () => owner.call('GET', `/api/papers/${id}/sealed`),
      (a) => a.status === 200,
    )
    const text = pdfText(sealed.bytes).split('\f')
    expect(text.slice(0, 3).map((page) => page.includes('P.Q.H.'))).toEqual([true, true, true])
  })
})

describe('a guest under 18', () => {
  it('needs a guardian, who signs too', async () => {
    const job = await makeJob()
    const contact = { name: 'Theo Marlow', email: 'theo@marlow.example', born: '2015-05-01' }
    const { contactId: guestId } = await owner.must<{ contactId: string }>('POST', `/api/jobs/${job}/guests`, {
      contact,
    })
    const id = (await owner.must<{ id: string }>('POST', `/api/jobs/${job}/papers`, { kind: 'waiver', guestId })).id
    const before = await view(id)
    expect(before.sheet.map((s) => s.party)).toEqual(['guest', 'guardian'])
    expect(before.preflight).toContainEqual(
      expect.objectContaining({ rule: 'nobodyBound', words: 'Nobody stands for Guardian yet.' }),
    )
    const guardian = (
      await owner.must<{ id: string }>('POST', '/api/contacts', { name: 'Ines Marlow', email: 'ines@marlow.example' })
    ).id
    await owner.must('PATCH', `/api/papers/${id}`, { bind: { party: 'guardian', contactId: guardian } })
    expect((await view(id)).preflight.filter((n) => n.severity === 'stop')).toEqual([])
  })
})

describe('a file brought in', () => {
  const bring = (name: string, bytes: Uint8Array | string) =>
    owner.upload<Brought>(
      `/api/templates/bring?name=${encodeURIComponent(name)}`,
      typeof bytes === 'string' ? new TextEncoder().encode(bytes) : bytes,
    )
  const docx = () =>
    toDocx(
      paper(
        [
          h(1, 'Hire terms'),
          p('Client name: ________'),
          { t: 'list', ordered: false, items: [[p('wood')], [p('water')]] },
          {
            t: 'table',
            columns: [{ width: 1 }, { width: 1 }],
            head: [],
            rows: [{ cells: [[p('Barrel')], [p('£420')]] }],
          },
        ],
        { header: [p('Larkmoor')], footer: [p('The end')] },
      ),
    )
  const changed = async (change: (zip: JSZip) => unknown) => {
    const zip = await JSZip.loadAsync(await docx())
    change(zip)
    return zip.generateAsync({ type: 'uint8array' })
  }

  it('keeps a DOCX’s headings, lists, tables, header and footer, and proposes its blanks', async () => {
    const { body } = await bring('terms.docx', await docx())
    expect(says(body.document)).toBe('Hire terms|Client name: ________|wood|water|Barrel|£420')
    expect([body.document.header, body.document.footer].map((b) => JSON.stringify(b))).toEqual([
      expect.stringContaining('Larkmoor'),
      expect.stringContaining('The end'),
    ])
    expect(body.blanks).toMatchObject([{ text: '________', propose: { kind: 'value', path: 'client.name' } }])
    expect(body.left).toEqual([])
  })

  it('takes Markdown and plain text', async () => {
    const { body } = await bring(
      'a.md',
      '# Terms\n\n- one\n- two\n\n| a | b |\n|---|---|\n| 1 | 2 |\n\n<script>alert(1)</script>',
    )
    expect(body.document.body.map((b) => b.t)).toEqual(['heading', 'list', 'table'])
    expect(body.left).toContain('a script')
    expect(says((await bring('a.txt', 'Terms\n\nOne line.\nAnother.')).body.document)).toBe('Terms|One line. Another.')
  })

  it('tells what a macro or tracked changes were, and runs nothing', async () => {
    const { body } = await bring('m.docm', await changed((zip) => zip.file('word/vbaProject.bin', 'x')))
    expect(body.left).toContain('a macro; nothing of it was run')
  })

  it.each<[string, () => Promise<Uint8Array> | Uint8Array, string, RegExp]>([
    ['one that isn’t a DOCX', () => new TextEncoder().encode('hello'), 'a.docx', /not a DOCX/],
    ['an encrypted one', () => Uint8Array.from([0xd0, 0xcf, 0x11, 0xe0, 0, 0, 0, 0]), 'a.docx', /password/],
    ['a cut-off one', async () => (await docx()).slice(0, 900), 'a.docx', /damaged/],
    ['a zip of something else', () => changed((zip) => zip.remove('word/document.xml')), 'a.docx', /not a DOCX/],
    ['a PDF', () => new TextEncoder().encode('%PDF-1.7'), 'a.docx', /is a PDF/],
    ['an unknown kind', () => new TextEncoder().encode('x'), 'a.pages', /can’t read a “.pages”/],
    ['JSON of something else', () => new TextEncoder().encode('{"a":1}'), 'a.json', /not a paper of Upwold/],
    ['nothing', () => new Uint8Array(), 'a.txt', /empty/],
  ])('refuses %s and says why', async (_, bytes, name, words) => {
    const { status, body } = await bring(name, await bytes())
    expect([status, (body as unknown as { title: string }).title]).toEqual([422, expect.stringMatching(words)])
  })

  it('is asked of a signer, kept with what they signed, and refused when it isn’t a picture or a PDF', async () => {
    const photo = {
      t: 'field' as const,
      field: { key: 'photo', type: 'attachment' as const, party: 'client', label: 'A photograph', required: true },
    }
    const id = await make(await makeJob(), await add(both([photo]), { name: 'With a photograph' }))
    await send(owner, id)
    const token = await linkTo(owner, (await view(id)).sheet[0]!.email)
    const give = (bytes: Uint8Array) =>
      owner.upload<{ value: string }>(`/api/sign/${token}/attachment?key=photo&name=stove.png`, bytes)
    expect((await give(new TextEncoder().encode('MZ'))).status).toBe(422)
    const png = PNG.sync.write(new PNG({ width: 2, height: 2 }))
    const { value } = (await give(png)).body
    const draft = {
      values: { photo: value },
      taken: {},
      quantities: {},
      signature: { kind: 'typed', text: 'Ines Marlow', face: 'caveat' },
    }
    await owner.must('POST', `/api/sign/${token}/finish`, { draft, consent: true, basedOn: 0 })
    expect((await view(id)).attachments).toEqual([{ sha: value.slice(0, 64), name: 'stove.png' }])
    const kept = await owner.raw(`/api/papers/${id}/attachments/${value.slice(0, 64)}`)
    expect(Buffer.compare(Buffer.from(kept), png)).toBe(0)
  })
})
