import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { clause, h } from '../../core/document/build'
import { wordsOfInlines, walkBlocks } from '../../core/document/walk'
import type { PaperView } from '../../shared/papers'
import { type Caller, signedIn } from '../support/caller'
import { jobOf, send } from '../support/line'
import { TestServer } from '../support/server'
import { both, pdfText, says, templatesAs } from '../support/templates'

let server: TestServer, owner: Caller

beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})

afterAll(() => server.stop())

const { template, add, make, view, makeJob } = templatesAs(() => owner)

const terms = both([h(2, 'Terms', true), clause('At {job.place}.'), clause('Firewood is charged.'), clause('Three.')])

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

  it('that became the template’s own is taken back from it, unless somebody wrote on it since', async () => {
    const before = says((await template(templateId)).document)
    const v = await view(id)
    const block = blockOf(v, 'Three.')
    const pass = async () => {
      await owner.must('POST', `/api/papers/${id}/amendments`, amendment(block, { kind: 'strike', content: [] }))
      await owner.must('POST', `/api/papers/${id}/amendments/m-${block}/template`, {})
      expect(says((await template(templateId)).document)).not.toContain('Three.')
    }
    await pass()
    for (const _ of [1, 2]) await owner.must('DELETE', `/api/papers/${id}/amendments/m-${block}/template`)
    expect(says((await template(templateId)).document)).toBe(before)
    expect((await view(id)).written.amendments).toMatchObject([{ block, kind: 'strike', why: 'asked' }])
    await owner.must('DELETE', `/api/papers/${id}/amendments/m-${block}`)
    expect(says((await view(id)).written.document)).toBe(says(v.written.document))

    await pass()
    const { revision, document } = await template(templateId)
    await owner.must('PATCH', `/api/templates/${templateId}`, { revision, document: { ...document, title: 'Anew' } })
    expect(await owner.call('DELETE', `/api/papers/${id}/amendments/m-${block}/template`)).toMatchObject({
      status: 409,
      body: { title: expect.stringContaining('written on since') as string },
    })
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
