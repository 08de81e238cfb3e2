import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { DeskPad, PadView } from '../../shared/out/desk'
import { Caller, OWNER, memberAs, signedIn } from '../support/caller'
import { inDays, makeJob, sign, viewOf } from '../support/line'
import { TestServer } from '../support/server'

let server: TestServer, desk: Caller
beforeAll(async () => {
  server = await TestServer.start()
  desk = await signedIn(server)
})
afterAll(() => server.stop())

const look = (screen: Caller) => screen.must<PadView>('GET', '/api/pad')
const begin = (screen: Caller) => screen.must<PadView & { code: string | null }>('POST', '/api/pad')
/** A screen that was taken at the desk as a pad. */
async function pad(of = desk) {
  const screen = new Caller(server)
  const { code } = await begin(screen)
  const { id } = await of.must<{ id: string }>('POST', '/api/desk/pads', { code })
  await begin(screen)
  return { screen, id, code: code! }
}
async function guests(...names: string[]) {
  const { id } = await makeJob(desk, {
    kindId: 'session',
    title: `By the pad ${names.join()}`,
    lines: [],
    starts: `${inDays(0)}T23:50`,
    ends: `${inDays(0)}T23:59`,
  })
  const ids: string[] = []
  for (const name of names)
    ids.push(
      (await desk.must<{ contactId: string }>('POST', `/api/jobs/${id}/guests`, { contact: { name } })).contactId,
    )
  return { id, ids }
}
const send = (jobId: string, contactId: string, padId: string, who = desk) =>
  who.call<{ personId: string }>('POST', '/api/desk/sign', { jobId, contactId, how: 'pad', padId })
const opened = async (screen: Caller) =>
  (await screen.must<{ path: string }>('POST', '/api/pad/paper')).path.slice('/s/'.length)
const pads = (who = desk) => who.must<DeskPad[]>('GET', '/api/desk/pads')

