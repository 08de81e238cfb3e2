import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Caller, STAFF, signedIn } from '../support/caller'
import { linkTo, looked, makeJob, makePaper, paperOf, send, sign } from '../support/line'
import { checkStep, contractWith, manage, plan, planOf, somebody } from '../support/rounds'
import { TestServer } from '../support/server'

/** Nothing goes out past the check, and nothing goes out that was not looked at. */
let server: TestServer, owner: Caller, staff: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
  staff = await signedIn(server, STAFF)
  const settings = await owner.must<object>('GET', '/api/business/settings')
  await owner.must('PUT', '/api/business/settings', { ...settings, checked: ['staff'] })
})
afterAll(() => server.stop())

const typesOf = async (paper: string) =>
  (
    await owner.must<{ events: { type: string; data: { why?: string; checks?: { name: string }[] } }[] }>(
      'GET',
      `/api/papers/${paper}/events`,
    )
  ).events
const changePlace = async (job: string, place: string) => {
  const { version } = await owner.must<{ version: number }>('GET', `/api/jobs/${job}`)
  await owner.must('PATCH', `/api/jobs/${job}`, { version, set: { place } })
}
/** A contract that is out and signed by its client, whose place was wrong. */
async function wrongAndSigned() {
  const made = await contractWith(owner)
  await send(owner, made.paper)
  await sign(new Caller(server), await linkTo(owner, made.email))
  await changePlace(made.id, 'Another meadow')
  return made
}

describe('somebody whose papers are checked', () => {
  it('sends no correction by themself: handed in, it goes out when it is passed, as it was shown', async () => {
    const { paper, id } = await wrongAndSigned()
    expect(await manage(staff, paper, { do: 'revise', why: 'the place' })).toMatchObject({
      status: 403,
      body: { reason: 'check' },
    })
    expect((await paperOf(staff, paper)).correction).toMatchObject({ asked: true, status: 'none' })
    expect((await checkStep(staff, paper, { step: 'pass' })).status).toBe(409)
    expect((await checkStep(staff, paper, { step: 'hand-in', correct: 'the place was wrong' })).status).toBe(200)
    const today = await owner.must<{ yours: { words: string; paperId: string }[] }>('GET', '/api/today')
    expect(JSON.stringify(today)).toContain('Check the')
    expect((await typesOf(paper)).some((e) => e.type === 'revised')).toBe(false)
    // What was changed behind the checker's back isn't passed with it.
    const { seen } = await paperOf(owner, paper)
    await changePlace(id, 'A third meadow')
    expect(await owner.post(`/api/papers/${paper}/check`, { step: 'pass', seen })).toMatchObject({
      status: 409,
      body: { code: 'stale' },
    })
    expect((await checkStep(owner, paper, { step: 'pass' })).status).toBe(200)
    const revised = (await typesOf(paper)).find((e) => e.type === 'revised')!
    expect(revised.data).toMatchObject({ why: 'the place was wrong', checks: [{ name: 'Maren Fosse' }] })
    expect((await paperOf(owner, paper)).correction).toMatchObject({ status: 'passed' })
  })

  it('has a correction returned with a remark, takes it back, and can’t pass it', async () => {
    const { paper } = await wrongAndSigned()
    await checkStep(staff, paper, { step: 'hand-in', correct: '' })
    expect((await checkStep(staff, paper, { step: 'pass' })).body.title).toContain('somebody else’s to check')
    expect((await checkStep(owner, paper, { step: 'return', remark: 'Which meadow?' })).status).toBe(200)
    expect((await paperOf(staff, paper)).correction).toMatchObject({ status: 'returned', remark: 'Which meadow?' })
    await checkStep(staff, paper, { step: 'hand-in', correct: '' })
    expect((await checkStep(staff, paper, { step: 'take-back' })).status).toBe(200)
    expect((await checkStep(owner, paper, { step: 'pass' })).status).toBe(409)
    expect((await typesOf(paper)).some((e) => e.type === 'revised')).toBe(false)
  })

  it('sends no second round of the same, and no list, and puts nobody else’s list right', async () => {
    const { paper } = await wrongAndSigned()
    const { id: copy } = await staff.must<{ id: string }>('POST', `/api/papers/${paper}/copy`, { key: `c${paper}` })
    await expect(send(staff, copy)).rejects.toThrow('checks what you send')
    const { id: anew } = await staff.must<{ id: string }>('POST', `/api/papers/${paper}/drift`, {
      how: 'anew',
      key: `a${paper}`,
    })
    await expect(send(staff, anew)).rejects.toThrow('checks what you send')
    const job = await makeJob(owner)
    const { templates } = await owner.must<{ templates: { id: string; kind: string }[] }>('GET', '/api/library')
    const body = {
      templateId: templates.find((t) => t.kind === 'waiver')!.id,
      key: `list${job.id}`,
      subject: 's',
      message: 'm',
      csv: 'name,email\nSam Vale,sam@clients.example\nNobody,',
    }
    expect((await staff.post(`/api/jobs/${job.id}/lists`, body)).status).toBe(403)
    const list = await owner.must<{ id: string; failed: { n: number }[] }>('POST', `/api/jobs/${job.id}/lists`, body)
    const rows = [{ n: list.failed[0]!.n, to: { name: 'Me', email: 'me@elsewhere.example', phone: '' } }]
    expect((await staff.post(`/api/lists/${list.id}/retry`, { rows })).status).toBe(403)
    expect((await owner.post(`/api/lists/${list.id}/retry`, { rows })).status).toBe(200)
  })
})

