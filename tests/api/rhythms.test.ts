import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { addDays } from '../../core/calendar/dates'
import { minor } from '../../core/money/money'
import { ruleOf } from '../../core/recurrence/rhythm'
import { rhythmWords } from '../../core/recurrence/words'
import { Caller, memberAs, signedIn } from '../support/caller'
import { agreedJob, inDays, jobOf, mailsTo, makeJob, makePaper, paperOf, priced } from '../support/line'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

const weekly = (from: string, every = 1) =>
  ruleOf({ unit: 'week', every, weekdays: [], onThe: 'date', end: null }, from)
const path = (id: string) => `/api/jobs/${id}/rhythm`
const plan = { ahead: 28, payWithin: 14, notice: 30 }
/** An agreed job on a day, which is said to repeat; not switched on yet. */
async function repeating(day = inDays(3), over: object = {}) {
  const made = await agreedJob(owner, {
    starts: `${day}T18:00`,
    ends: `${day}T20:00`,
    lines: [priced({ key: 'a', unitPrice: minor(10_000) })],
  })
  await owner.must('PUT', path(made.id), { rule: weekly(day), ...plan, ...over })
  return made
}
const act = (id: string, body: object, who = owner) => who.call<{ kept: { day: string }[] }>('POST', path(id), body)
const must = async (id: string, body: object) => expect((await act(id, body)).status).toBe(200)
/** Its days that have a job, the first first, once there are so many. */
const madeOf = async (id: string, many: number) => {
  const { rhythm } = await until(
    () => jobOf(owner, id),
    (j) => j.rhythm!.made.length === many,
  )
  return rhythm!.made.map((m) => m.day).reverse()
}