describe('a pad beside the desk', () => {
  it('is taken by the code it shows, shows what is sent there, and is empty again when they are done', async () => {
    const screen = new Caller(server)
    expect((await look(screen)).state).toBe('none')
    const { code, state } = await begin(screen)
    expect([state, code]).toEqual(['offered', expect.stringMatching(/^[0-9A-Z]{3}-[0-9A-Z]{4}$/)])
    const { id } = await desk.must<{ id: string }>('POST', '/api/desk/pads', { code: ` ${code!.toLowerCase()} ` })
    expect((await look(screen)).state).toBe('taken')
    expect((await pads()).find((p) => p.id === id)).toMatchObject({ begun: false, who: null })
    expect(await begin(screen)).toMatchObject({ state: 'idle', code: null, business: { name: 'Larkmoor Saunas' } })

    const { id: job, ids } = await guests('Nadia Ferrer', 'Bram Ostrowski')
    await send(job, ids[0]!, id)
    const shows = await look(screen)
    expect(shows).toMatchObject({ state: 'shows', shown: expect.any(String) })
    expect(JSON.stringify(shows)).not.toContain('Nadia')
    expect((await pads()).find((p) => p.id === id)!.who).toBe('Nadia Ferrer')
    const nadia = await opened(screen)
    expect(await viewOf(screen, nadia)).toMatchObject({
      state: 'affirm',
      onPad: true,
      inPerson: true,
      host: 'Maren Fosse',
    })
    await sign(screen, nadia)
    expect((await viewOf(screen, nadia)).state).toBe('done')
    await screen.must('DELETE', '/api/pad/paper')
    expect((await look(screen)).state).toBe('idle')
    expect((await screen.get(`/api/sign/${nadia}`)).status).toBe(404)
    // What is shown next has a key of its own, so that the screen leaves what it had.
    await send(job, ids[1]!, id)
    expect((await look(screen)).shown).not.toBe(shows.shown)
  })

  it('shows whoever is sent there last; what was there before opens no more', async () => {
    const { screen, id } = await pad()
    const { id: job, ids } = await guests('Leena Varga', 'Callum Reyes')
    await send(job, ids[0]!, id)
    const leena = await opened(screen)
    await send(job, ids[1]!, id)
    expect((await screen.get(`/api/sign/${leena}`)).status).toBe(404)
    expect(await viewOf(screen, await opened(screen))).toMatchObject({ person: { name: 'Callum Reyes' } })
    await desk.must('DELETE', `/api/desk/pads/${id}/paper`)
    expect((await screen.post('/api/pad/paper')).status).toBe(409)
  })

  it('opens nothing of the business, can’t sign out or be handed back, and its links open on it alone', async () => {
    const { screen, id } = await pad()
    const { id: job, ids } = await guests('Yuki Sato')
    await send(job, ids[0]!, id)
    const token = await opened(screen)
    for (const path of ['/api/desk', '/api/jobs', '/api/account', '/api/desk/pads', `/api/jobs/${job}`])
      expect((await screen.get(path)).status, path).toBe(423)
    expect((await screen.call('DELETE', '/api/session')).status).toBe(423)
    expect((await screen.call('DELETE', '/api/handover', { pin: OWNER.pin })).status).toBe(409)
    expect((await screen.post('/api/handover', { personId: ids[0] })).status).toBe(423)
    expect((await screen.get('/api/session')).body).toMatchObject({ pad: true, handover: false })
    const { screen: other } = await pad()
    for (const who of [other, new Caller(server), desk]) expect((await who.get(`/api/sign/${token}`)).status).toBe(404)
    // A member's own place opens on no pad, though a member took it.
    expect((await screen.post('/api/desk/sign', { jobId: job, contactId: ids[0], how: 'device' })).status).toBe(423)
  })

  it('belongs to whoever took it: no other member sends anything there, and let go it opens nothing', async () => {
    const { screen, id } = await pad()
    const { id: job, ids } = await guests('Mio Sato')
    const { caller: other } = await memberAs(server, desk, 'staff')
    expect(await pads(other)).toEqual([])
    expect((await send(job, ids[0]!, id, other)).status).toBe(404)
    // Nothing was made of it.
    expect(await server.rows("select id from papers where job_id = ? and state <> 'draft'", [job])).toEqual([])
    expect((await other.call('DELETE', `/api/desk/pads/${id}/paper`)).status).toBe(404)
    await other.must('DELETE', `/api/desk/pads/${id}`)
    expect((await look(screen)).state).toBe('idle')
    await send(job, ids[0]!, id)
    const token = await opened(screen)
    await desk.must('DELETE', `/api/desk/pads/${id}`)
    expect((await look(screen)).state).toBe('none')
    expect((await screen.get(`/api/sign/${token}`)).status).toBe(404)
    expect((await screen.post('/api/pad/paper')).status).toBe(401)
  })

  it('is taken once, by a code that is one; a device that is handed over doesn’t become one', async () => {
    const { code } = await pad()
    const fresh = (await begin(new Caller(server))).code
    const both = await Promise.all([1, 2, 3].map(() => desk.post('/api/desk/pads', { code: fresh })))
    expect(both.map((b) => b.status).sort()).toEqual([200, 422, 422])
    expect((await desk.post('/api/desk/pads', { code })).status).toBe(422)
    expect((await desk.post('/api/desk/pads', { code: 'hello' })).status).toBe(422)
    expect((await new Caller(server).post('/api/desk/pads', { code })).status).toBe(401)
    const { id: job, ids } = await guests('Theo Ferrer')
    const device = await signedIn(server)
    const { body } = await device.call<{ personId: string }>('POST', '/api/desk/sign', {
      jobId: job,
      contactId: ids[0],
      how: 'device',
    })
    await device.must('POST', '/api/handover', { personId: body.personId })
    expect((await device.post('/api/pad')).status).toBe(423)
    // Nobody becomes a pad by another's code: the code alone, without the screen's own token, begins nothing.
    const stranger = new Caller(server)
    expect((await look(stranger)).state).toBe('none')
    expect((await stranger.post('/api/pad/paper')).status).toBe(401)
  })
})
