import JSZip from 'jszip'
import { PNG } from 'pngjs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { h, p } from '../../core/document/build'
import { toDocx } from '../../core/document/docx'
import type { Block } from '../../core/document/model'
import type { Brought } from '../../shared/library'
import { EMPTY_DRAFT } from '../../shared/draft'
import { type Caller, signedIn } from '../support/caller'
import { linkTo, send } from '../support/line'
import { paper } from '../support/paper'
import { TestServer, until } from '../support/server'
import { both, pdfText, says, templatesAs } from '../support/templates'

let server: TestServer, owner: Caller

/** One black pixel. */
const DOT = `data:image/png;base64,${PNG.sync.write(new PNG({ width: 1, height: 1 })).toString('base64')}`

beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})

afterAll(() => server.stop())

const { add, make, view, makeJob } = templatesAs(() => owner)

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

  it('keeps the pictures of a DOCX as large as they were, each by itself', async () => {
    const picture = (width: number, height: number): Block => ({ t: 'image', src: DOT, alt: 'logo', width, height })
    const bytes = await toDocx(paper([picture(120, 60), p('between'), picture(48, 48)], { header: [picture(90, 30)] }))
    const { body } = await bring('logo.docx', bytes)
    const sizes = (blocks: readonly Block[]) => blocks.flatMap((b) => (b.t === 'image' ? [[b.width, b.height]] : []))
    expect(sizes(body.document.body)).toEqual([
      [120, 60],
      [48, 48],
    ])
    expect(sizes(body.document.header)).toEqual([[90, 30]])
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
