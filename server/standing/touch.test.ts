import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { eq, sql } from 'drizzle-orm'
import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import type { Change } from '../../shared/overview'
import { afterCommit, db, gathered, rawClient, write } from '../platform/db/client'
import { fromFolder, migrate } from '../platform/db/migrate'
import { changes, daySums } from '../platform/db/schema'
import { newestChange, subscribe } from './feed'
import { tellScreens, tellWhole } from './touch'

process.env.UPWOLD_DATA = mkdtempSync(join(tmpdir(), 'upwold-standing-'))
beforeAll(async () => {
  await migrate(fromFolder('server/platform/db/migrations'))
  await rawClient().executeMultiple('pragma foreign_keys = off')
})

describe('what is gathered over a transaction', () => {
  it('is finished once, before the commit, in the order it was begun', async () => {
    const log: string[] = []
    await write(async () => {
      for (const key of ['a', 'b', 'a'])
        gathered(
          key,
          () => ({ n: 0 }),
          async (held) => void log.push(`${key} ${held.n}`),
        ).n += 1
      afterCommit(() => log.push('committed'))
    })
    expect(log).toEqual(['a 2', 'b 1', 'committed'])
  })

  it('goes on until nothing new is gathered', async () => {
    const log: string[] = []
    const begin = (key: string, then?: () => void) =>
      gathered(
        key,
        () => key,
        async () => {
          log.push(key)
          then?.()
        },
      )
    await write(async () => void begin('first', () => begin('second')))
    expect(log).toEqual(['first', 'second'])
  })

  it('takes everything with it when it fails, and is nothing outside a transaction', async () => {
    const before = await newestChange()
    await expect(
      write(async () => {
        tellScreens('j')
        gathered(
          'bad',
          () => 0,
          () => Promise.reject(new Error('no')),
        )
      }),
    ).rejects.toThrow('no')
    expect(await newestChange()).toBe(before)
    expect(() => tellScreens('j')).toThrow('outside write()')
  })
})

describe('a change', () => {
  it('is one row for each job a commit was about, however often', async () => {
    await write(async () => {
      tellScreens('one', 'p1')
      tellScreens('one', 'p2')
      tellScreens('one', 'p1')
      tellScreens('two', 'p3')
      tellWhole('two')
    })
    const rows = await db().select().from(changes).orderBy(changes.id)
    expect(rows.slice(-2).map((r) => [r.jobId, r.papers])).toEqual([
      ['one', ['p1', 'p2']],
      ['two', null],
    ])
  })

  it('is told to whoever subscribed, with the newest before it', async () => {
    const told: Change[] = []
    const { at, stop } = await subscribe((change) => told.push(change))
    await write(async () => tellScreens('three', 'p'))
    await expect
      .poll(() => told)
      .toEqual([{ since: at, at: at + 1, about: [{ job: 'three', papers: ['p'], rounds: [] }] }])
    stop()
  })
})

describe('the sums of the days', () => {
  const day = fc.constantFrom('2026-06-01', '2026-06-02', '2026-06-03')
  const row = fc.record({
    id: fc.integer({ min: 1, max: 4 }),
    day,
    state: fc.constantFrom('yours', 'theirs', 'settled'),
    agreed: fc.integer({ min: 0, max: 1000 }),
    due: fc.option(day),
  })
  const act = fc.oneof(
    fc.record({ do: fc.constant('put' as const), row }),
    fc.record({ do: fc.constant('drop' as const), id: fc.integer({ min: 1, max: 4 }) }),
  )

  it('are what adding up the standings and dues gives, whatever is put in, changed and taken out', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(act, { maxLength: 12 }), async (acts) => {
        await write(async (tx) => {
          for (const table of ['dues', 'standings', 'day_sums']) await tx.run(sql.raw(`delete from ${table}`))
          for (const a of acts) {
            const id = a.do === 'put' ? a.row.id : a.id
            await tx.run(sql`delete from dues where job_id = ${id}`)
            if (a.do === 'drop') {
              await tx.run(sql`delete from standings where job_id = ${id}`)
              continue
            }
            const { day: on, state, agreed, due } = a.row
            await tx.run(sql`insert into standings (job_id, facts, state, ready, sort_day, total, quoted, agreed, paid, held, since, oldest_due)
              values (${id}, '{}', ${state}, 0, ${on}, 0, 0, ${agreed}, 0, 0, '', ${due})
              on conflict (job_id) do update set state = excluded.state, sort_day = excluded.sort_day, agreed = excluded.agreed, oldest_due = excluded.oldest_due`)
            if (due !== null)
              await tx.run(
                sql`insert into dues (job_id, stage, label, open, due_on, held) values (${id}, 'd', '', ${agreed}, ${due}, 0)`,
              )
          }
        })
        const kept = await db()
          .select()
          .from(daySums)
          .where(sql`${daySums.n} <> 0`)
        const shown = kept.map((k) => [k.what, k.day, k.state, k.n, k.agreed, k.open].join()).sort()
        const added = await db().all<{ x: string }>(sql`
          select 'jobs,' || sort_day || ',' || state || ',' || count(*) || ',' || sum(agreed) || ',0' x from standings group by sort_day, state
          union all select 'late,' || oldest_due || ',,' || count(*) || ',0,0' from standings where oldest_due is not null group by oldest_due
          union all select 'dues,' || due_on || ',,' || count(*) || ',0,' || sum(open) from dues group by due_on`)
        expect(shown).toEqual(added.map((r) => r.x).sort())
      }),
      { numRuns: 40 },
    )
    expect(await db().select().from(daySums).where(eq(daySums.n, -1))).toEqual([])
  })
})
