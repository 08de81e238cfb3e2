import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Brought, BroughtUndone, FileLook } from '../../shared/bring'
import type { LibraryView } from '../../shared/library'
import { Caller, memberAs, signedIn } from '../support/caller'
import { agreedJob, inDays, jobOf, makeJob, priced } from '../support/line'
import { TestServer } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

const items = async () => (await owner.must<LibraryView>('GET', '/api/library')).catalogue
const give = async (text: string, caller = owner) =>
  (await caller.upload<{ sha: string }>('/api/items/file', new TextEncoder().encode(text))).body.sha
const TABLE = [
  'Code,Item,Unit,Price,VAT,Group',
  'TUB,Cold plunge tub,,101.50,20,Water',
  'HAT,"=HYPERLINK(""x"")",,12,20,Small things',
  'HAT,A felt hat again,,12,20,',
  ',No price that can be read,,lots,20,',
].join('\r\n')

/** A PNG of one point, as any drawing program writes it. */
const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
)

describe('an item of which there are so many', () => {
  it('says where more is wanted at once than there is, with the agreed jobs that take of it', async () => {
    const { id: item } = await owner.must<{ id: string }>('POST', '/api/items', {
      description: 'Bell tent',
      unit: '',
      unitPrice: 9000,
      taxRate: '20',
      stock: 4,
    })
    const lines = (quantity: string) => [priced({ key: 'tent', description: 'Bell tent', item, quantity })]
    const first = await agreedJob(owner, { title: 'Tents first', lines: lines('3') })
    const { id } = await makeJob(owner, { title: 'Tents next', lines: lines('2') })
    expect((await jobOf(owner, id)).short).toEqual([
      { item, description: 'Bell tent', stock: 4, wanted: '5', jobs: [{ id: first.id, title: 'Tents first' }] },
    ])
    // One that isn't agreed takes nothing from others, and other days are other days.
    expect((await jobOf(owner, first.id)).short).toEqual([])
    const { id: later } = await makeJob(owner, {
      starts: `${inDays(60)}T10:00`,
      ends: `${inDays(60)}T18:00`,
      lines: lines('4'),
    })
    expect((await jobOf(owner, later)).short).toEqual([])
    await owner.must('DELETE', `/api/items/${item}`)
    expect((await jobOf(owner, id)).short).toEqual([])
  })

  it('has a picture that clients see; no other file of ours is seen by its hash', async () => {
    const { sha } = (await owner.upload<{ sha: string }>('/api/items/picture', PNG)).body
    const nobody = new Caller(server)
    expect((await nobody.get(`/api/look/${sha}`)).status).toBe(200)
    const [{ other }] = (await server.rows(
      "select sha as other from blobs where type = 'application/pdf' limit 1",
    )) as unknown as [{ other: string }]
    for (const file of [other, 'x', '../secret'])
      expect((await nobody.get(`/api/look/${encodeURIComponent(file)}`)).status, file).toBe(404)
    const given = { description: 'With a picture', unit: '', unitPrice: 100, taxRate: '20' }
    expect((await owner.post('/api/items', { ...given, picture: other })).status).toBe(422)
    const { id } = (await owner.post<{ id: string }>('/api/items', { ...given, picture: sha })).body
    expect((await items()).find((i) => i.id === id)).toMatchObject({ picture: sha, stock: null })
    await owner.must('DELETE', `/api/items/${id}`)
    // What is no picture, or too large a one, is refused in words.
    expect((await owner.upload('/api/items/picture', new TextEncoder().encode('<svg onload=x>'))).status).toBe(422)
    expect((await owner.upload('/api/items/picture', Buffer.concat([PNG, Buffer.alloc(500_000)]))).status).toBe(413)
    const { caller } = await memberAs(server, owner, 'staff')
    expect((await caller.upload('/api/items/picture', PNG)).status).toBe(403)
    expect((await nobody.upload('/api/items/picture', PNG)).status).toBe(401)
  })
})

