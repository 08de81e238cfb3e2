import { execFileSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { BackupsView } from '../../shared/out/settings'
import { type Caller, memberAs, signedIn } from '../support/caller'
import { minor } from '../../core/money/money'
import { agreedJob, inDays, jobOf, priced } from '../support/line'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

const kept = () => owner.must<BackupsView>('GET', '/api/business/backups')
/** The night's errand, now; until it is done. */
async function night(): Promise<void> {
  const [before] = await server.rows("select due_at from outbox where key = 'let-go:night'")
  await server.rows("update outbox set due_at = '2020-01-01T00:00:00.000Z' where key = 'let-go:night'")
  await until(
    () => server.rows("select due_at, last_error from outbox where key = 'let-go:night' and leased_until is null"),
    (rows) => String(rows[0]?.due_at ?? '') >= String(before!.due_at),
  )
}
const verify = () => execFileSync('npx', ['tsx', 'scripts/verify.ts', '--data', server.folder], { encoding: 'utf8' })

describe('sealed papers whose years are over', () => {
  it('go after they were told of, with all they said; what is left of them still proves the rest', async () => {
    const { id: job, contract: paper } = await agreedJob(owner, {
      starts: `${inDays(-40)}T10:00`,
      ends: `${inDays(-40)}T18:00`,
      lines: [priced({ unitPrice: minor(0) })],
    })
    const [round] = await until(
      () =>
        server.rows('select id, sealed_sha as sha from rounds where paper_id = ? and sealed_sha is not null', [paper]),
      (rows) => rows.length > 0,
    )
    const [id, sha] = [String(round!.id), String(round!.sha)]
    // As if it had been sealed nine years and eleven and a half months ago.
    const long = new Date(Date.now() - (3652 - 20) * 86_400_000).toISOString()
    const [{ sql: guard }] = (await server.rows(
      "select sql from sqlite_master where name = 'round_events_no_update'",
    )) as unknown as [{ sql: string }]
    await server.rows('drop trigger round_events_no_update')
    await server.rows("update round_events set at = ? where round_id = ? and type = 'sealed'", [long, id])
    await server.rows(guard)

    // Nothing happens as long as nothing is said.
    await night()
    expect((await kept()).going).toEqual([])
    await owner.must('PUT', '/api/business/keep', { keepYears: 10 })
    await night()
    const { going, goingAll } = await kept()
    expect(goingAll).toBe(1)
    expect(going[0]).toMatchObject({ jobId: job })
    expect(going[0]!.on > inDays(28)).toBe(true)
    await until(
      () => server.rows("select text from messages where subject like '%let go%'"),
      (rows) => rows.length > 0,
    )
    expect(await owner.raw(`/api/papers/${paper}/sealed`)).toBeTruthy()

    // The thirty days pass, and the ten years.
    await server.rows('update let_go set told_at = ?, sealed_at = ?', [`${inDays(-31)}T10:00:00.000Z`, long])
    await server.rows('drop trigger round_events_no_update')
    await server.rows("update round_events set at = ? where round_id = ? and type = 'sealed'", [
      '2015-01-01T10:00:00Z',
      id,
    ])
    await server.rows(guard)
    const blob = join(server.folder, 'blobs', sha.slice(0, 2), sha)
    expect(existsSync(blob)).toBe(true)
    await night()
    await until(
      async () => existsSync(blob),
      (there) => !there,
    )
    expect((await owner.get(`/api/papers/${paper}`)).status).toBe(404)
    for (const [table, column] of [
      ['rounds', 'id'],
      ['round_events', 'round_id'],
      ['round_people', 'round_id'],
      ['round_papers', 'round_id'],
    ])
      expect(await server.rows(`select 1 from ${table} where ${column} = ?`, [id]), table).toEqual([])
    expect(await server.rows('select 1 from paper_rows where paper_id = ?', [paper])).toEqual([])
    expect(await server.rows('pragma foreign_key_check')).toEqual([])
    // The job stands, and doesn't ask for what went.
    const there = await jobOf(owner, job)
    expect(there.thread.some((t) => t.words.endsWith('was let go'))).toBe(true)
    expect(there.line.find((s) => s.key === 'contract')?.state).toBe('skipped')
    expect(verify()).toContain('all fit')
    // What went stays noted, and nothing else can be removed.
    await expect(server.rows('delete from let_go')).rejects.toThrow('stays noted')
    await expect(server.rows('delete from round_events')).rejects.toThrow('cannot be removed')
  })

  it('are for the owner to set; taken back, nothing that was told of goes', async () => {
    const { caller } = await memberAs(server, owner, 'manager')
    expect((await caller.call('PUT', '/api/business/keep', { keepYears: 1 })).status).toBe(403)
    expect((await owner.call('PUT', '/api/business/keep', { keepYears: 0 })).status).toBe(422)
    await owner.must('PUT', '/api/business/keep', { keepYears: 1 })
    await night()
    await owner.must('PUT', '/api/business/keep', { keepYears: null })
    await night()
    expect((await kept()).goingAll).toBe(0)
  })
})
