import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Brought, BroughtUndone, FileLook, ImportsView } from '../../shared/bring'
import type { ContactView } from '../../shared/jobs'
import { type Caller, longestWait, memberAs, signedIn } from '../support/caller'
import { allowed } from '../support/pace'
import { TestServer } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

const bytes = (text: string) => new TextEncoder().encode(text)
const give = async (file: Uint8Array, caller = owner) =>
  (await caller.upload<{ sha: string }>('/api/contacts/file', file)).body
const look = async (file: Uint8Array, more: object = {}) => {
  const { sha } = await give(file)
  return { sha, look: await owner.must<FileLook>('POST', '/api/contacts/look', { sha, ...more }) }
}
const bring = (sha: string, key: string, more: object = {}) =>
  owner.must<Brought>('POST', '/api/contacts/imports', { sha, key, same: 'fill', ...more })
const find = (words: string) =>
  owner.must<ContactView[]>('GET', `/api/contacts?find=${encodeURIComponent(words)}&limit=50`)
const count = async () => Number((await server.rows('select count(*) n from contacts'))[0]!.n)

describe('people brought in', () => {
  const FILE = [
    'Name;E-Mail;Telefon;Anschrift;Farbe',
    '"=cmd()";formel@rabe.example;;;rot',
    'Jürgen Rabe;juergen@rabe.example;030 23125 001;"Am Anger 1\n00000 Nirgendwo";blau',
    'Jürgen Rabe;juergen@rabe.example;;;',
    ';niemand@rabe.example;;;',
    'Ines Marlow;ines@marlow.example;;"Hill House, Oakhanger";',
  ].join('\r\n')

  it('are looked at first, with what would become of each; nothing is kept yet', async () => {
    const before = await count()
    const { look: seen } = await look(bytes(FILE))
    expect(seen).toMatchObject({
      of: 'csv',
      encoding: 'utf-8',
      counts: { new: 2, same: 1, repeated: 1, wrong: 1 },
    })
    expect(seen.columns.map((c) => c.means)).toEqual(['name', 'email', 'phone', 'address', 'nothing'])
    expect(seen.rows.find((r) => r.verdict === 'wrong')).toMatchObject({ n: 5, why: 'has no name' })
    expect(seen.rows.find((r) => r.verdict === 'same')!.why).toContain('Ines Marlow')
    expect(await count()).toBe(before)
  })

  it('come in once however often it is sent, and go out again as a whole but for who is in use', async () => {
    const before = await count()
    const [ines] = await find('ines marlow')
    await owner.must('PATCH', `/api/contacts/${ines!.id}`, { address: '' })
    const { sha } = await look(bytes(FILE))
    const brought = await Promise.all([bring(sha, 'k-people-once'), bring(sha, 'k-people-once')])
    expect(brought[0]).toMatchObject({ added: 2, filled: 1, left: 2 })
    expect(brought[1]).toEqual(brought[0])
    expect(await count()).toBe(before + 2)
    expect((await find('ines marlow'))[0]!.address).toBe('Hill House, Oakhanger')
    const [rabe] = await find('jürgen rabe')
    expect(rabe).toMatchObject({ address: 'Am Anger 1\n00000 Nirgendwo', phone: '030 23125 001' })
    expect((await find('=cmd'))[0]!.name).toBe('=cmd()')
    // Somebody a job is made for by then.
    await owner.must('POST', '/api/jobs', {
      key: 'k-people-job',
      title: 'For Jürgen',
      kindId: 'session',
      clientId: rabe!.id,
    })
    expect(await owner.must<BroughtUndone>('DELETE', '/api/contacts/imports/k-people-once')).toEqual({
      removed: 1,
      kept: 1,
    })
    expect(await owner.must<BroughtUndone>('DELETE', '/api/contacts/imports/k-people-once')).toEqual({
      removed: 0,
      kept: 0,
    })
    expect((await find('ines marlow'))[0]!.address).toBe('')
    expect(await find('=cmd')).toEqual([])
    const { imports } = await owner.must<ImportsView>('GET', '/api/contacts/imports')
    expect(imports[0]).toMatchObject({ added: 2, filled: 1, undoneAt: expect.any(String) as string })
  })

  it('of 20,000 rows come in at once and are found, and others are answered meanwhile', async () => {
    const rows = Array.from({ length: 20_000 }, (_, i) => `Gast ${i},gast${i}@viele.example`)
    const { sha, look: seen } = await look(bytes(`name,email\n${rows.join('\n')}`))
    expect(seen.counts.new).toBe(20_000)
    const bringing = bring(sha, 'k-people-many')
    const longest = await longestWait(bringing, () => owner.must('GET', '/api/jobs?limit=5'))
    expect(await bringing).toMatchObject({ added: 20_000 })
    expect(longest).toBeLessThan(allowed(1500, longest))
    expect((await find('gast19999')).map((c) => c.name)).toEqual(['Gast 19999'])
    expect((await look(bytes(`name,email\n${rows.join('\n')}`))).look.counts).toMatchObject({ new: 0, same: 20_000 })
    expect(await owner.must('DELETE', '/api/contacts/imports/k-people-many')).toEqual({ removed: 20_000, kept: 0 })
  })

  it('are refused with what to do where the file isn’t one', async () => {
    for (const [file, words] of [
      [bytes('name,email\n'), 'no people'],
      [bytes('BEGIN:VCARD\r\nrubbish\r\nEND:VCARD'), 'No card'],
      [new Uint8Array(2000).fill(0), 'no people'],
    ] as const) {
      const { sha } = await give(file)
      const answer = await owner.call<{ title: string }>('POST', '/api/contacts/look', { sha })
      expect([answer.status, answer.body.title]).toEqual([422, expect.stringContaining(words) as string])
    }
    // Only what was given for this is read this way.
    const [pdf] = await server.rows(`select sha from blobs where type = 'application/pdf' limit 1`)
    expect((await owner.call('POST', '/api/contacts/look', { sha: pdf!.sha })).status).toBe(404)
  })

  it('leave as a table and as cards that come back as they were', async () => {
    const { caller: bookkeeper } = await memberAs(server, owner, 'bookkeeper')
    expect((await bookkeeper.get('/api/contacts/export?as=csv')).status).toBe(403)
    for (const as of ['csv', 'vcard']) {
      const file = new Uint8Array(await owner.raw(`/api/contacts/export?as=${as}`))
      const { look: seen } = await look(file)
      expect([as, seen.counts.new, seen.left]).toEqual([as, 0, 0])
    }
  })
})