describe('a job that repeats', () => {
  it('says what will come before it is switched on, and comes then: each day once, agreed, priced, to be paid', async () => {
    const day = inDays(3)
    const { id } = await repeating(day)
    const planned = (await jobOf(owner, id)).rhythm!
    expect(planned).toMatchObject({ state: 'planned', made: [], words: rhythmWords(weekly(day), day) })
    expect(planned.next.map((n) => [n.day, n.total])).toEqual(
      [1, 2, 3, 4, 5, 6].map((w) => [addDays(day, 7 * w), 12_000]),
    )
    await must(id, { act: 'start' })
    const days = [1, 2, 3].map((w) => addDays(day, 7 * w))
    expect(await madeOf(id, 3)).toEqual(days)
    const [row] = await server.rows('select job_id from rhythm_days where rhythm_id = ? order by day', [id])
    const first = await jobOf(owner, String(row!.job_id))
    expect(first).toMatchObject({
      repeats: id,
      rhythm: null,
      starts: `${days[0]}T18:00`,
      ends: `${days[0]}T20:00`,
      agreedOn: inDays(0),
      priced: { total: 12_000 },
      stages: [{ key: 'whole', amount: 12_000, dueOn: addDays(days[0]!, 14) }],
    })
    // No paper of its own is waited for: it was agreed with the first.
    expect(first.line.filter((s) => s.key === 'quote' || s.key === 'contract').map((s) => s.state)).not.toContain(
      'yours',
    )
    // The same again, as after a crash, comes to nothing more.
    await server.rows(`update rhythms set done_to = from_day where job_id = '${id}'`)
    await server.rows(`update outbox set done_at = null, due_at = '2020-01-01T00:00:00.000Z' where kind = 'rhythms'`)
    await until(
      () => server.rows('select done_to from rhythms where job_id = ?', [id]),
      ([r]) => String(r!.done_to) > day,
    )
    expect(await madeOf(id, 3)).toEqual(days)
  })

  it('is invoiced on each day by itself, those past at once, and no number is left out', async () => {
    const day = inDays(-21)
    const { id } = await repeating(day, { ahead: 0 })
    await must(id, { act: 'start' })
    const made = await madeOf(id, 3)
    expect(made).toEqual([inDays(-14), inDays(-7), inDays(0)])
    const rows = await until(
      () =>
        server.rows(
          `select i.number, d.day, i.invoice from invoices i join rhythm_days d on d.job_id = i.job_id
           where d.rhythm_id = ? order by d.day`,
          [id],
        ),
      (r) => r.length >= 2,
    )
    expect(rows.slice(0, 2).map((r) => [r.day, (JSON.parse(String(r.invoice)) as { total: number }).total])).toEqual([
      [inDays(-14), 12_000],
      [inDays(-7), 12_000],
    ])
  })

  it('pauses and goes on; what was put down for those days goes, and what something happened with stays and is named', async () => {
    const day = inDays(3)
    const { id } = await repeating(day)
    await must(id, { act: 'start' })
    const days = await madeOf(id, 3)
    const [second] = await server.rows('select job_id from rhythm_days where rhythm_id = ? and day = ?', [id, days[1]!])
    await makePaper(owner, String(second!.job_id), 'contract')
    const { body } = await act(id, { act: 'pause', from: days[0], to: null })
    expect(body.kept.map((k) => k.day)).toEqual([days[1]])
    expect(await madeOf(id, 1)).toEqual([days[1]])
    expect((await jobOf(owner, id)).rhythm!.next).toEqual([])
    expect((await act(id, { act: 'pause', from: days[1], to: days[1] })).status).toBe(409)
    await must(id, { act: 'resume' })
    expect(await madeOf(id, 3)).toEqual(days)
    expect((await act(id, { act: 'resume' })).status).toBe(409)
    // What waited to be done for the days that went doesn't stand about.
    expect(
      await server.rows(`select key from outbox where kind = 'invoice' and done_at is null
        and substr(key, 9) not in (select id from jobs)`),
    ).toEqual([])
  })

  it('ends on a day, and later than that if it is said so after all', async () => {
    const day = inDays(3)
    const { id } = await repeating(day)
    await must(id, { act: 'start' })
    const days = await madeOf(id, 3)
    await must(id, { act: 'end', on: days[0] })
    expect(await madeOf(id, 1)).toEqual([days[0]])
    await must(id, { act: 'end', on: days[1] })
    expect(await madeOf(id, 2)).toEqual(days.slice(0, 2))
    expect((await jobOf(owner, id)).rhythm).toMatchObject({ state: 'running', endsOn: days[1], next: [] })
  })

  it('costs something else from a day on, which the client hears in time', async () => {
    const day = inDays(3)
    const { id, email } = await repeating(day, { ahead: 60, notice: 30 })
    await must(id, { act: 'start' })
    await madeOf(id, 8)
    const soon = await act(id, { act: 'price', from: inDays(29), percent: '5' })
    expect(soon).toMatchObject({
      status: 422,
      body: { fields: { from: expect.stringContaining('30 days') as string } },
    })
    await must(id, { act: 'price', from: inDays(31), percent: '5' })
    expect((await act(id, { act: 'price', from: inDays(31), percent: '3' })).status).toBe(422)
    const totals = await server.rows(
      `select d.day, s.total from rhythm_days d join standings s on s.job_id = d.job_id where d.rhythm_id = ? order by d.day`,
      [id],
    )
    expect(totals.map((r) => r.total)).toEqual([...Array<number>(3).fill(12_000), ...Array<number>(5).fill(12_600)])
    const [letter] = await until(
      async () => (await mailsTo(owner, email)).filter((m) => m.subject.startsWith('A new price from')),
      (list) => list.length > 0,
    )
    expect(letter!.text).toMatch(/every week on \w+\) will cost £126.00 instead of £120.00/)
    await must(id, { act: 'price', from: inDays(60), percent: '-10' })
    expect((await jobOf(owner, id)).rhythm!.prices.map((p) => p.total)).toEqual([12_600, 11_340])
  })

  it('stands on its papers, in the paper’s language', async () => {
    const day = inDays(3)
    const { id } = await makeJob(owner, { starts: `${day}T18:00`, ends: null })
    await owner.must('PUT', path(id), { rule: weekly(day), ...plan })
    const paper = await makePaper(owner, id, 'contract')
    const { context } = (await paperOf(owner, paper)).written!
    expect(context.values['job.rhythm']).toMatchObject({
      value: rhythmWords(weekly(day), day),
      says: { de: rhythmWords(weekly(day), day, 'de') },
    })
  })

  it('keeps its client from being forgotten, though nothing is put down yet', async () => {
    const { id } = await repeating(inDays(-3), { ahead: 0 })
    await must(id, { act: 'start' })
    const { client } = await jobOf(owner, id)
    const { against } = await owner.must<{ against: string[] }>('GET', `/api/contacts/${client!.id}/forget`)
    expect(against.join(' ')).toContain('Long meadow')
    const out = await owner.must<{ rhythm: unknown; repeats: unknown }>('GET', `/api/jobs/${id}/export`)
    expect(out).toMatchObject({ repeats: null, rhythm: { rule: weekly(inDays(-3)), pauses: [] } })
  })

  it('stops when its job is called off', async () => {
    const { id } = await repeating(inDays(3), { ahead: 10 })
    await must(id, { act: 'start' })
    await madeOf(id, 1)
    await owner.must('POST', `/api/jobs/${id}/call-off`, { by: 'client', on: inDays(0), owed: 0, words: '' })
    expect((await jobOf(owner, id)).rhythm).toMatchObject({ state: 'stopped', next: [] })
    expect((await act(id, { act: 'pause', from: inDays(0), to: null })).status).toBe(409)
  })
})

