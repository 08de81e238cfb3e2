import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { LibraryView, TemplateView } from '../../shared/library'
import { type Caller, memberAs, signedIn } from '../support/caller'
import { jobOf, makeJob, makePaper, paperOf, send } from '../support/line'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

const rowOf = async (id: string) =>
  (await owner.must<LibraryView>('GET', '/api/library')).templates.find((t) => t.id === id)!
const view = (id: string) => owner.must<TemplateView>('GET', `/api/templates/${id}`)
const add = (id: string, language: string) =>
  owner.must<{ id: string }>('POST', `/api/templates/${id}/language`, { language }).then((a) => a.id)
const reword = async (id: string, text: string) => {
  const { document, revision } = await view(id)
  const [first, ...rest] = document.body
  const body = [{ ...first!, content: [{ t: 'text' as const, text }] }, ...rest]
  await owner.must('PATCH', `/api/templates/${id}`, { revision, document: { ...document, body } })
}
const languageOf = async (paper: string) =>
  (await server.rows(`select json_extract(document, '$.language') l from papers where id = ?`, [paper]))[0]?.l

describe('a template in several languages', () => {
  let german: string
  it('has the same paper beside it, once for each language', async () => {
    german = await add('quote', 'de')
    expect(await add('quote', 'de')).toBe(german)
    expect(await add(german, 'de')).toBe(german)
    expect(await add(german, 'en')).toBe('quote')
    expect(await rowOf(german)).toMatchObject({ languageOf: 'quote', language: 'de', behind: false, kind: 'quote' })
    await reword(german, 'Angebot')
  })
  it('falls behind when the first one changes, until it is said to say the same', async () => {
    await reword('quote', 'Quote, as it is now')
    expect(await rowOf(german)).toMatchObject({ behind: true })
    expect(await rowOf('quote')).toMatchObject({ behind: false, languageOf: null })
    await owner.must('POST', `/api/templates/${german}/in-step`)
    expect(await rowOf(german)).toMatchObject({ behind: false })
    expect((await owner.call('POST', '/api/templates/quote/in-step')).status).toBe(409)
  })
  it('makes papers in the language of whom they are for, and writes to them in it', async () => {
    const english = await makeJob(owner)
    expect(await languageOf(await makePaper(owner, english.id, 'quote'))).toBe('en-GB')
    const job = await makeJob(owner, {
      client: { name: 'Petra Brunner', email: 'petra@languages.example', language: 'de' },
    })
    const paper = await makePaper(owner, job.id, 'quote')
    expect(await languageOf(paper)).toBe('de')
    expect(JSON.stringify(await paperOf(owner, paper))).toContain('Angebot')
    await send(owner, paper)
    const mail = async () =>
      (await server.rows('select text from messages where "to" = ?', ['petra@languages.example']))[0]?.text
    expect(String(await until(mail, Boolean))).toMatch(/Guten Tag|Hallo|Bitte/)
    // Said otherwise later, what is made next follows.
    const { client } = await jobOf(owner, job.id)
    expect(client!.language).toBe('de')
  })
  it('that is put away makes papers no more; the first one does', async () => {
    const { revision } = await view(german)
    await owner.must('PATCH', `/api/templates/${german}`, { revision, archived: true })
    const job = await makeJob(owner, { client: { name: 'Uwe Kahl', email: 'uwe@languages.example', language: 'de' } })
    expect(await languageOf(await makePaper(owner, job.id, 'quote'))).toBe('en-GB')
  })
  it('is for who may write the library; a language there isn’t is refused', async () => {
    const { caller } = await memberAs(server, owner, 'bookkeeper')
    expect((await caller.call('POST', '/api/templates/quote/language', { language: 'fr' })).status).toBe(403)
    expect((await caller.call('POST', '/api/templates/quote/in-step')).status).toBe(403)
    expect((await owner.call('POST', '/api/templates/quote/language', { language: 'xx' })).status).toBe(422)
    expect((await owner.call('POST', '/api/templates/nothing/language', { language: 'fr' })).status).toBe(404)
  })
})
