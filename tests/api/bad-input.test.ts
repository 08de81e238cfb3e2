import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Caller, signedIn } from '../support/caller'
import { filled, finish, jobOf, linkTo, makeJob, makePaper, paperOf, send, sign, viewOf } from '../support/line'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller, client: Caller

beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
  client = new Caller(server)
})

afterAll(() => server.stop())

/** A quote that is out, with the client's link. */
async function quoteOut(over: Record<string, unknown> = {}, sending: object = {}) {
  const job = await makeJob(owner, over)
  const paper = await makePaper(owner, job.id, 'quote')
  await send(owner, paper, sending)
  return { ...job, paper, token: await linkTo(owner, job.email) }
}

describe('a link', () => {
  it('that is unknown, cut short or tampered with opens nothing and says what to do', async () => {
    const { token } = await quoteOut()
    const tampered = (token.startsWith('A') ? 'B' : 'A') + token.slice(1)
    for (const bad of ['x'.repeat(43), token.slice(0, 20), tampered, `${token}%00`, '..%2f..%2fetc'])
      for (const path of ['', '/pdf', '/sealed']) {
        const answer = await client.get(`/api/sign/${bad}${path}`)
        expect([bad, answer.status]).toEqual([bad, 404])
      }
    expect((await client.get(`/api/sign/${tampered}`)).body.title).toContain('ask the sender for a new one')
    const page = await client.get<string>(`/s/${tampered}`)
    expect([page.status, page.body.includes('This link does not open anything')]).toEqual([404, true])
  })

  it('is only ever stored as a hash', async () => {
    const { token } = await quoteOut()
    const rows = await server.rows('select token_hash from links')
    expect(rows.some((r) => String(r.token_hash).includes(token))).toBe(false)
    expect(await server.rows(`select 1 from round_events where data like '%' || ? || '%'`, [token])).toEqual([])
  })

  it('that is used up shows what was signed and takes nothing more', async () => {
    const { token } = await quoteOut()
    await sign(client, token)
    expect(await viewOf(client, token)).toMatchObject({ state: 'done' })
    expect((await client.post(`/api/sign/${token}/decline`, { reason: 'changed my mind' })).status).toBe(409)
    const late = await client.call('PUT', `/api/sign/${token}`, { draft: {}, basedOn: 0 })
    expect(late).toMatchObject({ status: 409, body: { title: 'You have signed this already.' } })
  })

  it('that has lapsed or was withdrawn can’t be read or signed any more', async () => {
    const withdrawn = await quoteOut()
    const draft = filled(await viewOf(client, withdrawn.token))
    await owner.must('POST', `/api/papers/${withdrawn.paper}/withdraw`, { reason: 'wrong days' })
    const lapsed = await quoteOut({}, { lapsesAt: new Date(Date.now() + 1500).toISOString() })
    await until(
      () => paperOf(owner, lapsed.paper),
      (p) => p.state === 'lapsed',
    )
    for (const { token } of [withdrawn, lapsed]) {
      const view = await viewOf(client, token)
      expect(['withdrawn', 'lapsed']).toContain(view.state)
      expect(view.papers[0]).toMatchObject({ document: null, figures: null })
      expect((await client.get(`/api/sign/${token}/pdf`)).status).toBe(410)
      expect((await finish(client, token, draft)).status).toBe(410)
    }
    expect((await jobOf(owner, lapsed.id)).line.find((s) => s.key === 'quote')).toMatchObject({
      state: 'trouble',
      note: 'lapsed unsigned',
    })
  })
})

describe('two tabs of one signer', () => {
  it('never overwrite each other: the one behind is told and gets what is there', async () => {
    const { token } = await quoteOut()
    const view = await viewOf(client, token)
    const keep = (draft: unknown, basedOn: number) =>
      client.call<{ version: number; draft: { quantities: object } }>('PUT', `/api/sign/${token}`, { draft, basedOn })
    expect((await keep(filled(view, { quantities: { fire: '7' } }), 0)).body.version).toBe(1)
    const behind = await keep(filled(view, { quantities: { fire: '9' } }), 0)
    expect(behind).toMatchObject({
      status: 409,
      body: { code: 'stale', version: 1, draft: { quantities: { fire: '7' } } },
    })
    expect(await finish(client, token, filled(view), 0)).toMatchObject({ status: 409 })
    expect((await viewOf(client, token)).draft.quantities).toEqual({ fire: '7' })
  })

  it('and two of the owner: the stale one changes nothing', async () => {
    const { id } = await makeJob(owner)
    const { version } = await jobOf(owner, id)
    await owner.must('PATCH', `/api/jobs/${id}`, { version, set: { place: 'Upper meadow' } })
    expect(await owner.call('PATCH', `/api/jobs/${id}`, { version, set: { place: 'Lower meadow' } })).toMatchObject({
      status: 409,
      body: { code: 'stale' },
    })
    expect((await jobOf(owner, id)).place).toBe('Upper meadow')
  })
})

describe('what a signer gives', () => {
  it('is refused with the field named, and nothing is recorded', async () => {
    const { token, paper } = await quoteOut()
    const view = await viewOf(client, token)
    const cases: [object, string][] = [
      [{ signature: null }, 'Your signature is missing.'],
      [
        {
          signature: {
            kind: 'drawn',
            width: 300,
            height: 100,
            strokes: [
              [
                { x: 5, y: 5 },
                { x: 6, y: 5 },
              ],
            ],
          },
        },
        'Your signature is missing.',
      ],
      [{ signature: { kind: 'typed', text: '   ', face: 'caveat' } }, ''],
      [{ quantities: { fire: '0' } }, 'Choose between 4 and 12 h.'],
      [{ quantities: { fire: '-4' } }, 'Choose between 4 and 12 h.'],
      [{ quantities: { fire: '13' } }, 'Choose between 4 and 12 h.'],
      [{ quantities: { fire: '4.5' } }, 'Choose in steps of 1 from 4.'],
      [{ quantities: { fire: 'lots' } }, 'Give the quantity as a number.'],
      [{ quantities: { sauna: '3' } }, 'The quantity of this line is fixed.'],
      [{ taken: { sauna: false } }, 'This line is part of the quote and cannot be left out.'],
      [{ taken: { yacht: true } }, 'This line is not on the quote.'],
      [{ values: { ...filled(view).values, 'business-name': 'Maren' } }, 'This is not yours to fill.'],
      [{ values: {} }, 'Full name is missing.'],
    ]
    for (const [over, words] of cases) {
      const answer = await finish(client, token, { ...filled(view), ...over })
      expect([JSON.stringify(over), answer.status]).toEqual([JSON.stringify(over), 422])
      expect(answer.body.title).toContain(words)
    }
    const answer = await client.post(`/api/sign/${token}/finish`, { draft: filled(view), consent: false, basedOn: 0 })
    expect(answer.body.title).toBe('Please agree to sign electronically first.')
    expect((await paperOf(owner, paper)).round!.people[0]!.status).toBe('asked')
  })
})