describe('what goes out', () => {
  const changes: [string, (job: string, paper: string) => Promise<unknown>][] = [
    ['the record', (job) => changePlace(job, 'Elsewhere')],
    [
      'the priced lines',
      async (job) => {
        const view = await owner.must<{ version: number; lines: object[] }>('GET', `/api/jobs/${job}`)
        const { lines, version } = view
        await owner.must('PUT', `/api/jobs/${job}/lines`, { version, lines: lines.slice(1), discount: null })
      },
    ],
    [
      'the client',
      async (job) => {
        const { client } = await owner.must<{ client: { id: string } }>('GET', `/api/jobs/${job}`)
        await owner.must('PATCH', `/api/contacts/${client.id}`, { name: 'Petra Holmes' })
      },
    ],
    ['the paper’s own values', (_, paper) => owner.must('PATCH', `/api/papers/${paper}`, { changes: 'clean' })],
    [
      'an amendment',
      async (_, paper) => {
        const { written } = await paperOf(owner, paper)
        const block = written.base.body.find((b) => b.t === 'paragraph')!
        await owner.must('POST', `/api/papers/${paper}/amendments`, {
          id: 'a1',
          kind: 'strike',
          block: block.id,
          why: 'not needed',
        })
      },
    ],
    ['the plan', (_, paper) => plan(owner, paper, (p) => ({ people: [...p.people, somebody({ name: 'Jo Vale' })] }))],
  ]
  it.each(changes)('is what was looked at: not after %s changed', async (_, change) => {
    const job = await makeJob(owner)
    const paper = await makePaper(owner, job.id, 'contract')
    const before = await looked(owner, paper)
    const sending = { subject: 's', message: 'm', key: `k${paper}` }
    await change(job.id, paper)
    expect(await owner.post(`/api/papers/${paper}/send`, { ...sending, ...before })).toMatchObject({
      status: 409,
      body: { code: 'stale' },
    })
    expect((await paperOf(owner, paper)).state).toBe('draft')
    expect(
      await owner.post(`/api/papers/${paper}/send`, { ...sending, ...(await looked(owner, paper)) }),
    ).toMatchObject({ status: 200 })
  })

  it('has to be said: a sending that doesn’t say what was looked at is refused', async () => {
    const paper = await makePaper(owner, (await makeJob(owner)).id, 'contract')
    expect((await owner.post(`/api/papers/${paper}/send`, { key: 'x1' })).status).toBe(422)
    expect((await planOf(owner, paper)).version).toBe(0)
  })

  it('as a correction, is what was looked at, too', async () => {
    const { paper, id } = await wrongAndSigned()
    const { seen } = await paperOf(owner, paper)
    await changePlace(id, 'Elsewhere again')
    expect(await manage(owner, paper, { do: 'revise', why: '', seen })).toMatchObject({
      status: 409,
      body: { code: 'stale' },
    })
    expect((await manage(owner, paper, { do: 'revise', why: '' })).status).toBe(200)
  })
})
