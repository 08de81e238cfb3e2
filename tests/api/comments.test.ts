import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { CommentView } from '../../shared/comments'
import { Caller, STAFF, signedIn } from '../support/caller'
import { jobOf, linkTo, makeJob, makePaper, send } from '../support/line'
import { TestServer } from '../support/server'
import { pdfText } from '../support/templates'

let server: TestServer, owner: Caller, staff: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
  staff = await signedIn(server, STAFF)
})
afterAll(() => server.stop())

const saidOn = (who: Caller, of: string, on = 'paper') =>
  who.must<CommentView[]>('GET', `/api/comments?on=${on}&of=${of}`)
let n = 0
const say = (who: Caller, of: string, words: string, over: object = {}) =>
  who.call<{ id: string }>('POST', '/api/comments', { on: 'paper', of, words, key: `k${(n += 1)}`, ...over })

describe('what members say beside a paper', () => {
  it('is answered and let rest; an answer takes it up again; sent twice it is said once', async () => {
    const job = await makeJob(owner)
    const paper = await makePaper(owner, job.id, 'contract')
    const { body } = await say(staff, paper, 'Do we promise firewood?', { block: 'b3', key: 'once' })
    expect((await say(staff, paper, 'Do we promise firewood?', { block: 'b3', key: 'once' })).body).toEqual(body)
    await owner.must('PATCH', `/api/comments/${body.id}`, { resolved: true })
    expect((await saidOn(staff, paper)).map((c) => [c.block, c.resolved])).toEqual([['b3', true]])
    await say(owner, paper, 'Only kindling.', { answers: body.id })
    expect(await saidOn(staff, paper)).toMatchObject([
      { by: 'Jonah Reed', resolved: false, answers: [{ by: 'Maren Fosse', words: 'Only kindling.' }] },
    ])
    expect((await jobOf(owner, job.id)).thread[0]!.words).toBe('Maren Fosse on Hire agreement: Only kindling.')
    // It is never printed.
    expect(await pdfText(await owner.raw(`/api/papers/${paper}/pdf`))).not.toContain('kindling')
  })

  it('is there for a template, too, and apart from any paper of the same name', async () => {
    await say(owner, 'hire', 'Too long', { on: 'template' })
    expect((await saidOn(staff, 'hire', 'template')).map((c) => c.words)).toEqual(['Too long'])
    expect(await saidOn(staff, 'hire')).toEqual([])
  })

  it('is refused about nothing, to what isn’t there, and to whoever is no member', async () => {
    const job = await makeJob(owner)
    const paper = await makePaper(owner, job.id, 'contract')
    expect((await say(owner, paper, '  ')).status).toBe(422)
    expect((await say(owner, 'nowhere', 'x')).status).toBe(404)
    const { body } = await say(owner, paper, 'One')
    expect((await say(owner, 'hire', 'x', { on: 'template', answers: body.id })).status).toBe(404)
    expect((await owner.call('PATCH', '/api/comments/none', { resolved: true })).status).toBe(404)
    const nobody = new Caller(server)
    expect((await nobody.call('GET', `/api/comments?on=paper&of=${paper}`)).status).toBe(401)
    expect((await say(nobody, paper, 'x')).status).toBe(401)
    await send(owner, paper)
    await nobody.call('GET', `/s/${await linkTo(owner, job.email)}`)
    expect((await nobody.call('PATCH', `/api/comments/${body.id}`, { resolved: true })).status).toBe(401)
  })
})
