import { PNG } from 'pngjs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { JobView } from '../../shared/jobs'
import type { JobFile } from '../../shared/out/jobs'
import type { TodayView } from '../../shared/overview'
import { Caller, STAFF, signedIn } from '../support/caller'
import { inDays, jobOf, linkTo, makeJob, makePaper, send } from '../support/line'
import { TestServer } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

const picture = (shade: number) => {
  const png = new PNG({ width: 4, height: 3 })
  png.data.fill(shade)
  return new Uint8Array(PNG.sync.write(png))
}
const take = (who: Caller, job: string, bytes: Uint8Array, name = 'meter.png') =>
  who.upload<JobFile & { title?: string }>(`/api/jobs/${job}/files?name=${encodeURIComponent(name)}`, bytes)
/** Asks for a path as somebody with these headers. */
const fetched = (path: string, headers: Record<string, string> = {}) => fetch(server.origin + path, { headers })
const notesOf = async (job: string) => (await jobOf(owner, job)).thread.filter((h) => h.type === 'note')

describe('a note with pictures', () => {
  it('stands in the thread with what was taken to the job, in its order, and gives it back byte for byte', async () => {
    const { id } = await makeJob(owner)
    const [before, after] = await Promise.all([
      take(owner, id, picture(40)),
      take(owner, id, picture(200), 'after.png'),
    ])
    await owner.must('POST', `/api/jobs/${id}/notes`, {
      words: 'Scratch on the door',
      files: [after.body.sha, before.body.sha],
    })
    const [note] = await notesOf(id)
    expect(note).toMatchObject({ words: 'Maren Fosse: Scratch on the door' })
    expect(note!.files.map((f) => f.name)).toEqual(['after.png', 'meter.png'])
    const kept = await fetched(`/api/jobs/${id}/files/${before.body.sha}`, { cookie: owner.cookie })
    expect(new Uint8Array(await kept.arrayBuffer())).toEqual(picture(40))
    expect(kept.headers.get('content-disposition')).toMatch(/^attachment/)
    expect(kept.headers.get('content-security-policy')).toContain("default-src 'none'")
  })

  it('may be a picture alone; nothing at all is no note', async () => {
    const { id } = await makeJob(owner)
    const { body } = await take(owner, id, picture(90))
    await owner.must('POST', `/api/jobs/${id}/notes`, { files: [body.sha] })
    expect((await notesOf(id))[0]).toMatchObject({ words: 'Maren Fosse: a file', files: [{ sha: body.sha }] })
    expect((await owner.call('POST', `/api/jobs/${id}/notes`, { words: '  ' })).status).toBe(422)
  })

  it.each([
    ['a script that calls itself a picture', new TextEncoder().encode('<svg onload="alert(1)">'), 'Give a PDF'],
    ['a picture that ends in its middle', picture(1).slice(0, 50), 'damaged'],
    ['nothing', new Uint8Array(), ''],
  ])('is refused with %s, and keeps nothing of it', async (_, bytes, words) => {
    const { id } = await makeJob(owner)
    const { status, body } = await take(owner, id, bytes)
    expect(status).toBe(422)
    expect(body.title).toContain(words)
  })

  it('takes no file of another job, and no one but a member in', async () => {
    const [one, other] = [await makeJob(owner), await makeJob(owner)]
    const { body } = await take(owner, one.id, picture(7))
    expect((await owner.call('POST', `/api/jobs/${other.id}/notes`, { words: 'x', files: [body.sha] })).status).toBe(
      422,
    )
    expect((await fetched(`/api/jobs/${other.id}/files/${body.sha}`, { cookie: owner.cookie })).status).toBe(404)
    const path = `/api/jobs/${one.id}/files/${body.sha}`
    expect((await fetched(path)).status).toBe(401)
    await send(owner, await makePaper(owner, one.id, 'contract'))
    const token = await linkTo(owner, one.email)
    expect((await fetched(path, { authorization: `Bearer ${token}` })).status).toBe(401)
    const pressed = new Caller(server)
    await pressed.call('GET', `/s/${token}`)
    expect((await fetched(path, { cookie: pressed.cookie })).status).toBe(401)
    const staff = await signedIn(server, STAFF)
    expect((await fetched(path, { cookie: staff.cookie })).status).toBe(200)
    expect((await take(staff, one.id, picture(8))).status).toBe(200)
  })
})

describe('another job like it', () => {
  it('has its kind, client, place, facts and lines, and neither days nor papers; sent twice it is one', async () => {
    const one = await makeJob(owner, { facts: { gate: '2.4' }, notes: 'Mind the dog', people: 12 })
    await makePaper(owner, one.id, 'quote')
    const made = await Promise.all(
      [1, 2].map(() => owner.must<{ id: string }>('POST', `/api/jobs/${one.id}/copy`, { key: 'again-1' })),
    )
    expect(made[0]).toEqual(made[1])
    const [a, b] = [await jobOf(owner, one.id), await jobOf(owner, made[0]!.id)]
    const same = (j: JobView) => [
      j.kind.id,
      j.client?.id,
      j.place,
      j.people,
      j.facts,
      j.priced.total,
      j.lines.map((l) => l.description),
    ]
    expect(same(b)).toEqual(same(a))
    expect(b).toMatchObject({
      title: 'Long meadow, again',
      starts: null,
      ends: null,
      notes: '',
      papers: [],
      agreed: false,
    })
    expect((await owner.call('POST', '/api/jobs/nowhere/copy', { key: 'k' })).status).toBe(404)
  })
})

describe('further days of a job', () => {
  it('are kept in their order, told in the thread, and refused where one ends before it begins', async () => {
    const { id } = await makeJob(owner)
    const day = (d: string, from = '18:00', to = '20:00') => ({ starts: `2027-${d}T${from}`, ends: `2027-${d}T${to}` })
    const put = async (furtherDays: unknown) =>
      owner.call('PATCH', `/api/jobs/${id}`, { version: (await jobOf(owner, id)).version, set: { furtherDays } })
    expect((await put([day('05-12'), day('05-05')])).status).toBe(200)
    expect((await jobOf(owner, id)).furtherDays.map((d) => d.starts)).toEqual(['2027-05-05T18:00', '2027-05-12T18:00'])
    expect((await jobOf(owner, id)).thread[0]!.words).toContain('further days 2027-05-05, 2027-05-12')
    expect((await put([day('05-12', '20:00', '18:00')])).status).toBe(422)
    expect((await put([{ starts: null, ends: null }])).status).toBe(422)
    expect((await put([])).status).toBe(200)
    expect((await jobOf(owner, id)).furtherDays).toEqual([])
  })

  it('stand on Today’s strip, each on its day, also when the first is over', async () => {
    const of = (n: number) => ({ starts: `${inDays(n)}T18:00`, ends: `${inDays(n)}T20:00` })
    const { id } = await makeJob(owner, { starts: of(-7).starts, ends: of(-7).ends })
    const { version } = await jobOf(owner, id)
    const set = { furtherDays: [of(1), of(8), of(40)] }
    expect((await owner.call('PATCH', `/api/jobs/${id}`, { version, set })).status).toBe(200)
    const { coming } = await owner.must<TodayView>('GET', '/api/today')
    expect(coming.filter((c) => c.id === id).map((c) => [c.day, c.which])).toEqual([
      [inDays(1), 'day 2 of 4'],
      [inDays(8), 'day 3 of 4'],
    ])
  })
})