describe('what can’t be repeated', () => {
  it('is refused in words, whoever asks in which order', async () => {
    const day = inDays(3)
    const open = await makeJob(owner, { starts: `${day}T18:00`, ends: null })
    const words = async (answer: Promise<{ status: number; body: unknown }>) => {
      const { status, body } = await answer
      return [status, (body as { title?: string }).title ?? '']
    }
    const put = (id: string, over: object) =>
      words(owner.call('PUT', path(id), { rule: weekly(day), ...plan, ...over }))
    expect(await words(act(open.id, { act: 'start' }))).toEqual([404, expect.any(String)])
    for (const rule of ['', 'FREQ=HOURLY', 'FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30', 'x'.repeat(300)])
      expect((await put(open.id, { rule }))[0], rule).toBe(422)
    for (const over of [{ ahead: -1 }, { ahead: 5000 }, { payWithin: 1.5 }, { notice: null }])
      expect((await put(open.id, over))[0], JSON.stringify(over)).toBe(422)
    expect((await put(open.id, {}))[0]).toBe(200)
    expect(await words(act(open.id, { act: 'start' }))).toEqual([409, expect.stringContaining('isn’t agreed')])
    expect(await words(act(open.id, { act: 'pause', from: day, to: null }))).toEqual([
      409,
      expect.stringContaining('isn’t switched on'),
    ])
    await owner.must('DELETE', path(open.id))
    expect((await jobOf(owner, open.id)).rhythm).toBeNull()
    const dayless = await makeJob(owner, { starts: null, ends: null })
    expect(await put(dayless.id, {})).toEqual([422, expect.stringContaining('its day first')])

    const { id } = await repeating(day, { ahead: 10 })
    const both = await Promise.all([act(id, { act: 'start' }), act(id, { act: 'start' })])
    expect(both.map((b) => b.status).sort()).toEqual([200, 409])
    await madeOf(id, 1)
    expect(await put(id, {})).toEqual([409, expect.stringContaining('It is running')])
    expect(await words(owner.call('DELETE', path(id)))).toEqual([409, expect.stringContaining('End it instead')])
    const [row] = await server.rows('select job_id from rhythm_days where rhythm_id = ?', [id])
    expect(await put(String(row!.job_id), {})).toEqual([409, expect.stringContaining('one of a rhythm')])
    for (const bad of [
      { act: 'pause', from: inDays(-1), to: null },
      { act: 'pause', from: inDays(9), to: inDays(8) },
      { act: 'end', on: inDays(-5) },
      { act: 'price', from: inDays(40), percent: '0' },
      { act: 'price', from: inDays(40), percent: '1e3' },
      { act: 'dance' },
    ])
      expect((await act(id, bad)).status, JSON.stringify(bad)).toBe(422)
  })

  it('nor by whoever may not: money is the book’s, a job the jobs’', async () => {
    const { id } = await repeating()
    const { caller: desk } = await memberAs(server, owner, 'front desk')
    const { caller: bookkeeper } = await memberAs(server, owner, 'bookkeeper')
    expect((await act(id, { act: 'start' }, desk)).status).toBe(403)
    expect((await bookkeeper.call('PUT', path(id), { rule: weekly(inDays(3)), ...plan })).status).toBe(403)
    expect((await act(id, { act: 'start' }, new Caller(server))).status).toBe(401)
  })
})
