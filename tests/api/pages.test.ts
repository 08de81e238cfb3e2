import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Caller, signedIn } from '../support/caller'
import { linkTo } from '../support/line'
import { TestServer } from '../support/server'

describe('a signer’s page', () => {
  let server: TestServer
  let token: string
  beforeAll(async () => {
    server = await TestServer.start()
    token = await linkTo(await signedIn(server), 'ines@marlow.example', /quote/)
  })
  afterAll(() => server.stop())

  const open = async (headers: Record<string, string> = {}) => {
    const response = await fetch(`${server.origin}/s/${token}`, { headers })
    const policy = response.headers.get('content-security-policy') ?? ''
    const nonce = /'nonce-([^']+)'/.exec(policy)![1]!
    return { status: response.status, headers: response.headers, policy, nonce, html: await response.text() }
  }

  it('opened again is the page as it was drawn, with a nonce and a policy of its own', async () => {
    const first = await open()
    const again = await open()
    expect(again.nonce).not.toBe(first.nonce)
    expect(again.html).toContain(again.nonce)
    expect(again.html).not.toContain(first.nonce)
    expect(again.html.replaceAll(again.nonce, 'N')).toBe(first.html.replaceAll(first.nonce, 'N'))
    for (const name of ['content-type', 'cache-control', 'x-content-type-options', 'referrer-policy'])
      expect(again.headers.get(name), name).toBe(first.headers.get(name))
    expect(again.policy.replaceAll(again.nonce, 'N')).toBe(first.policy.replaceAll(first.nonce, 'N'))
  })

  it('shows at once what was typed meanwhile, and is another in another language', async () => {
    const before = await open()
    const nobody = new Caller(server)
    const view = await nobody.must<{ version: number; draft: object }>('GET', `/api/sign/${token}`)
    const draft = { ...view.draft, initials: { kind: 'typed', text: 'Zebedee', face: 'caveat' } }
    await nobody.must('PUT', `/api/sign/${token}`, { draft, basedOn: view.version })
    const after = await open()
    expect(before.html).not.toContain('Zebedee')
    expect(after.html).toContain('Zebedee')
    const german = await open({ cookie: 'upwold-language=de' })
    expect(german.html).toMatch(/<html\s+lang="de"/)
    expect((await open()).html).toMatch(/<html\s+lang="en"/)
  })

  it('of nobody’s is no success, says what to do, and carries the id it stands under in the log', async () => {
    const response = await fetch(`${server.origin}/s/${'x'.repeat(43)}`)
    expect(response.status).toBe(404)
    expect(response.headers.get('x-request-id')).toMatch(/^[\w-]{8,}$/)
    expect(await response.text()).toContain('Open it again from the message you got')
  })
})
