import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { PNG } from 'pngjs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { FieldSpec } from '../../core/document/field'
import { Caller, signedIn } from '../support/caller'
import { filled, finish, linkTo, makeJob, paperOf, send, viewOf } from '../support/line'
import { paper as made } from '../support/paper'
import { contractWith, manage, plan } from '../support/rounds'
import { TestServer } from '../support/server'

/** What signers give: files that stay theirs, and pictures that were taken when they were asked for. */
let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

/** A draft that asks its client for a photograph, and for a signature. */
async function asking(job: string, name: string): Promise<string> {
  const field = (key: string, type: FieldSpec['type'], label: string) => ({
    t: 'field' as const,
    field: { key, type, party: 'client', label, required: true },
  })
  const document = made(
    [
      field(`${name}-photo`, 'attachment', `A photograph of the ${name}`),
      field(`${name}-sign`, 'signature', 'Signature'),
    ],
    { parties: [{ key: 'client', label: 'Client' }] },
  )
  const { id: templateId } = await owner.must<{ id: string }>('POST', '/api/templates', {
    kind: 'form',
    name,
    document,
  })
  return (await owner.must<{ id: string }>('POST', `/api/jobs/${job}/papers`, { templateId })).id
}
const photograph = (n: number) => {
  const png = new PNG({ width: 4, height: 4 })
  png.data.fill(n)
  return new Uint8Array(PNG.sync.write(png))
}
const give = (caller: Caller, token: string, key: string, bytes: Uint8Array) =>
  caller.upload<{ value: string }>(`/api/sign/${token}/attachment?key=${key}&name=${key}.png`, bytes)

describe('a file given by a link', () => {
  it('stays with each paper of the round, the second as well as the first', async () => {
    const job = await makeJob(owner)
    const [stove, tub] = [await asking(job.id, 'stove'), await asking(job.id, 'tub')]
    await plan(owner, stove, (p) => ({ papers: [...p.papers, tub] }))
    await plan(owner, stove, (p) => ({
      people: p.people.map((x) =>
        x.memberId ? x : { ...x, stands: [stove, tub].map((paper) => ({ paper, party: 'client' })) },
      ),
    }))
    await send(owner, stove)
    const token = await linkTo(owner, job.email)
    const client = new Caller(server)
    const view = await viewOf(client, token)
    const keys = view.person.fields.filter((f) => f.type === 'attachment').map((f) => f.key)
    expect(keys).toHaveLength(2)
    const values = Object.fromEntries(
      await Promise.all(
        keys.map(async (k, i) => [k, (await give(client, token, k, photograph(i + 1))).body.value] as const),
      ),
    )
    expect(
      (await finish(client, token, filled(view, { values: { ...filled(view).values, ...values } }), view.version))
        .status,
    ).toBe(200)
    for (const [id, key] of [
      [stove, 'stove-photo'],
      [tub, 'tub-photo'],
    ] as const) {
      const { attachments } = await paperOf(owner, id)
      expect(attachments).toEqual([{ sha: values[key]!.slice(0, 64), name: `${key}.png` }])
      expect((await owner.raw(`/api/papers/${id}/attachments/${attachments[0]!.sha}`)).length).toBeGreaterThan(50)
    }
  })

  it('can’t be another’s, nor one that never came, nor come once the round is over or held', async () => {
    const [mine, theirs] = [await makeJob(owner), await makeJob(owner)]
    const [paper, other] = [await asking(mine.id, 'boat'), await asking(theirs.id, 'boat')]
    for (const p of [paper, other]) await send(owner, p)
    const [token, strange] = [await linkTo(owner, mine.email), await linkTo(owner, theirs.email)]
    const caller = new Caller(server)
    const stolen = (await give(caller, strange, 'boat-photo', photograph(7))).body.value
    const view = await viewOf(caller, token)
    for (const value of [stolen, `${'a'.repeat(64)}/never.png`]) {
      const draft = filled(view, { values: { 'boat-photo': value } })
      expect(await finish(caller, token, draft, view.version)).toMatchObject({
        status: 422,
        body: { fields: { 'boat-photo': expect.stringContaining('again') } },
      })
    }
    expect((await give(caller, token, 'boat-sign', photograph(1))).status).toBe(422)
    await manage(owner, paper, { do: 'pause', reason: '' })
    expect((await give(caller, token, 'boat-photo', photograph(2))).status).toBe(409)
    await manage(owner, paper, { do: 'withdraw', reason: '' })
    expect((await give(caller, token, 'boat-photo', photograph(3))).status).toBe(410)
  })
})

/** The specimen held high or low in what the camera sees. */
function held(where: 'high' | 'low'): Uint8Array {
  const folder = join(import.meta.dirname, '../../server/gateways/identity/specimens')
  const document = PNG.sync.read(readFileSync(join(folder, 'licence.png')))
  const { width, height } = document
  const scene = new PNG({ width, height: height * 2 + 40 })
  scene.data.fill(255)
  PNG.bitblt(document, scene, 0, 0, width, height, 0, where === 'high' ? 0 : height + 40)
  return new Uint8Array(PNG.sync.write(scene))
}

describe('a picture that has to be live', () => {
  const proof = { kind: 'document', when: 'once', tries: 9, selfie: false, live: true, tolerance: 'close' }
  const waiting = async () => {
    const { email, paper } = await contractWith(owner, { proof, name: 'Ines Marlow' } as never)
    await send(owner, paper)
    return { token: await linkTo(owner, email) }
  }
  const ask = (token: string) =>
    new Caller(server).must<{ id: string; hold: 'high' | 'low'; seconds: number }>(
      'POST',
      `/api/sign/${token}/challenge`,
    )
  const show = async (token: string, bytes: Uint8Array, more: Record<string, string>) => {
    const form = new FormData()
    form.set('document', new Blob([bytes as BlobPart]), 'd.png')
    for (const [k, v] of Object.entries(more)) form.set(k, v)
    const response = await fetch(`${server.origin}/api/sign/${token}/document`, {
      method: 'POST',
      headers: { origin: server.origin },
      body: form,
    })
    return { status: response.status, title: ((await response.json()) as { title?: string }).title }
  }
  const other = { high: 'low', low: 'high' } as const

  it('counts only held where the server asked a moment ago, whatever the client says of it', async () => {
    const { token } = await waiting()
    const notLive = { status: 422, title: expect.stringContaining('taken now, with the camera') }
    expect(await show(token, held('high'), { taken: 'camera', live: 'yes' })).toEqual(notLive)
    const wrong = await ask(token)
    expect(await show(token, held(other[wrong.hold]), { challenge: wrong.id })).toEqual(notLive)
    // Good for one picture: the right one comes too late for it.
    expect(await show(token, held(wrong.hold), { challenge: wrong.id })).toEqual(notLive)
    const late = await ask(token)
    await server.rows(`update proofs set challenge = json_set(challenge, '$.until', '2020-01-01')`)
    expect(await show(token, held(late.hold), { challenge: late.id })).toEqual(notLive)
    const elsewhere = await ask((await waiting()).token)
    await ask(token)
    expect(await show(token, held(elsewhere.hold), { challenge: elsewhere.id })).toEqual(notLive)
    const right = await ask(token)
    expect(await show(token, held(right.hold), { challenge: right.id })).toMatchObject({ status: 200 })
  })

  it('is asked to be held in both ways, not to be foreseen', async () => {
    const { token } = await waiting()
    const asked = new Set<string>()
    for (let i = 0; i < 18 && asked.size < 2; i += 1) asked.add((await ask(token)).hold)
    expect(asked.size).toBe(2)
  })
})
