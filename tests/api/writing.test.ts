import JSZip from 'jszip'
import { PNG } from 'pngjs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { clause, h, p } from '../../core/document/build'
import type { PaperDocument } from '../../core/document/model'
import type { TemplateStep } from '../../shared/out/library'
import type { Brought, ClauseView, TemplateRow, VersionRow } from '../../shared/library'
import { Caller, signedIn } from '../support/caller'
import { paper } from '../support/paper'
import { TestServer } from '../support/server'
import { both, pdfText, says, templatesAs } from '../support/templates'

let server: TestServer, owner: Caller

beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})

afterAll(() => server.stop())

const { template, add, save, make, view, makeJob } = templatesAs(() => owner)

describe('what a template said before', () => {
  it('is gone back to step by step, from any device, as far as the last sixty', async () => {
    const id = await add(both([p('Words 0.')]), { name: 'Stepped' })
    const first = (await template(id)).revision
    const say = async (n: number) => {
      const { revision, document } = await template(id)
      const body = [
        { ...document.body[0]!, content: [{ t: 'text' as const, text: `Words ${n}.` }] },
        ...document.body.slice(1),
      ]
      await owner.must('PATCH', `/api/templates/${id}`, { revision, document: { ...document, body } })
    }
    for (let n = 1; n <= 63; n += 1) await say(n)
    const before = (revision: number) => owner.call<TemplateStep>('GET', `/api/templates/${id}/steps/${revision}`)
    const last = await before((await template(id)).revision)
    expect(says(last.body.document)).toContain('Words 62.')
    expect(says((await before(last.body.revision)).body.document)).toContain('Words 61.')
    expect((await before(first + 3)).status).toBe(404)
    expect((await before(first + 4)).status).toBe(200)
    expect((await owner.call('GET', `/api/templates/${id}/steps/now`)).status).toBe(422)
    expect((await new Caller(server).call('GET', `/api/templates/${id}/steps/${first + 9}`)).status).toBe(401)
  })
})

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