describe('priced items from a table', () => {
  it('are looked at first, come in once, put right what is there, and go out again as they were', async () => {
    const before = await items()
    const sha = await give(TABLE)
    const look = await owner.must<FileLook>('POST', '/api/items/look', { sha })
    expect(look.counts).toEqual({ new: 1, same: 1, repeated: 1, wrong: 1 })
    expect(look.columns.map((c) => c.means)).toEqual(['code', 'description', 'unit', 'price', 'tax', 'group'])
    expect(await items()).toEqual(before)
    const bring = () => owner.must<Brought>('POST', '/api/items/imports', { sha, key: 'k-items-once', same: 'fill' })
    const both = await Promise.all([bring(), bring()])
    expect(both[0]).toMatchObject({ added: 1, filled: 1, left: 2 })
    expect(both[1]).toEqual(both[0])
    const after = await items()
    expect(after.find((i) => i.id === 'tub')).toMatchObject({ unitPrice: 10_150, code: 'TUB', group: 'Water' })
    expect(after.at(-1)).toMatchObject({ description: '=HYPERLINK("x")', code: 'HAT' })
    const table = await owner.get<string>('/api/items/export')
    expect(table.body).toContain(`"'=HYPERLINK(""x"")"`)
    expect(await owner.must<BroughtUndone>('DELETE', '/api/items/imports/k-items-once')).toEqual({
      removed: 1,
      kept: 0,
    })
    expect(await items()).toEqual(before)
  })
  it('are for who may change settings; a file of people is no file of items', async () => {
    const { caller: staff } = await memberAs(server, owner, 'staff')
    expect((await staff.call('POST', '/api/items/look', { sha: await give(TABLE) })).status).toBe(403)
    expect((await staff.call('GET', '/api/items/export')).status).toBe(403)
    const people = (await owner.upload<{ sha: string }>('/api/contacts/file', new TextEncoder().encode('name\nPetra')))
      .body
    expect((await owner.call('POST', '/api/items/look', { sha: people.sha })).status).toBe(404)
    const { id } = await owner.must<Brought>('POST', '/api/contacts/imports', {
      ...people,
      key: 'k-people-not',
      same: 'leave',
    })
    expect((await owner.call('DELETE', `/api/items/imports/${id}`)).status).toBe(404)
  })
  it('take in two thousand at once', async () => {
    const rows = Array.from({ length: 2000 }, (_, i) => `C${i},Thing number ${i},,${i}.25`)
    const sha = await give(`code,item,unit,price\n${rows.join('\n')}`)
    const { added } = await owner.must<Brought>('POST', '/api/items/imports', {
      sha,
      key: 'k-items-many',
      same: 'leave',
    })
    expect(added).toBe(2000)
    expect((await owner.must<BroughtUndone>('DELETE', '/api/items/imports/k-items-many')).removed).toBe(2000)
  })
})

describe('a priced item', () => {
  const ITEM = { description: 'Birch whisks', unit: 'pairs', unitPrice: 900, taxRate: '20' }
  it('has a code no other has, whatever its case', async () => {
    const { id } = await owner.must<{ id: string }>('POST', '/api/items', { ...ITEM, code: 'Whisk' })
    const again = await owner.call('POST', '/api/items', { ...ITEM, code: 'WHISK' })
    expect(again).toMatchObject({ status: 422, body: { fields: { code: expect.stringContaining('Birch whisks') } } })
    await owner.must('PUT', `/api/items/${id}`, { ...ITEM, code: 'WHISK' })
    await owner.must('DELETE', `/api/items/${id}`)
  })
  it('of which two prices begin on one day is refused', async () => {
    const prices = [1, 2].map((unitPrice) => ({ from: '2027-01-01', unitPrice }))
    expect((await owner.call('POST', '/api/items', { ...ITEM, prices })).status).toBe(422)
  })
  it('is said on a paper in the paper’s language, and in its own words where it has none', async () => {
    const words = { de: { description: 'Birkenquaste', unit: 'Paar' } }
    const lines = [
      priced({ key: 'w', description: 'Birch whisks', unit: 'pairs', words }),
      priced({ key: 'h', description: 'Felt hat' }),
    ]
    const { id } = await makeJob(owner, { lines })
    const paper = await owner.must<{ id: string }>('POST', `/api/jobs/${id}/papers`, { kind: 'quote' })
    const textOf = async () => JSON.stringify(await owner.must('GET', `/api/papers/${paper.id}`))
    expect(await textOf()).toContain('Birch whisks')
    await server.rows(`update papers set document = json_set(document, '$.language', 'de') where id = ?`, [paper.id])
    const german = await textOf()
    expect(german).toContain('Birkenquaste')
    expect(german).toContain('Felt hat')
  })
})
