import { execFileSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Caller, signedIn } from '../support/caller'
import { countersign, filled, finish, jobOf, linkTo, makeJob, paperOf, send, viewOf } from '../support/line'
import { drawn, layDown, saveMarks, setFile } from '../support/marking'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller

beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})

afterAll(() => server.stop())

const folder = mkdtempSync(join(tmpdir(), 'upwold-marking-'))

const kept = (bytes: Uint8Array, name = 'a.pdf'): string => {
  const path = join(folder, name)
  writeFileSync(path, bytes)
  return path
}

const textOf = (bytes: Uint8Array): string =>
  execFileSync('pdftotext', ['-layout', kept(bytes), '-'], { encoding: 'utf8' })

const sealedOf = async (id: string): Promise<Uint8Array> => {
  await until(
    () => paperOf(owner, id),
    (v) => !!v.round?.sealed,
  )
  return owner.raw(`/api/papers/${id}/sealed`)
}

const signature = (party: string, y = 520) =>
  drawn(`${party}-sign`, { type: 'signature', party, label: 'Signature' }, { y, h: 30 })

describe('a marked paper', () => {
  it('is filled by its rules, computed, sealed on the untouched pages, and leaves as data that goes back to the record', async () => {
    const job = await makeJob(owner)
    const id = await layDown(owner, job.id, setFile('pool-party'))
    const marks = [
      drawn(
        'phone',
        { label: 'Phone', format: { kind: 'phone' }, writeTo: 'client.phone', dataName: 'Client phone' },
        { y: 170 },
      ),
      drawn('adults', { label: 'Adults', type: 'number' }, { y: 320, w: 60 }),
      drawn('young', { label: 'Under 18', type: 'number' }, { y: 320, x: 200, w: 60 }),
      drawn(
        'all',
        { label: 'All', compute: { how: 'sum', of: ['adults', 'young'] }, required: false, writeTo: 'job.people' },
        { y: 320, x: 340, w: 60 },
      ),
      drawn('guardian', { label: 'Who minds them', show: { field: 'young', is: 'above', value: '0' } }, { y: 350 }),
      drawn(
        'secret',
        { label: 'Never asked', show: { field: 'young', is: 'above', value: '90' }, required: true },
        { y: 380 },
      ),
      drawn('formula', { label: '=1+1', dataName: '=SUM(A1)' }, { y: 600 }),
      // One key, two places: filled once, shown in both.
      drawn(
        'again',
        { key: 'guardian', label: 'Who minds them', show: { field: 'young', is: 'above', value: '0' } },
        { y: 640 },
      ),
      signature('client', 370),
      signature('business', 430),
    ]
    const strike = {
      id: 'x1',
      page: 1,
      x: 60,
      y: 270,
      w: 90,
      h: 10,
      words: 'No running.',
      instead: 'Walk.',
      note: 'as agreed by phone',
    }
    expect((await saveMarks(owner, id, marks, { strikes: [strike] })).status).toBe(200)
    await send(owner, id)
    const token = await linkTo(owner, job.email)
    const client = new Caller(server)
    const view = await viewOf(client, token)
    expect(view.papers[0]!.fields.filter((f) => f.field.key === 'guardian')).toHaveLength(2)
    const values = { phone: '01632 960 777', adults: '4', young: '2', guardian: 'Sam Holm', formula: '=cmd' }
    const give = (v: object) => finish(client, token, filled(view, { values: { ...values, ...v } }), view.version)
    expect((await give({ phone: 'ring' })).body).toMatchObject({
      fields: { phone: expect.stringContaining('phone number') as string },
    })
    expect((await give({ guardian: '' })).body).toMatchObject({ fields: { guardian: 'Who minds them is missing.' } })
    expect((await give({ all: '99' })).body).toMatchObject({ fields: { all: 'This is not yours to fill.' } })
    expect((await give({ secret: 'typed all the same' })).status).toBe(200)
    await countersign(owner, id)
    const pdf = await sealedOf(id)
    const path = kept(pdf, 'sealed.pdf')
    expect(execFileSync('pdfsig', ['-nocert', path], { encoding: 'utf8' })).toContain('Signature is Valid')
    expect(execFileSync('qpdf', ['--check', path], { encoding: 'utf8' })).toContain(
      'No syntax or stream encoding errors',
    )
    const page = execFileSync('pdftotext', ['-l', '1', path, '-'], { encoding: 'utf8' })
    for (const words of ['POOL PARTY BOOKING', '01632 960 777', 'Walk.', 'Struck by Maren Fosse', 'as agreed by phone'])
      expect(page).toContain(words)
    expect(page.match(/Sam Holm/g)).toHaveLength(2)
    expect(textOf(pdf)).not.toContain('typed all the same')

    const data = await owner.must<{ values: Record<string, string> }>('GET', `/api/papers/${id}/data?as=json`)
    expect(data.values).toMatchObject({
      'Client phone': '01632 960 777',
      All: '6',
      'Never asked': null,
      '=SUM(A1)': '=cmd',
    })
    const csv = (await owner.call<string>('GET', `/api/papers/${id}/data?as=csv`)).body
    expect(csv).toContain("'=SUM(A1)")
    expect(csv).toContain("'=cmd")

    const { writeBack } = await paperOf(owner, id)
    expect(writeBack.map((r) => [r.path, r.now, r.given, r.conflict])).toEqual([
      ['client.phone', '', '01632 960 777', false],
      ['job.people', '20', '6', true],
    ])
    await owner.must('POST', `/api/papers/${id}/write-back`, { take: ['client.phone'] })
    const after = await jobOf(owner, job.id)
    expect([after.client!.phone, after.people]).toEqual(['01632 960 777', 20])
    expect((await paperOf(owner, id)).writeBack.map((r) => r.path)).toEqual(['job.people'])
  })
})
