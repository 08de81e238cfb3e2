import { Caller, signedIn } from '../../tests/support/caller'
import { filled, linkTo, makeJob, makePaper, send } from '../../tests/support/line'
import { TestServer, until } from '../../tests/support/server'
import type { SignerView } from '../../shared/signer'

export interface Survived {
  kills: number
  /** Rounds whose sending was acknowledged. */
  sent: number
  /** Signatures that were acknowledged. */
  signed: number
  missing: string[]
  twice: string[]
  integrity: string
}

/**
 * Sends and signs so many rounds while the server is killed at random moments, and says what was acknowledged and isn't
 * there, and what happened twice. Whoever gets no answer tries again with the same key, as a browser does.
 */
export async function surviveKills(rounds: number, kills: number): Promise<Survived> {
  const env = { UPWOLD_LEASE_SECONDS: '2' }
  const server = await TestServer.start(env)
  const acknowledged = { sent: new Set<string>(), signed: new Set<string>(), emails: new Set<string>() }
  let owner = await signedIn(server)
  let done = 0
  let next = 0
  const one = async (n: number) => {
    const email = `kill${n}@clients.example`
    const client = { name: 'Petra Holm', email, address: 'Long Meadow' }
    const job = await makeJob(owner, { title: `Kept ${n}`, key: `kill-job-${n}`, client })
    const paper = await makePaper(owner, job.id, 'quote', { key: `kill-paper-${n}` })
    const { roundId } = await send(owner, paper, { key: `kill-${n}` })
    acknowledged.sent.add(roundId)
    acknowledged.emails.add(email)
    const token = await linkTo(owner, email)
    const me = new Caller(server)
    const view = await me.must<SignerView>('GET', `/api/sign/${token}`)
    const { status } = await me.post(`/api/sign/${token}/finish`, {
      draft: filled(view),
      consent: true,
      basedOn: view.version,
    })
    if (status === 200) acknowledged.signed.add(roundId)
  }
  const lane = async () => {
    while (next < rounds) {
      const n = next++
      for (let tries = 0; tries < 60; tries += 1)
        try {
          await one(n)
          break
        } catch {
          await new Promise((resolve) => setTimeout(resolve, 150))
        }
      done += 1
    }
  }
  const killer = (async () => {
    for (let k = 0; k < kills; k += 1) {
      const at = ((k + Math.random()) * rounds) / kills
      await until(
        async () => done,
        (d) => d >= Math.min(at, rounds - 1),
        600,
      )
      await new Promise((resolve) => setTimeout(resolve, Math.random() * 400))
      await server.kill()
      await server.restart(env)
      owner = await signedIn(server)
    }
  })()
  try {
    await Promise.all([killer, ...Array.from({ length: 4 }, lane)])
    await until(
      () => server.rows('select id from outbox where done_at is null and due_at < ?', [new Date().toISOString()]),
      (r) => r.length === 0,
      120,
    )
    const ids = async (sql: string) => new Set((await server.rows(sql)).map((r) => String(r.id)))
    const out = await ids(`select round_id id from round_events where type = 'sent'`)
    const signed = await ids(`select round_id id from round_events where type = 'signed'`)
    const sealed = await ids(`select round_id id from round_events where type = 'sealed'`)
    const mailed = await ids(`select "to" id from messages where channel = 'mail'`)
    const missing = [
      ...[...acknowledged.sent].filter((r) => !out.has(r)).map((r) => `sent ${r}`),
      ...[...acknowledged.signed].filter((r) => !signed.has(r)).map((r) => `signed ${r}`),
      ...[...acknowledged.signed].filter((r) => !sealed.has(r)).map((r) => `sealed ${r}`),
      ...[...acknowledged.emails].filter((e) => !mailed.has(e)).map((e) => `message to ${e}`),
    ]
    const twice = [
      ...(await server.rows(
        `select round_id || type id from round_events where type in ('sent', 'signed', 'sealed') group by round_id, type, json_extract(data, '$.person') having count(*) > 1`,
      )),
      ...(await server.rows('select key id from messages group by key having count(*) > 1')),
      ...(await server.rows(
        `select "to" || subject id from messages where "to" like '%@clients.example' and subject = 'Something to sign' group by "to", subject having count(*) > 1`,
      )),
    ].map((r) => String(r.id))
    const integrity = String((await server.rows('pragma integrity_check'))[0]!.integrity_check)
    return { kills, sent: acknowledged.sent.size, signed: acknowledged.signed.size, missing, twice, integrity }
  } finally {
    await server.stop()
  }
}
